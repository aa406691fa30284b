import { planEdit } from './decide.ts'
import { parseSheet } from '../sheet/parse.ts'
import { ancestry } from '../markup/describe.ts'
import type { PageElement } from '../markup/tree.ts'
import { escapeIdent } from '../css/ident.ts'
import { normalSelector } from '../selectors/serialize.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { applySplices } from '../text/splice.ts'
import type { PageStyles } from '../cascade/cascade.ts'
import { idOf } from '../properties/longhands.ts'
import { whyLost, type Lost } from '../trace/trace.ts'
import { entriesFor } from '../cascade/entries.ts'

/** A selector a new rule could have. */
export interface Offer {
  readonly selector: string
  readonly reach: readonly { readonly page: string; readonly count: number }[]
  /** Null when the rule would win; else what it would lose by. */
  readonly lost: Lost | null
  /** What it would lose to: a selector, or '' for a style attribute. */
  readonly beatenBy: string
}

const LANDMARKS = new Set(['main', 'nav', 'header', 'footer', 'aside', 'article', 'section', 'form', 'table', 'figure'])

/** Selectors that find this element, narrow ones first: its id, its classes, its type inside what is around it, its type. */
export function selectorsFor(element: PageElement): string[] {
  const tag = escapeIdent(element.tag)
  const classes = element.classes.map((name) => `.${escapeIdent(name)}`)
  const around = ancestry(element).slice(0, -1).reverse()
  const box = around.find((at) => at.classes.length > 0)
  const landmark = around.find((at) => LANDMARKS.has(at.tag))
  const parent = element.parent
  const own = classes[0] ?? tag
  return [
    ...new Set([
      ...(element.id ? [`#${escapeIdent(element.id)}`] : []),
      ...classes,
      ...(classes.length > 0 ? [`${tag}${classes[0]}`] : []),
      ...(box ? [`.${escapeIdent(box.classes[0]!)} ${own}`] : []),
      ...(landmark ? [`${landmark.tag} ${own}`] : []),
      ...(parent && parent.tag !== 'html' && parent.tag !== 'body' ? [`${escapeIdent(parent.tag)} > ${tag}`] : []),
      tag,
    ]),
  ].slice(0, 7)
}

/** What an offer needs to know of the site. */
export interface OfferContext {
  readonly sheetText: string
  readonly sheetPath: string
  readonly reach: (selector: string) => readonly { readonly page: string; readonly count: number }[]
  /** The page's styles if the sheet said something else. */
  readonly stylesIf: (sheetText: string) => PageStyles
}

/** Selectors for a rule that gives the element this property, each tried out: the rule is written, and the cascade says who wins. */
export function offersFor(
  element: PageElement,
  property: string,
  value: string,
  context: OfferContext,
  pseudo = '',
): Offer[] {
  const sheet = parseSheet(context.sheetText)
  const id = idOf(property)
  return selectorsFor(element).map((bare) => {
    const selector = pseudo === '' ? bare : `${bare}::${pseudo}`
    const splices = planEdit(sheet, { selector, property, value, scope: 'only' })
    const styles = context.stylesIf(applySplices(context.sheetText, splices))
    const entries = entriesFor(styles.of(element, pseudo), id)
    const isOurs = ({ owner }: (typeof entries)[number]) =>
      typeof owner === 'object' &&
      owner.source.file === context.sheetPath &&
      splitAtCommas(owner.selectorText).some((part) => normalSelector(part.text) === normalSelector(selector))
    const winner = entries[0]
    const ours = entries.find(isOurs)
    if (!winner || (ours && ours === winner)) return { selector, reach: context.reach(bare), lost: null, beatenBy: '' }
    return {
      selector,
      reach: context.reach(bare),
      lost: ours ? whyLost(styles.cascade, ours, winner) : { by: 'later-rule' },
      beatenBy: typeof winner.owner === 'object' ? winner.owner.selectorText : '',
    }
  })
}
