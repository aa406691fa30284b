'use client'
import { askOnce } from '../../state/use-answer.ts'
import { ImagePlus } from 'lucide-react'
import { useRef, useState } from 'react'
import type { ImageView } from '../../../core/fit/images.ts'
import { freePath, plainName } from '../../../core/paths/file-names.ts'
import { folderOf, isImage, isPage, nameOf } from '../../../core/paths/paths.ts'
import type { FileChange } from '../../../core/site/step.ts'
import { api } from '../../state/api.ts'
import { count, listed, weight } from '../../words.ts'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'
import { lateAfter } from '../../controls/late.tsx'
import { Group } from '../../controls/parts.tsx'
import { DropArea } from '../../controls/drop-area.tsx'
import { LongList } from '../../controls/long-list.tsx'
import { FileMenu } from './file-menu.tsx'

/** Comes when it is looked at: what draws it is large. */
const WeightChart = lateAfter(null, () => import('./weight-chart.tsx').then((module) => module.WeightChart))

/** Common practice: a picture above about 1 MB, or much wider than about 1000 px, is more than a page needs. */
const HEAVY = 1_000_000
const PLENTY = 1000
const IMAGE_TYPES = 'image/png,image/jpeg,image/gif,image/webp,image/avif,image/svg+xml,.ico'

/** The site's images with their weight and dimensions, its other files, and what each page weighs. */
export function FilesView() {
  const images = useAnswer('images', {})
  const weights = useAnswer('weights', {})
  const files = useRoom((state) => state.files)
  const sheetPath = useRoom((state) => state.sheetPath)
  const imageFolder = useRoom((state) => state.imageFolder)
  const set = useRoom((state) => state.set)
  const others = [sheetPath, ...files.map(({ path }) => path).filter((path) => !isPage(path) && !isImage(path))]
  const { add, busy } = useAddImages()
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <DropArea onFiles={(files) => void add(files)}>
        <button type="button" className="btn" disabled={busy} onClick={() => input.current?.click()}>
          <ImagePlus aria-hidden className="size-4" />
          {busy ? 'Adding …' : 'Add images …'}
        </button>
        <input
          ref={input}
          type="file"
          hidden
          multiple
          accept={IMAGE_TYPES}
          aria-label="Images to add"
          onChange={(event) => {
            void add([...(event.target.files ?? [])])
            event.target.value = ''
          }}
        />
        <p className="mt-1.5 text-[12px] text-quiet">
          Or drop them here. They go to{' '}
          <code className="font-mono text-ink">{imageFolder === '' ? 'the top folder' : `${imageFolder}/`}</code>.
        </p>
      </DropArea>
      {images === undefined ? (
        <p className="px-4 py-3 text-quiet">Looking …</p>
      ) : images.length === 0 ? (
        <p className="px-4 py-3 text-quiet">There are no images yet.</p>
      ) : (
        <LongList
          label="Images"
          items={images}
          keyOf={({ path }) => path}
          rowHeight={72}
          row={(image) => <ImageRow image={image} />}
        />
      )}
      {weights && weights.length > 0 && (
        <Group title="What each page weighs">
          <WeightChart weights={weights} />
        </Group>
      )}
      <section className="border-b border-line py-3">
        <h3 className="px-4 font-semibold">Other files</h3>
        <LongList
          className="mt-1"
          items={others}
          keyOf={(path) => path}
          rowHeight={28}
          row={(path) => (
            <div className="flex items-center gap-2 px-4 py-0.5">
              <span className="min-w-0 flex-1 truncate" title={path}>
                <span className="text-quiet">{folderOf(path)}</span>
                {nameOf(path)}
                {path === sheetPath && <span className="text-quiet"> – the sheet</span>}
              </span>
              <FileMenu
                path={path}
                actions={[
                  { name: 'Rename or move …', run: () => set({ asking: { kind: 'move', path } }) },
                  ...(path === sheetPath
                    ? []
                    : [{ name: 'Delete …', run: () => set({ asking: { kind: 'delete', path } }) }]),
                ]}
              />
            </div>
          )}
        />
      </section>
    </>
  )
}

function ImageRow({ image }: { image: ImageView }) {
  const { path, size, pixels, shownOn, widest } = image
  const workroom = useWorkroom()
  const notice = useNotice()
  const set = useRoom((state) => state.set)
  const root = useRoom((state) => workroom.frames.rootOf(state.lookId))
  const replace = useRef<HTMLInputElement>(null)
  const [working, setWorking] = useState(false)
  const vector = /\.svg$/i.test(path)
  const wanted = Math.max(PLENTY, widest * 2)
  const oversized = !vector && pixels !== null && pixels.width > PLENTY && widest > 0 && pixels.width > widest * 2
  const heavy = size > HEAVY
  const taken = (each: string) => workroom.store.getState().files.some((file) => file.path === each)

  const scale = async () => {
    setWorking(true)
    try {
      const { siteId } = workroom.store.getState()
      const copy = await api.scaled(siteId, path, Math.min(wanted, pixels?.width ?? wanted))
      const to = freePath(path.replace(/(\.[^./]*)$/, `-${copy.pixels?.width ?? wanted}$1`), taken)
      const planned = await askOnce(workroom, 'moves', { moves: [{ from: path, to }] })
      if (!planned) return
      const { change } = planned
      // References go to the copy; the original stays beside it.
      const file: FileChange = {
        path: to,
        before: null,
        after: copy.hash,
        is: { size: copy.size, pixels: copy.pixels },
      }
      workroom.store.getState().edit({ label: `Made a smaller copy of ${path}`, texts: change.texts, files: [file] })
      notice(
        `${nameOf(to)} weighs ${weight(copy.size)} instead of ${weight(size)}: ${Math.round((1 - copy.size / size) * 100)} % saved. The pages show it; the original is still there.`,
      )
    } catch (error) {
      notice((error as Error).message)
    }
    setWorking(false)
  }
  const replaceWith = async (file: File) => {
    const ending = (name: string) => /\.[^.]*$/.exec(name)?.[0].toLowerCase().replace('.jpeg', '.jpg')
    if (ending(file.name) !== ending(path))
      return notice(
        `${file.name} is another kind of picture than ${nameOf(path)}. Choose a ${ending(path) ?? ''} file, or add it as a new one.`,
      )
    setWorking(true)
    try {
      const state = workroom.store.getState()
      const kept = await api.keep(state.siteId, path, file)
      const before = state.files.find((each) => each.path === path)!
      const done = state.edit({
        label: `Replaced ${path}`,
        texts: [],
        files: [
          {
            path,
            before: before.hash,
            after: kept.hash,
            was: { size: before.size, pixels: before.pixels },
            is: { size: kept.size, pixels: kept.pixels },
          },
        ],
      })
      notice(
        done
          ? `Replaced ${path}: ${weight(kept.size)}${kept.pixels ? `, ${kept.pixels.width} × ${kept.pixels.height} px` : ''}.`
          : 'It is the same picture; nothing was changed.',
      )
    } catch (error) {
      notice((error as Error).message)
    }
    setWorking(false)
  }
  return (
    <div className="flex items-start gap-3 border-b border-line px-4 py-2.5">
      <span className="weave grid size-12 shrink-0 place-items-center overflow-hidden rounded-[3px] border border-line">
        <img
          src={`${root}${path.split('/').map(encodeURIComponent).join('/')}`}
          alt=""
          loading="lazy"
          className="max-h-12 max-w-12"
        />
      </span>
      <div className="min-w-0 flex-1 text-[12px]">
        <p className="truncate text-[13px] font-semibold" title={path}>
          {nameOf(path)}
        </p>
        <p className="text-quiet">
          {pixels ? `${pixels.width} × ${pixels.height} px, ` : ''}
          <span className={heavy ? 'font-semibold text-alarm' : ''}>{weight(size)}</span>
        </p>
        <p className="text-quiet">
          {shownOn.length === 0 ? (
            'Shown nowhere.'
          ) : (
            <>
              On {shownOn.length > 2 ? count(shownOn.length, 'page') : listed(shownOn)}
              {widest > 0 && !vector ? `, at most ${widest} px wide` : ''}.
            </>
          )}
        </p>
        {(heavy || oversized) && !vector && (
          <div className="mt-1">
            <p>
              {heavy && oversized
                ? 'It is heavy, and much wider than it is shown.'
                : heavy
                  ? 'It is heavy: visitors on slow lines wait for seconds.'
                  : 'It is much wider than it is shown.'}{' '}
              Common practice: about 1000 px is plenty in a text.
            </p>
            <button type="button" className="btn mt-1 h-7" disabled={working} onClick={() => void scale()}>
              {working ? 'Scaling …' : `Show a ${Math.min(wanted, pixels?.width ?? wanted)} px copy instead`}
            </button>
          </div>
        )}
      </div>
      <input
        ref={replace}
        type="file"
        hidden
        accept={IMAGE_TYPES}
        aria-label={`Replacement for ${path}`}
        onChange={(event) => {
          const file = event.target.files?.[0]
          event.target.value = ''
          if (file) void replaceWith(file)
        }}
      />
      <FileMenu
        path={path}
        actions={[
          { name: 'Replace …', run: () => replace.current?.click() },
          { name: 'Rename or move …', run: () => set({ asking: { kind: 'move', path } }) },
          { name: 'Delete …', run: () => set({ asking: { kind: 'delete', path } }) },
        ]}
      />
    </div>
  )
}

/** Puts images into the site, with names that every server takes; one step for all of them. */
function useAddImages(): { add: (files: readonly File[]) => Promise<void>; busy: boolean } {
  const { store } = useWorkroom()
  const notice = useNotice()
  const [busy, setBusy] = useState(false)
  const add = async (files: readonly File[]) => {
    const pictures = files.filter(({ name }) => isImage(name))
    if (pictures.length === 0) {
      if (files.length > 0)
        notice(
          `${listed(files.map(({ name }) => name))}: no picture that pages can show. PNG, JPEG, WebP, AVIF, GIF and SVG are.`,
        )
      return
    }
    setBusy(true)
    try {
      const { siteId, imageFolder, files: there } = store.getState()
      const taken = new Set(there.map(({ path }) => path))
      const changes: FileChange[] = []
      for (const picture of pictures) {
        const path = freePath(
          (imageFolder === '' ? '' : `${imageFolder}/`) + (plainName(picture.name) || 'picture.png'),
          (each) => taken.has(each),
        )
        taken.add(path)
        const kept = await api.keep(siteId, path, picture)
        changes.push({ path, before: null, after: kept.hash, is: { size: kept.size, pixels: kept.pixels } })
      }
      store.getState().edit({
        label: changes.length === 1 ? `Added ${changes[0]!.path}` : `Added ${count(changes.length, 'image')}`,
        texts: [],
        files: changes,
      })
      notice(`Added ${listed(changes.map(({ path }) => path))}.`)
    } catch (error) {
      notice((error as Error).message)
    }
    setBusy(false)
  }
  return { add, busy }
}
