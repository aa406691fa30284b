'use client'
import { CircleCheck, TriangleAlert } from 'lucide-react'
import type { WearSummary } from '../../../core/fit/site-model.ts'
import { isSheet } from '../../../core/site/paths.ts'
import { Choice } from '../../controls/choice.tsx'
import { ownStyles } from '../../lineup/page-tag.tsx'
import { api } from '../../state/api.ts'
import { pagePaths } from '../../state/store.ts'
import { count, listed } from '../../words.ts'
import { attachTo } from '../../workroom/attach.ts'
import { useInsights, useNotice, useRoom, useWorkroom } from '../../workroom/context.tsx'
import { FacetHead } from '../parts.tsx'

/** Which pages wear the sheet, which do not and why, and what they carry of their own. */
export function PagesFacet() {
  const workroom = useWorkroom()
  const notice = useNotice()
  const files = useRoom((state) => state.files)
  const sheetPath = useRoom((state) => state.sheetPath)
  const wear = useInsights((insights) => insights.wear)
  const pages = pagePaths(files)
  const bare = pages.filter((page) => wear.get(page)?.wears === false)
  return (
    <>
      <FacetHead title="Pages">The sheet is <code className="font-mono text-ink">{sheetPath}</code>. Here is who wears it.</FacetHead>
      <SheetChoice />
      {bare.length > 0 && (
        <div className="border-b border-line bg-alarm-wash px-4 py-3">
          <p className="text-alarm">{count(bare.length, 'page')} of {pages.length} {bare.length === 1 ? 'does' : 'do'} not wear the sheet: {listed(bare)}.</p>
          <button type="button" className="btn btn-main mt-2" onClick={() => void attachTo(workroom, bare).then(notice)}>
            Attach the sheet to {bare.length === 1 ? 'this page' : `all ${bare.length} pages`}
          </button>
        </div>
      )}
      <ul>{pages.map((page) => <PageRow key={page} page={page} wear={wear.get(page)} />)}</ul>
    </>
  )
}

/** Offers another stylesheet as the sheet, as long as no history and no looks belong to the one there is. */
function SheetChoice() {
  const notice = useNotice()
  const state = useRoom((room) => room)
  const others = state.files.map(({ path }) => path).filter(isSheet)
  if (others.length === 0) return null
  const settled = state.past.length + state.future.length > 0 || state.looks.length > 1
  const choose = (sheetPath: string) => {
    if (sheetPath === state.sheetPath) return
    // Everything on the screen belongs to the sheet, so the workroom opens anew.
    api.settings(state.siteId, { sheetPath }).then(() => location.reload(), (error: Error) => notice(error.message))
  }
  return (
    <div className="border-b border-line px-4 py-3">
      {settled
        ? <p className="text-[12px] text-quiet">{count(others.length, 'further stylesheet')}: {listed(others)}. {others.length === 1 ? 'It stays' : 'They stay'} as {others.length === 1 ? 'it is' : 'they are'}.</p>
        : <div className="flex items-center gap-2">
            <span className="w-[92px] shrink-0 text-quiet">The sheet</span>
            <Choice label="The sheet" mono className="flex-1" value={state.sheetPath} options={[state.sheetPath, ...others].map((path) => ({ value: path, label: path }))} onChange={choose} />
          </div>}
    </div>
  )
}

function PageRow({ page, wear }: { page: string; wear: WearSummary | undefined }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const set = useRoom((state) => state.set)
  const own = wear ? ownStyles(wear) : ''
  return (
    <li className="border-b border-line px-4 py-2.5">
      <div className="flex items-center gap-2">
        {wear?.fault ? <TriangleAlert aria-label="Does not wear the sheet" className="size-4 shrink-0 text-alarm" /> : <CircleCheck aria-label="Wears the sheet" className="size-4 shrink-0 text-quiet" />}
        <button type="button" className="min-w-0 truncate text-left font-semibold hover:underline" onClick={() => set({ closeUp: page })}>{page}</button>
        {wear?.fault && <button type="button" className="btn ml-auto h-7" aria-label={`Attach the sheet to ${page}`} onClick={() => void attachTo(workroom, [page]).then(notice)}>Attach</button>}
      </div>
      {wear?.fault && <p className="mt-1 pl-6 text-[12px] text-alarm">{wear.fault.message}</p>}
      {own && <p className="mt-1 pl-6 text-[12px] text-quiet">Carries of its own: {own}.</p>}
      {wear && wear.overridden.length > 0 && (
        <ul className="mt-1 flex flex-col gap-1 pl-6 text-[12px] text-quiet">
          {wear.overridden.slice(0, 6).map((each) => (
            <li key={`${each.offset} ${each.property}`} className="border-l-2 border-edge pl-2">
              {each.kind === 'inline' ? 'A style attribute' : 'An embedded rule'} sets <code className="font-mono text-ink">{each.property}</code> of{' '}
              {each.count > 1 ? `${each.count} elements like ` : ''}<code className="font-mono text-ink">{each.element}</code> and beats the sheet’s <code className="font-mono text-ink">{each.sheetSelector}</code>.
            </li>
          ))}
          {wear.overridden.length > 6 && <li>and {wear.overridden.length - 6} more.</li>}
        </ul>
      )}
    </li>
  )
}
