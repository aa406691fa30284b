'use client'
import { isSheet } from '../../../core/paths/paths.ts'
import type { SheetShare } from '../../../core/model/sheet-shares.ts'
import { api } from '../../state/api.ts'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'
import { count } from '../../words.ts'

/** Which stylesheet is the sheet, and why; every further one, with the way to its text and to make it the sheet. */
export function SheetChoice() {
  const files = useRoom((state) => state.files)
  const sheetPath = useRoom((state) => state.sheetPath)
  const several = files.some(({ path }) => isSheet(path))
  const shares = useAnswer('sheets', several ? {} : null, { keep: true })
  if (!several) return null
  const own = shares?.find(({ path }) => path === sheetPath)
  const others = shares?.filter(({ path }) => path !== sheetPath)
  return (
    <section aria-label="Stylesheets" className="border-b border-line px-4 py-3">
      <p>
        The sheet is <code className="break-all font-mono text-[12px]">{sheetPath}</code>
        {own && <span className="text-quiet">{`, ${whyIt(own, others ?? [])}`}</span>}
      </p>
      {others && (
        <ul className="mt-1.5 flex flex-col gap-1 text-[12px]">
          {others.map((share) => (
            <OtherSheet key={share.path} share={share} />
          ))}
        </ul>
      )}
    </section>
  )
}

/** Why a stylesheet is the sheet, as far as the pages tell. */
function whyIt({ pages, rules }: SheetShare, others: readonly SheetShare[]): string {
  const worn = `${count(pages, 'page')} ${pages === 1 ? 'wears' : 'wear'} it`
  const more = others.filter((other) => other.pages > pages).length
  const richer = others.filter((other) => other.pages === pages && other.rules > rules).length
  if (more > 0) return `chosen by hand: ${worn}.`
  if (others.some((other) => other.pages === pages && pages > 0))
    return richer > 0
      ? `chosen among those that most pages wear: ${worn}.`
      : `for ${worn}, and of those it has most rules.`
  return `for ${worn}, more than any other.`
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
      <code className="break-all font-mono">{path}</code>
      <p className="text-quiet">
        {pages === 0 ? 'No page wears it' : `${count(pages, 'page')} ${pages === 1 ? 'wears' : 'wear'} it`},{' '}
        {count(rules, 'rule')}
        {importedBy.length > 0 && `; imported by ${importedBy.join(', ')}`}
      </p>
      <p className="mt-0.5 flex gap-1.5">
        <button
          type="button"
          className="btn h-6 px-2"
          onClick={() => store.getState().showText(path)}
          aria-label={`Edit ${path}`}
        >
          Edit its text
        </button>
        <button
          type="button"
          className="btn h-6 px-2"
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
      </p>
    </li>
  )
}
