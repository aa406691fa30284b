'use client'
import { useState } from 'react'
import { isSheet } from '../../../core/paths/paths.ts'
import type { SheetShare } from '../../../core/model/sheet-shares.ts'
import { api } from '../../state/api.ts'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'
import { count, listed } from '../../words.ts'

/** Which stylesheet is the sheet, and why; every further one, with the way to its text and to make it the sheet. */
export function SheetChoice() {
  const files = useRoom((state) => state.files)
  const sheetPath = useRoom((state) => state.sheetPath)
  const several = files.some(({ path }) => isSheet(path))
  const shares = useAnswer('sheets', several ? {} : null, { keep: true })
  const [all, setAll] = useState(false)
  const own = shares?.find(({ path }) => path === sheetPath)
  const others = shares?.filter(({ path }) => path !== sheetPath)
  return (
    <section aria-label="Stylesheets" className="border-b border-line px-4 py-3">
      <p>
        The sheet is <code className="break-all font-mono text-[12px]">{sheetPath}</code>
        {own ? <span className="text-quiet">{whyIt(own, others ?? [])}</span> : '.'}
      </p>
      {others && (
        <ul className="mt-2 flex flex-col gap-1.5 text-[12px]">
          {others.slice(0, all ? undefined : FEW).map((share) => (
            <OtherSheet key={share.path} share={share} />
          ))}
        </ul>
      )}
      {others && others.length > FEW && !all && (
        <button type="button" className="btn btn-bare -ml-2 mt-1 h-6 px-2 text-[12px]" onClick={() => setAll(true)}>
          {count(others.length - FEW, 'more stylesheet')}
        </button>
      )}
    </section>
  )
}

/** So many further stylesheets are shown before all are asked for. */
const FEW = 3

/** Why a stylesheet is the sheet, as far as the pages tell. */
function whyIt({ pages, rules, withImports }: SheetShare, others: readonly SheetShare[]): string {
  const worn = `${count(pages, 'page')} ${pages === 1 ? 'wears' : 'wear'} it`
  const more = others.filter((other) => other.pages > pages).length
  const richer = others.filter((other) => other.pages === pages && other.withImports > withImports).length
  if (more > 0) return `, chosen by hand: ${worn}.`
  if (richer > 0) return `, chosen among those that most pages wear: ${worn}.`
  const equal = pages > 0 && others.some((other) => other.pages === pages)
  const most = `most rules${withImports > rules ? ', with those it imports' : ''}`
  return equal ? `: ${worn}, and of those that as many wear it has ${most}.` : `: ${worn}, more than any other.`
}

function OtherSheet({ share: { path, pages, rules, importedBy } }: { share: SheetShare }) {
  const { store } = useWorkroom()
  const notice = useNotice()
  const looks = useRoom((state) => state.looks.length)
  const choose = () => {
    const { siteId, closeTyping } = store.getState()
    closeTyping()
    // Everything on the screen belongs to the sheet, so the workroom opens anew.
    api.settings(siteId, { sheetPath: path }).then(
      () => location.reload(),
      (error: Error) => notice(error.message),
    )
  }
  return (
    <li className="border-l-2 border-edge pl-2">
      <p className="break-all font-mono">{path}</p>
      <div className="flex flex-wrap items-baseline gap-x-2">
        <p className="text-quiet">
          {pages === 0 ? 'no page wears it' : `${count(pages, 'page')} ${pages === 1 ? 'wears' : 'wear'} it`},{' '}
          {count(rules, 'rule')}
          {importedBy.length > 0 && `, imported by ${listed(importedBy, 2)}`}
        </p>
        <button
          type="button"
          className={LINK}
          onClick={() => store.getState().showText(path)}
          aria-label={`Edit ${path}`}
        >
          Edit
        </button>
        <button
          type="button"
          className={LINK}
          onClick={choose}
          aria-label={`Make ${path} the sheet`}
          title={
            looks > 1
              ? 'The texts of the other looks are kept as files beside the old sheet.'
              : 'The bench and the looks then work on it. The history stays.'
          }
        >
          Make it the sheet
        </button>
      </div>
    </li>
  )
}

const LINK = 'underline decoration-edge underline-offset-2 hover:decoration-ink'
