'use client'
import { SheetChoice } from './sheet-choice.tsx'
import { CircleCheck, FilePlus2, TriangleAlert } from 'lucide-react'
import type { WearSummary } from '../../../core/model/wear-summary.ts'
import { isNamed, nameFault } from '../../../core/paths/file-names.ts'
import { folderOf, nameOf } from '../../../core/paths/paths.ts'
import { LongList } from '../../controls/long-list.tsx'
import { ownStyles } from '../../lineup/page-tag.tsx'
import { pagePaths } from '../../state/document.ts'
import { count, listed } from '../../words.ts'
import { attachTo } from '../../state/attach.ts'
import { useInsights, useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { FileMenu } from './file-menu.tsx'

/** Which pages wear the sheet, which do not and why, and what they carry of their own. */
export function WearView() {
  const workroom = useWorkroom()
  const notice = useNotice()
  const files = useRoom((state) => state.files)
  const set = useRoom((state) => state.set)
  const wear = useInsights((insights) => insights.wear)
  const pages = pagePaths(files)
  const bare = pages.filter((page) => wear.get(page)?.wears === false)
  const awkward = files.map(({ path }) => path).filter((path) => isNamed(path) && nameFault(path) !== null)
  const folders = [...new Set(pages.map(folderOf))]
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 border-b border-line px-4 py-3">
        <button type="button" className="btn" onClick={() => set({ asking: { kind: 'new-page', folder: '' } })}>
          <FilePlus2 aria-hidden className="size-4" />
          New page …
        </button>
      </div>
      <SheetChoice />
      {bare.length > 0 && (
        <div className="border-b border-line bg-alarm-wash px-4 py-3">
          <p className="text-alarm">
            {count(bare.length, 'page')} of {pages.length} {bare.length === 1 ? 'does' : 'do'} not wear the sheet:{' '}
            {listed(bare)}.
          </p>
          <button
            type="button"
            className="btn btn-main mt-2"
            onClick={() => void attachTo(workroom, bare).then(notice)}
          >
            Attach the sheet to {bare.length === 1 ? 'this page' : `all ${bare.length} pages`}
          </button>
        </div>
      )}
      {awkward.length > 0 && (
        <div className="border-b border-line px-4 py-3">
          <p>
            {count(awkward.length, 'file has', 'files have')} spaces, capitals or odd characters in the name:{' '}
            {listed(awkward)}. Links to such names break easily.
          </p>
          <button
            type="button"
            className="btn mt-2 h-7"
            onClick={() => set({ asking: { kind: 'better-names', paths: awkward } })}
          >
            Give better names …
          </button>
        </div>
      )}
      {folders.map((folder) => (
        <section key={folder} aria-label={folder === '' ? 'Top folder' : folder}>
          {folders.length > 1 && (
            <h3 className="flex items-center justify-between border-b border-line bg-sunken px-4 py-1 text-[12px] font-semibold">
              {folder === '' ? 'Top folder' : folder}
              <button
                type="button"
                className="btn btn-bare -mr-2 h-6 px-2 text-[12px] font-normal text-quiet"
                aria-label={`New page in ${folder || 'the top folder'}`}
                onClick={() => set({ asking: { kind: 'new-page', folder } })}
              >
                New page here
              </button>
            </h3>
          )}
          <LongList
            items={pages.filter((page) => folderOf(page) === folder)}
            keyOf={(page) => page}
            rowHeight={45}
            row={(page) => <PageRow page={page} wear={wear.get(page)} />}
          />
        </section>
      ))}
    </>
  )
}

function PageRow({ page, wear }: { page: string; wear: WearSummary | undefined }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const set = useRoom((state) => state.set)
  const openCloseUp = useRoom((state) => state.openCloseUp)
  const showFindings = useRoom((state) => state.showFindings)
  const showText = useRoom((state) => state.showText)
  const found = useInsights((insights) => insights.found.get(page) ?? 0)
  const own = wear ? ownStyles(wear) : ''
  return (
    <div className="border-b border-line px-4 py-2">
      <div className="flex items-center gap-2">
        {wear?.fault ? (
          <TriangleAlert aria-label="Does not wear the sheet" className="size-4 shrink-0 text-alarm" />
        ) : (
          <CircleCheck aria-label="Wears the sheet" className="size-4 shrink-0 text-quiet" />
        )}
        <button
          type="button"
          className="min-w-0 flex-1 truncate text-left font-semibold hover:underline"
          title={page}
          onClick={() => openCloseUp(page)}
        >
          {nameOf(page)}
        </button>
        {wear?.fault && (
          <button
            type="button"
            className="btn h-7"
            aria-label={`Attach the sheet to ${page}`}
            onClick={() => void attachTo(workroom, [page]).then(notice)}
          >
            Attach
          </button>
        )}
        {found > 0 && (
          <button
            type="button"
            className="btn btn-bare h-6 px-1.5 text-[12px] text-quiet"
            onClick={() => showFindings(page)}
          >
            {count(found, 'finding')}
          </button>
        )}
        <FileMenu
          path={page}
          actions={[
            { name: 'Open in a close-up', run: () => openCloseUp(page) },
            { name: 'Read its text', run: () => showText(page) },
            { name: 'Rename or move …', run: () => set({ asking: { kind: 'move', path: page } }) },
            { name: 'Copy …', run: () => set({ asking: { kind: 'copy-page', page } }) },
            { name: 'Share a block of it …', run: () => set({ asking: { kind: 'share', page } }) },
            { name: 'Delete …', run: () => set({ asking: { kind: 'delete', path: page } }) },
          ]}
        />
      </div>
      {wear?.fault && <p className="mt-0.5 pl-6 text-[12px] text-alarm">{wear.fault.message}</p>}
      {own && (
        <p className="mt-0.5 flex items-baseline gap-2 pl-6 text-[12px] text-quiet">
          <span className="min-w-0 flex-1">Carries of its own: {own}.</span>
          <button
            type="button"
            className="shrink-0 text-ink underline decoration-edge underline-offset-2"
            onClick={() => set({ asking: { kind: 'lift', pages: [page] } })}
          >
            Lift …
          </button>
        </p>
      )}
    </div>
  )
}
