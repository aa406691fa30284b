'use client'
import type { ReactNode } from 'react'
import type { Rival } from '../../core/edit/rivals.ts'
import { grouped } from '../../core/text/grouped.ts'
import { useRoom } from '../state/context.tsx'
import { count, listed } from '../words.ts'

/** What a facet is for, in a sentence. */
export function FacetHead({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="border-b border-line px-4 py-3">
      <h2 className="text-[15px] font-semibold">{title}</h2>
      <p className="mt-0.5 text-quiet">{children}</p>
    </div>
  )
}

/** A titled group of controls. */
export function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="flex flex-col gap-3 border-b border-line px-4 py-3.5">
      <h3 className="font-semibold">{title}</h3>
      {children}
    </section>
  )
}

/** Says before an edit what will beat it on the pages: other rules, embedded blocks, style attributes. */
export function Rivals({ rivals }: { rivals: readonly Rival[] }) {
  const set = useRoom((state) => state.set)
  if (rivals.length === 0) return null
  const groups = grouped(rivals, ({ kind, selector }) => `${kind} ${selector}`)
  return (
    <section className="px-4 py-3.5 text-[12px]">
      <h3 className="font-semibold text-[13px]">Where something else decides</h3>
      <ul className="mt-1.5 flex flex-col gap-1.5">
        {[...groups.values()].map((group) => {
          const first = group[0]!
          const pages = [...new Set(group.map(({ page }) => page))]
          const properties = [...new Set(group.map(({ property }) => property))]
          const elements = Math.max(
            ...properties.map((property) =>
              group.filter((rival) => rival.property === property).reduce((sum, rival) => sum + rival.count, 0),
            ),
          )
          return (
            <li key={`${first.kind} ${first.selector}`} className="border-l-2 border-edge pl-2 text-quiet">
              {first.kind === 'inline' && 'A style attribute'}
              {first.kind === 'embedded' && (
                <>
                  The embedded rule <Code>{first.selector}</Code>
                </>
              )}
              {first.kind === 'external' && (
                <>
                  The stronger rule <Code>{first.selector}</Code>
                </>
              )}{' '}
              sets {listed(properties)} for {count(elements, 'element')} on{' '}
              {pages.length > 3 ? count(pages.length, 'page') : listed(pages)}
              {first.kind === 'external' ? (
                '.'
              ) : (
                <>
                  ; an edit here does not show there.{' '}
                  <button
                    type="button"
                    className="text-ink underline decoration-edge underline-offset-2"
                    onClick={() => set({ facet: 'pages' })}
                  >
                    See Pages
                  </button>
                </>
              )}
            </li>
          )
        })}
      </ul>
    </section>
  )
}

function Code({ children }: { children: ReactNode }) {
  return <code className="font-mono text-ink">{children}</code>
}
