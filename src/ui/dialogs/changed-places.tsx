'use client'
import type { SiteChange } from '../../core/site/change.ts'
import { lookDoc, pathOfDoc, type Doc } from '../../core/site/step.ts'
import { useRoom } from '../state/context.tsx'
import { count } from '../words.ts'

/** How many places of each file a change touches; everything else stays byte for byte. */
export function ChangedPlaces({ change: { texts } }: { change: SiteChange }) {
  const looks = useRoom((state) => state.looks)
  const sheetPath = useRoom((state) => state.sheetPath)
  const nameOf = (doc: Doc) =>
    pathOfDoc(doc) ?? `${sheetPath}, look ${looks.find(({ id }) => lookDoc(id) === doc)?.name ?? ''}`
  return (
    <ul
      aria-label="Places"
      tabIndex={0}
      className="mt-3 max-h-40 overflow-auto rounded-[3px] border border-line bg-sunken px-3 py-2 text-[12px]"
    >
      {texts.map(({ doc, splices }) => (
        <li key={doc} className="flex justify-between gap-3">
          <code className="font-mono">{nameOf(doc)}</code>
          <span className="tabular-nums text-quiet">{count(splices.length, 'place')}</span>
        </li>
      ))}
    </ul>
  )
}
