import type { PageStyles } from '../../cascade/cascade.ts'
import { entriesFor, kindOf } from '../../cascade/entries.ts'
import { differsInState } from '../../links/worn-changes.ts'
import { describeElement } from '../../markup/describe.ts'
import { isLink } from '../../markup/hyperlink.ts'
import type { PageElement } from '../../markup/tree.ts'
import { idOf } from '../../properties/longhands.ts'
import { placeOf } from '../../text/place.ts'
import type { Found, PageRule } from '../finding.ts'
import type { FitPage } from '../fit-site.ts'
import { finderOf } from './named.ts'

/** Links that answer the pointer and not the keyboard (WCAG 2.2, 2.4.7). */
export const focusMissing: PageRule = {
  id: 'focus-missing',
  severity: 'warning',
  prevents: 'reading',
  title: 'Keyboard focus does not show',
  explanation:
    'Whoever moves through the page by keyboard must see where they are. The sheet takes the browser’s outline away and puts nothing in its place: style :focus-visible as well as :hover.',
  scope: 'page',
  readsSheets: true,
  check: (page) => {
    // The browser shows focus by itself: without an outline taken away there is nothing to look for.
    const links = withoutOutline(page.site.model, page.page).filter((each) => isLink(each) && each.place)
    return links.length === 0 ? [] : unseen(page, links)
  },
}

const withoutOutline = finderOf(
  ({ property, value }) => /^(?:outline|outline-style|outline-width|outline-color|all)$/.test(property) && value !== '',
)
const OUTLINE = idOf('outline-style')

function unseen({ path, site: { model }, someStyles: rest }: FitPage, links: readonly PageElement[]): Found[] {
  const focused = model.someStylesOf(path, undefined, 'focus')
  const hovered = model.someStylesOf(path, undefined, 'hover')
  return links.flatMap((link): Found[] => {
    if (differsInState(rest, focused, link, 'focus') || !differsInState(rest, hovered, link, 'hover')) return []
    const by = takenBy(focused, link)
    const set =
      by && `${by.selector} (${by.file || path}, line ${placeOf(model.text(by.file || path), by.offset).line})`
    const says = `changes under the pointer, and nothing of it when reached by keyboard${set ? `: ${set} takes the outline away` : ''}.`
    const { from, to } = link.place!.startTag
    return [{ file: path, from, to, message: `${describeElement(link)} ${says}`, cause: `A link ${says}` }]
  })
}

/** The rule that says there is no outline. */
function takenBy(styles: PageStyles, link: PageElement): { selector: string; file: string; offset: number } | null {
  const [winner] = entriesFor(styles.of(link), OUTLINE)
  if (!winner || typeof winner.owner === 'string' || kindOf(winner) === 'user-agent') return null
  const { source, selectorText } = styles.cascade.present(winner.owner)
  return {
    selector: selectorText,
    file: source.file,
    offset: source.offset + styles.cascade.declarationOf(winner).from,
  }
}
