import { escapeText } from '../markup/attributes.ts'
import { firstByTag, parsePage } from '../markup/tree.ts'
import { HTML_SPACE, spaceBefore } from '../text/place.ts'
import { applySplices, type Splice } from '../text/splice.ts'
import type { SitePath } from '../paths/paths.ts'
import { adaptBlock, partMarks, partsIn } from './parts.ts'
import { retargetPage } from './retarget-page.ts'
import { commonVersion, partsOf, REGIONS, regionsOf } from './share.ts'
import { newPage } from './skeleton.ts'
import type { SiteView } from './view.ts'

/** How a new page begins. */
export type NewPageKind =
  | { readonly kind: 'empty' }
  /** As a copy of another page, its addresses right for the new folder. */
  | { readonly kind: 'copy'; readonly of: SitePath }
  /** From the site's shared parts, or where there are none, from the regions of another page. */
  | { readonly kind: 'frame'; readonly of: SitePath }

/** The text of a new page. */
export function newPageText(site: SiteView, path: SitePath, title: string, how: NewPageKind, siteName: string): string {
  const model = how.kind === 'empty' ? [...site.pagePaths][0] : how.of
  const lang = (model && site.page(model).root.attributes.get('lang')) || 'en'
  if (how.kind === 'empty') return newPage({ path, title }, { sheetPath: site.sheetPath, siteName, lang })
  return how.kind === 'copy' ? copyOf(site, how.of, path, title) : frameOf(site, how.of, path, title)
}

const existsIn = (site: SiteView) => (path: SitePath) => site.files.has(path)

/** A copy of a page for another place: its addresses lead where they led, its own link is marked as the current one, its title is new. */
function copyOf(site: SiteView, from: SitePath, to: SitePath, title: string): string {
  const page = site.page(from)
  const moved = applySplices(page.text, retargetPage(page, { from, to, moved: (path) => path, exists: existsIn(site) }))
  return retitled(withoutCurrent(moved), title)
}

/** No link of a copy says that its page is the current one. */
function withoutCurrent(text: string): string {
  const page = parsePage(text)
  const splices: Splice[] = page.elements.flatMap((element) => {
    const at = element.attributes.get('aria-current') === 'page' ? element.place?.attributes['aria-current'] : undefined
    return at ? [{ from: at.from - spaceBefore(text, at.from, HTML_SPACE).length, to: at.to, insert: '' }] : []
  })
  return applySplices(text, splices)
}

function retitled(text: string, title: string): string {
  const page = parsePage(text)
  const splices: Splice[] = []
  const old = page.elements.find(({ tag, html }) => html && tag === 'title')
  const words = old?.rawText?.text ?? ''
  // "Fares – The ferry" becomes "New title – The ferry".
  const rest = /\s[–—|·-]\s[\s\S]*$/.exec(words)?.[0] ?? ''
  if (old?.place)
    splices.push({
      from: old.place.startTag.to,
      to: old.place.endTag?.from ?? old.place.startTag.to,
      insert: escapeText(title) + escapeText(rest),
    })
  const heading = firstByTag(page, 'h1')
  if (heading?.place?.endTag && heading.children.length === 0)
    splices.push({ from: heading.place.startTag.to, to: heading.place.endTag.from, insert: escapeText(title) })
  return applySplices(text, splices)
}

/** A new page with the head of another one and its shared parts, and an empty `main` between them. */
function frameOf(site: SiteView, from: SitePath, to: SitePath, title: string): string {
  const page = site.page(from)
  const head = firstByTag(page, 'head')
  const body = firstByTag(page, 'body')
  if (!head?.place || !body?.place) return copyOf(site, from, to, title)
  const main = firstByTag(page, 'main')
  const shape = { marks: true, indent: '  ', eol: '\n' }
  const blocks: { readonly at: number; readonly text: string }[] = []
  for (const [name, places] of partsOf(site)) {
    const common = commonVersion(site, places)
    const here = places.find(({ path }) => path === from)?.place
    if (!common || !here?.block) continue
    const { open, close } = partMarks(name)
    blocks.push({
      at: here.whole.from,
      text: `${open}\n  ${adaptBlock(common.block, to, existsIn(site), shape)}\n  ${close}`,
    })
  }
  const shared = partsIn(page).map(({ whole }) => whole)
  const regions = regionsOf(page)
  for (const tag of REGIONS) {
    const place = regions[tag]?.place
    // A navigation inside the header comes along with it, and what a shared part holds comes with the part.
    if (
      !place ||
      (tag === 'nav' && regions.nav!.parent !== body) ||
      shared.some((whole) => whole.from <= place.from && place.to <= whole.to)
    )
      continue
    blocks.push({
      at: place.from,
      text: adaptBlock({ path: from, text: page.text.slice(place.from, place.to) }, to, existsIn(site), shape),
    })
  }
  blocks.sort((a, b) => a.at - b.at)
  const isBehind = ({ at }: { readonly at: number }) =>
    main?.place !== undefined && main.place !== null && at > main.place.from
  const before = blocks.filter((block) => !isBehind(block)).map(({ text: block }) => block)
  const behind = blocks.filter(isBehind).map(({ text: block }) => block)
  const { text } = page
  const own = head.children
    .filter(({ tag, place }) => place && tag !== 'style' && tag !== 'script')
    .map(({ place }) => text.slice(place!.from, place!.to))
  const root = page.root.place
    ? text.slice(page.root.place.startTag.from, page.root.place.startTag.to)
    : '<html lang="en">'
  const written = `<!doctype html>\n${root}\n<head>\n${own.map((line) => `  ${line}\n`).join('')}</head>\n${text.slice(body.place.startTag.from, body.place.startTag.to)}\n`
  const framed = parsePage(written)
  const moved = applySplices(written, retargetPage(framed, { from, to, moved: (path) => path, exists: existsIn(site) }))
  const lines = [...before, `<main>\n    <h1>${escapeText(title)}</h1>\n  </main>`, ...behind]
    .map((block) => `  ${block}\n`)
    .join('')
  return retitled(`${moved}${lines}</body>\n</html>\n`, title)
}
