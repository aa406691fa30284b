import type { Page } from '../markup/tree.ts'
import type { SiteView } from '../site/view.ts'
import type { Sheet } from '../sheet/parse.ts'
import { removeRules } from '../sheet/remove.ts'
import { targetOf, type SitePath } from '../paths/paths.ts'
import { referencesIn } from '../markup/references.ts'
import { applySplices, type Splice } from '../text/splice.ts'
import { facesOf, filesOf, type Face } from './faces.ts'

/** Elements that browsers set in italics by themselves (HTML, section 15.3.4). */
const ITALIC_TAGS = new Set(['address', 'cite', 'dfn', 'em', 'i', 'var'])

/**
 * The faces of a sheet that no text can be set in: their family is named nowhere outside `@font-face`, or they are italic and
 * nothing on the site is. Where in doubt a face counts as used.
 */
export function unusedFaces(
  sheet: Sheet,
  site: Pick<SiteView, 'pagePaths' | 'page' | 'sheetPath'> & { readonly others: readonly string[] },
): Face[] {
  const faces = facesOf(sheet)
  if (faces.length === 0) return []
  const pages = site.pagePaths.map((path) => site.page(path))
  const said = [withoutFaces(sheet), ...site.others, ...pages.flatMap(writtenStyles)].join('\n').toLowerCase()
  const italics =
    /italic|oblique/.test(said) || pages.some((page) => page.elements.some(({ tag }) => ITALIC_TAGS.has(tag)))
  const families = new Set(faces.map(({ family }) => family))
  const named = new Set([...families].filter((family) => said.includes(family.toLowerCase())))
  const upright = new Set(faces.flatMap(({ family, style }) => (style === 'normal' ? family : [])))
  return faces.filter(
    ({ family, style }) => !named.has(family) || (style !== 'normal' && !italics && upright.has(family)),
  )
}

function withoutFaces(sheet: Sheet): string {
  return applySplices(
    sheet.text,
    facesOf(sheet).map(({ rule: { from, to } }) => ({ from, to, insert: '' })),
  )
}

/** What a page itself says of styles and scripts: any of it may name a font. */
function writtenStyles(page: Page): string[] {
  return page.elements.flatMap(({ tag, rawText, attributes }) => [
    ...(rawText && (tag === 'style' || tag === 'script') ? [rawText.text] : []),
    attributes.get('style') ?? '',
    attributes.get('face') ?? '',
  ])
}

/** A sheet without its unused faces, and the files that then nothing refers to. */
export interface LeftOut {
  readonly splices: readonly Splice[]
  readonly files: readonly SitePath[]
}

/** What a hand-off can leave out. `others` are the texts of further stylesheets. */
export function leaveOutFonts(sheet: Sheet, site: Parameters<typeof unusedFaces>[1]): LeftOut {
  const unused = unusedFaces(sheet, site)
  const splices = removeRules(
    sheet,
    unused.map(({ rule }) => rule),
  )
  const gone = new Set(unused.map(({ rule }) => rule))
  const kept = new Set([
    ...facesOf(sheet)
      .filter(({ rule }) => !gone.has(rule))
      .flatMap((face) => filesOf(face, site.sheetPath)),
    ...site.pagePaths.flatMap((path) =>
      referencesIn(site.page(path)).flatMap(({ url }) => {
        const target = targetOf(path, url)
        return target.kind === 'site' ? [target.path] : []
      }),
    ),
  ])
  const elsewhere = site.others.join('\n')
  const files = [...new Set(unused.flatMap((face) => filesOf(face, site.sheetPath)))].filter(
    (file) => !kept.has(file) && !elsewhere.includes(file.slice(file.lastIndexOf('/') + 1)),
  )
  return { splices, files }
}
