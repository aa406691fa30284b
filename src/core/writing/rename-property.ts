import { renameInPage } from '../color/rename-in-page.ts'
import { renameInSheet } from '../color/swatches.ts'
import type { RenamePlan } from '../classes/rename.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { NO_CHANGE } from '../site/change.ts'

/** Plans to call a custom property otherwise wherever it is set or used: in every stylesheet, look and page. */
export function planRenameProperty(site: SiteSnapshot, from: string, to: string): RenamePlan {
  const found = [
    ...site.sheetTexts.map(({ doc, path, text }) => ({
      doc,
      file: path,
      text,
      splices: renameInSheet(text, from, to),
    })),
    ...site.pagePaths.map((path) => {
      const text = site.text(path)
      return { doc: site.docOf(path), file: path, text, splices: renameInPage(text, from, to) }
    }),
  ]
  const changed = found.filter(({ splices }) => splices.length > 0)
  return {
    change: { ...NO_CHANGE, texts: changed.map(({ doc, splices }) => ({ doc, splices })) },
    places: changed.map(({ file, splices }) => ({ file, count: splices.length })),
    left: scriptsThatName(site, from),
    merges: found.some(({ text }) => renameInSheet(text, to, from).length > 0),
  }
}

/** Scripts may set custom properties; what they name stays. */
function scriptsThatName(site: SiteSnapshot, name: string): string[] {
  const pages = site.pagePaths.filter((path) =>
    site.page(path).elements.some(({ tag, rawText }) => tag === 'script' && rawText?.text.includes(name)),
  )
  return pages.length === 0 ? [] : [`Scripts in ${pages.slice(0, 3).join(', ')} name ${name}; they stay as they are.`]
}
