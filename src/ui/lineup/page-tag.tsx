'use client'
import { TriangleAlert } from 'lucide-react'
import type { ReactNode } from 'react'
import type { WearSummary } from '../../core/model/wear-summary.ts'
import { attachTo } from '../state/attach.ts'
import { useInsights, useRoom, useWorkroom, useNotice } from '../state/context.tsx'
import { count } from '../words.ts'
import { MotionWord } from './motion-word.tsx'
import { ScriptsWord } from './scripts-word.tsx'

/** The garment tag over a frame: what the page is, whether it wears the sheet, and what it carries of its own. */
export function PageTag({ page }: { page: string }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const wear = useInsights((insights) => insights.wear.get(page))
  const reach = useInsights((insights) => insights.reach)
  const gone = useInsights((insights) => insights.gone !== null)
  const found = useInsights((insights) => insights.found.get(page) ?? 0)
  const sheetPath = useRoom((state) => state.sheetPath)
  const set = useRoom((state) => state.set)
  const showFindings = useRoom((state) => state.showFindings)
  const showText = useRoom((state) => state.showText)
  const fault = wear?.fault
  const own = wear ? ownStyles(wear) : ''
  return (
    <Tag fault={Boolean(fault)}>
      <div className="min-w-0 flex-1">
        <div className="flex items-baseline gap-2">
          <PageName page={page} />
          {!reach && (
            <button
              type="button"
              aria-label={`Text of ${page}`}
              className="ml-auto shrink-0 text-[12px] text-quiet underline decoration-edge underline-offset-2 hover:text-ink"
              onClick={() => showText(page)}
            >
              text
            </button>
          )}
          {!reach && found > 0 && (
            <button
              type="button"
              className="shrink-0 text-[12px] text-quiet underline decoration-edge underline-offset-2 hover:text-ink"
              onClick={() => showFindings(page)}
            >
              {count(found, 'finding')}
            </button>
          )}
          {reach && (
            <span className="ml-auto shrink-0 rounded-sm bg-accent px-1.5 text-[11px] font-semibold text-accent-ink">
              {reach.pages.find((each) => each.page === page)?.count ?? 0} here
            </span>
          )}
        </div>
        {fault ? (
          <p className="text-[12px] leading-snug text-alarm">
            <TriangleAlert aria-hidden className="mr-1 inline size-3.5 align-[-2px]" />
            {fault.message}
          </p>
        ) : (
          <p className="text-[12px] leading-snug text-quiet">
            {wear ? `wears ${sheetPath}` : gone ? 'not looked at' : 'looking …'}
            {wear && <ScriptsWord scripts={wear.scripts} />}
            {own && (
              <>
                {' · '}
                <button
                  type="button"
                  className="underline decoration-edge underline-offset-2 text-left hover:text-ink"
                  onClick={() => set({ asking: { kind: 'lift', pages: [page] } })}
                >
                  {own}
                </button>
              </>
            )}
          </p>
        )}
        <MotionWord page={page} />
      </div>
      {fault && (
        <button
          type="button"
          className="btn btn-main mt-0.5 h-7 shrink-0"
          onClick={() => void attachTo(workroom, [page]).then(notice)}
        >
          Attach
        </button>
      )}
    </Tag>
  )
}

/** The tag of a page that is far from view: its name alone, so that nothing on a site of many pages waits for all of them. */
export function BareTag({ page }: { page: string }) {
  return (
    <Tag>
      <PageName page={page} />
    </Tag>
  )
}

function Tag({ fault = false, children }: { fault?: boolean; children: ReactNode }) {
  return (
    <div
      className={`relative flex min-h-[48px] grow items-start gap-2 border border-b-0 py-1.5 pl-8 pr-2 [clip-path:polygon(12px_0,100%_0,100%_100%,0_100%,0_12px)] ${fault ? 'border-alarm bg-alarm-wash' : 'border-line bg-panel'}`}
    >
      <span
        aria-hidden
        className={`absolute left-3 top-3 size-2.5 rounded-full border bg-paper ${fault ? 'border-alarm' : 'border-edge'}`}
      />
      {children}
    </div>
  )
}

function PageName({ page }: { page: string }) {
  return (
    <span className="truncate font-semibold" title={page}>
      {page}
    </span>
  )
}

/** What a page carries of its own, in a few words; '' for nothing. */
export function ownStyles(wear: WearSummary): string {
  const parts = []
  if (wear.embedded.blocks > 0) parts.push(count(wear.embedded.blocks, 'embedded block'))
  if (wear.inline > 0) parts.push(count(wear.inline, 'style attribute'))
  if (wear.overridden.length > 0)
    parts.push(`${wear.overridden.length} beat${wear.overridden.length === 1 ? 's' : ''} the sheet`)
  return parts.join(', ')
}
