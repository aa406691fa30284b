'use client'
import { ownStyles } from '../../lineup/page-tag.tsx'
import { pagePaths } from '../../state/document.ts'
import { count } from '../../words.ts'
import { LongList } from '../../controls/long-list.tsx'
import { useInsights, useRoom } from '../../state/context.tsx'

/** What pages carry of their own, and the way to lift it into the sheet. */
export function LiftView() {
  const set = useRoom((state) => state.set)
  const pages = pagePaths(useRoom((state) => state.files))
  const wear = useInsights((insights) => insights.wear)
  const carrying = pages.filter((page) => (wear.get(page)?.embedded.blocks ?? 0) + (wear.get(page)?.inline ?? 0) > 0)
  const beaten = carrying.flatMap((page) => wear.get(page)!.overridden.map((each) => ({ page, ...each })))
  if (carrying.length === 0)
    return (
      <p className="px-4 py-3 text-quiet">
        No page carries styles of its own: all that is to be seen comes from the sheet.
      </p>
    )
  return (
    <>
      <div className="border-b border-line px-4 py-3">
        <p>
          {count(carrying.length, 'page')} {carrying.length === 1 ? 'carries' : 'carry'} styles of{' '}
          {carrying.length === 1 ? 'its' : 'their'} own. Lifted into the sheet they are written once, and Attire proves
          before that nothing looks different.
        </p>
        <button
          type="button"
          className="btn btn-main mt-2"
          onClick={() => set({ asking: { kind: 'lift', pages: carrying } })}
        >
          Lift from {carrying.length === 1 ? 'this page' : `all ${carrying.length} pages`} …
        </button>
      </div>
      <LongList
        items={carrying}
        keyOf={(page) => page}
        rowHeight={54}
        row={(page) => (
          <div className="flex items-baseline gap-2 border-b border-line px-4 py-2">
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{page}</span>
              <span className="block text-[12px] text-quiet">{ownStyles(wear.get(page)!)}</span>
            </span>
            <button
              type="button"
              className="btn h-7"
              aria-label={`Lift from ${page}`}
              onClick={() => set({ asking: { kind: 'lift', pages: [page] } })}
            >
              Lift …
            </button>
          </div>
        )}
      />
      {beaten.length > 0 && (
        <section className="px-4 py-3 text-[12px]">
          <h3 className="text-[13px] font-semibold">Where they beat the sheet now</h3>
          <ul className="mt-1 flex flex-col gap-1 text-quiet">
            {beaten.slice(0, 12).map((each) => (
              <li key={`${each.page} ${each.offset} ${each.property}`} className="border-l-2 border-edge pl-2">
                {each.page}: {each.kind === 'inline' ? 'a style attribute' : 'an embedded rule'} sets{' '}
                <code className="font-mono text-ink">{each.property}</code> of{' '}
                {each.count > 1 ? `${each.count} elements like ` : ''}
                <code className="font-mono text-ink">{each.element}</code> and beats the sheet’s{' '}
                <code className="font-mono text-ink">{each.sheetSelector}</code>.
              </li>
            ))}
            {beaten.length > 12 && <li>and {beaten.length - 12} more.</li>}
          </ul>
        </section>
      )}
    </>
  )
}
