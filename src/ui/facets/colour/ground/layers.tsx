'use client'
import { Plus } from 'lucide-react'
import { useRef } from 'react'
import { PLAIN_LAYER, planLayers, readLayers, type BackgroundLayer } from '../../../../core/backgrounds/layers.ts'
import { decideAmong, homeOf } from '../../../../core/edit/decide-among.ts'
import { isImage, relativeReference } from '../../../../core/paths/paths.ts'
import type { FileChange } from '../../../../core/site/step.ts'
import { DropArea } from '../../../controls/drop-area.tsx'
import { useItemKeys } from '../../../controls/item-keys.ts'
import { Group } from '../../../controls/parts.tsx'
import { useRoom, useWorkroom } from '../../../state/context.tsx'
import { docOfSheet, settledSheets, shownSheets } from '../../../state/sheets.ts'
import { count } from '../../../words.ts'
import { Layer } from './layer.tsx'
import { useDroppedPicture } from './use-dropped-picture.ts'

const FIRST_GRADIENT = 'linear-gradient(to bottom, #ffffff 0%, #d8dfe3 100%)'

/** The layers, the topmost first. */
export function Layers({ selector }: { selector: string }) {
  const { store } = useWorkroom()
  const settled = useRoom(settledSheets)
  const shown = useRoom(shownSheets)
  const { path: home, sheet } = decideAmong(settled, selector, 'background-image')?.at ?? homeOf(settled, selector).at
  const files = useRoom((state) => state.files)
  const { add, busy } = useDroppedPicture()
  const layers = readLayers(shown.find(({ path }) => path === home)?.sheet ?? sheet, selector)
  const items = useItemKeys(layers.length)
  const plan = (next: readonly BackgroundLayer[]) => planLayers(sheet, selector, next)
  const doc = () => docOfSheet(store.getState(), home)
  const preview = (next: readonly BackgroundLayer[]) => store.getState().showPreview(plan(next), doc())
  const keep = (label: string, next: readonly BackgroundLayer[], added: FileChange[] = []) =>
    store.getState().edit({
      label: `${label} of ${selector}`,
      texts: [{ doc: doc(), splices: plan(next) }],
      ...(added.length > 0 ? { files: added } : {}),
    })
  const picture = (path: string): BackgroundLayer => ({
    ...PLAIN_LAYER,
    image: `url("${relativeReference(home, path)}")`,
    position: 'center',
    size: 'cover',
    repeat: 'no-repeat',
  })
  const change = (at: number, part: Partial<BackgroundLayer>) =>
    layers.map((layer, other) => (other === at ? { ...layer, ...part } : layer))
  const put = (label: string, layer: BackgroundLayer, added?: FileChange[]) => {
    items.inserted(0)
    keep(label, [layer, ...layers], added)
  }
  const input = useRef<HTMLInputElement>(null)
  const drop = async (file: File | undefined) => {
    const added = file && (await add(file))
    if (added) put('A picture behind', picture(added.path), [added.change])
  }
  return (
    <Group title={layers.length === 0 ? 'Pictures and gradients' : count(layers.length, 'layer')}>
      {layers.length > 1 && (
        <p className="-mt-2 text-[12px] text-quiet">The topmost first; the colour lies under all of them.</p>
      )}
      <ul className="flex flex-col gap-3" aria-label="Layers">
        {layers.map((layer, at) => (
          <Layer
            key={items.keys[at]}
            layer={layer}
            place={at}
            last={at === layers.length - 1}
            onPreview={(part) => preview(change(at, part))}
            onChange={(label, part) => keep(label, change(at, part))}
            onRemove={() => {
              items.removed(at)
              keep('Took away a layer', layers.toSpliced(at, 1))
            }}
            onMove={(by) => {
              items.moved(at, at + by)
              keep('Order of layers', layers.toSpliced(at, 1).toSpliced(at + by, 0, layer))
            }}
          />
        ))}
      </ul>
      <DropArea
        className="flex flex-wrap items-center gap-2 rounded-[3px] border border-dashed border-edge p-2"
        onFiles={([file]) => void drop(file)}
      >
        <button
          type="button"
          className="btn h-7"
          onClick={() => put('A gradient', { ...PLAIN_LAYER, image: FIRST_GRADIENT })}
        >
          <Plus aria-hidden className="size-3.5" />
          Gradient
        </button>
        <button type="button" className="btn h-7" disabled={busy} onClick={() => input.current?.click()}>
          <Plus aria-hidden className="size-3.5" />
          {busy ? 'Adding …' : 'Picture …'}
        </button>
        <input
          ref={input}
          hidden
          type="file"
          accept="image/*"
          aria-label="Picture to put behind"
          onChange={(event) => {
            void drop(event.target.files?.[0])
            event.target.value = ''
          }}
        />
        <select
          aria-label="A picture of the site"
          className="field h-7 min-w-0 flex-1 px-1 text-[12px]"
          value=""
          onChange={(event) => event.target.value !== '' && put('A picture behind', picture(event.target.value))}
        >
          <option value="">one of the site …</option>
          {files
            .map(({ path }) => path)
            .filter(isImage)
            .map((path) => (
              <option key={path}>{path}</option>
            ))}
        </select>
        <p className="w-full text-[12px] text-quiet">Or drop a picture here.</p>
      </DropArea>
    </Group>
  )
}
