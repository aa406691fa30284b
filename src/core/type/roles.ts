import { idOf } from '../properties/longhands.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import type { PageStyles } from '../cascade/cascade.ts'
import type { Viewport } from '../values/media.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { elementPath } from '../markup/describe.ts'
import type { Page, PageElement } from '../markup/tree.ts'
import { wordsOf } from '../markup/words.ts'
import { reachOf } from '../selectors/reach.ts'
import { normalSelector } from '../selectors/serialize.ts'
import { comparePages, type SitePath } from '../paths/paths.ts'
import { ROLES } from './text-roles.ts'

/** What a role sets, as its specimen shows it. */
export const ROLE_PROPERTIES = [
  'font-family',
  'font-size',
  'font-weight',
  'font-style',
  'line-height',
  'letter-spacing',
  'word-spacing',
  'text-transform',
  'font-variant-caps',
  'text-align',
  'color',
] as const

/** A role as it stands on the pages. */
export interface RoleSpecimen {
  readonly selector: string
  /** Elements over all pages. */
  readonly count: number
  readonly pages: number
  /** Real text of the site; '' where no page has any. */
  readonly text: string
  /** Computed values of the first such element, and where it is; null where there is none. */
  readonly values: Readonly<Record<string, string>> | null
  readonly sample: { readonly page: SitePath; readonly index: number } | null
}

/** The roles with real text of the pages. */
export function roleSpecimens(model: SiteSnapshot, viewport: Viewport): RoleSpecimen[] {
  const pages = [...model.pagePaths].sort(comparePages).map((path) => ({ path, page: model.page(path) }))
  return ROLES.map(({ selector }) => {
    const found = pages.flatMap(({ path, page }) => reachOf(page, selector).map((element) => ({ path, page, element })))
    // The first with words in it that no style attribute sets apart.
    const worded = found.filter(({ page, element }) => specimenText(page, element, selector) !== '')
    const shown = worded.find(({ element }) => !element.attributes.has('style')) ?? worded[0] ?? found[0]
    if (!shown) return { selector, count: 0, pages: 0, text: '', values: null, sample: null }
    const style = model.stylesOf(shown.path, viewport).of(shown.element)
    return {
      selector,
      count: found.length,
      pages: new Set(found.map(({ path }) => path)).size,
      text: specimenText(shown.page, shown.element, selector),
      values: Object.fromEntries(ROLE_PROPERTIES.map((name) => [name, resolvedValue(style, idOf(name))])),
      sample: { page: shown.path, index: shown.element.index },
    }
  })
}

const MOST = 90

function specimenText(page: Page, element: PageElement, selector: string): string {
  if (selector === 'input') return element.attributes.get('value') || element.attributes.get('placeholder') || ''
  // The first paragraph speaks for all text.
  const from = selector === 'body' ? page.elements.find((each) => each.tag === 'p' && each.texts.length > 0) : element
  return from ? wordsOf(page, from, MOST) : ''
}

/** Text of a role that the role's rule does not reach, one kind of element together. */
export interface MissedText {
  /** What it is: "loose text in `main`". Code stands between backticks. */
  readonly what: string
  /** A selector that would reach it; '' where only a change of the page helps. */
  readonly selector: string
  readonly count: number
  /** With a selector that finds it alone. */
  readonly places: readonly { readonly page: SitePath; readonly index: number; readonly path: string }[]
}

/** Elements that are found to play a role without being its element. */
interface Kin {
  readonly what: (element: PageElement) => string
  readonly selector: (element: PageElement) => string
  readonly test: (element: PageElement, context: { readonly page: Page; readonly styles: PageStyles }) => boolean
}

const FAMILY = idOf('font-family')
const SIZE = idOf('font-size')
const BOXES = new Set(['body', 'main', 'section', 'article', 'aside', 'div', 'header', 'footer', 'nav'])
const named = (element: PageElement) => `\`${element.tag}${element.classes[0] ? `.${element.classes[0]}` : ''}\``
const tagged = ({ tag }: PageElement) => tag
const SMALL_OTHERS = new Set(['p', 'span', 'div', 'font', 'li', 'td', 'sub', 'sup', 'address'])
const isOnly = (element: PageElement) =>
  element.parent !== null && element.parent.children.length === 1 && element.parent.texts.length === 0

/** Whether a paragraph holds nothing but one bold run: a heading in all but name (common practice). */
const boldAlone: Kin = {
  what: () => 'a paragraph that is bold from end to end, like a heading',
  selector: () => '',
  test: (element) =>
    ['strong', 'b'].includes(element.tag) && element.texts.length > 0 && isOnly(element) && element.parent!.tag === 'p',
}

const KIN: Readonly<Record<string, Kin>> = {
  body: {
    what: (element) => `${named(element)}, which keeps the browser’s own font`,
    selector: tagged,
    test: (element, { styles }) => {
      const style = styles.of(element)
      return (
        ['button', 'input', 'select', 'textarea'].includes(element.tag) &&
        element.attributes.get('type') !== 'hidden' &&
        style.winners[FAMILY] !== undefined &&
        style.value(FAMILY) !== styles.of(bodyOf(element)!).value(FAMILY)
      )
    },
  },
  p: {
    what: (element) =>
      BOXES.has(element.tag) && element.tag !== 'div'
        ? `loose text in ${named(element)}`
        : `text straight in ${named(element)}`,
    selector: () => '',
    test: (element) => BOXES.has(element.tag) && element.texts.length > 0,
  },
  h2: boldAlone,
  small: {
    what: (element) => `${named(element)}, set smaller than the text around`,
    selector: (element) => (element.classes[0] ? `.${element.classes[0]}` : ''),
    test: (element, { styles }) => {
      const body = bodyOf(element)
      return (
        body !== null &&
        SMALL_OTHERS.has(element.tag) &&
        element.texts.length > 0 &&
        parseFloat(styles.of(element).value(SIZE)) < 0.9 * parseFloat(styles.of(body).value(SIZE)) &&
        !inside(element, ['small', 'figcaption', 'caption', 'nav', 'button', 'code', 'pre', 'table'])
      )
    },
  },
  figcaption: {
    what: (element) =>
      element.tag === 'caption' ? 'the `caption` of a table' : `${named(element)} in a figure without figcaption`,
    selector: (element) => (element.tag === 'caption' ? 'caption' : ''),
    test: (element) =>
      element.texts.length > 0 &&
      (element.tag === 'caption' ||
        (element.parent?.tag === 'figure' &&
          ['p', 'small', 'em', 'span', 'div', 'figure'].includes(element.tag) &&
          !element.parent.children.some(({ tag }) => tag === 'figcaption'))),
  },
  blockquote: {
    what: () => 'a paragraph in quotation marks',
    selector: () => '',
    test: (element, { page }) =>
      element.tag === 'p' &&
      !inside(element, ['blockquote']) &&
      /^\s*[“„«"]/.test(page.text.slice(element.texts[0]?.from ?? 0, element.texts[0]?.to ?? 0)) &&
      /[”“»"]\s*$/.test(page.text.slice(element.texts.at(-1)?.from ?? 0, element.texts.at(-1)?.to ?? 0)),
  },
  code: {
    what: (element) => named(element),
    selector: tagged,
    test: (element) =>
      (['kbd', 'samp', 'tt', 'var'].includes(element.tag) ||
        (element.tag === 'pre' && !element.children.some(({ tag }) => tag === 'code'))) &&
      element.texts.length > 0 &&
      !inside(element, ['code']),
  },
  button: {
    what: (element) =>
      element.tag === 'input'
        ? `\`input[type=${element.attributes.get('type')}]\``
        : `${named(element)}, dressed as a button`,
    selector: (element) =>
      element.tag === 'input'
        ? `input[type=${element.attributes.get('type')}]`
        : (element.classes.map((name) => `.${name}`).find((name) => /button|btn/i.test(name)) ?? '[role=button]'),
    test: (element) =>
      (element.tag === 'input' && ['submit', 'button', 'reset'].includes(element.attributes.get('type') ?? '')) ||
      (element.tag === 'a' &&
        (element.attributes.get('role') === 'button' || element.classes.some((name) => /^(?:button|btn)/i.test(name)))),
  },
  input: {
    what: (element) => named(element),
    selector: tagged,
    test: ({ tag }) => tag === 'select' || tag === 'textarea',
  },
}

function bodyOf(element: PageElement): PageElement | null {
  for (let at: PageElement | null = element; at; at = at.parent) if (at.tag === 'body') return at
  return null
}

function inside(element: PageElement, tags: readonly string[]): boolean {
  for (let at: PageElement | null = element.parent; at; at = at.parent) if (tags.includes(at.tag)) return true
  return false
}

/** Text that plays a role without being reached by the rule for it, the most frequent first. `joined` are selectors that share the role's rule. */
export function missedBy(
  model: SiteSnapshot,
  selector: string,
  joined: readonly string[],
  viewport: Viewport,
): MissedText[] {
  const kin = KIN[selector]
  if (!kin) return []
  const reached = new Set(joined.map((each) => normalSelector(each)))
  const found = new Map<
    string,
    { what: string; selector: string; places: { page: SitePath; index: number; path: string }[] }
  >()
  for (const path of model.pagePaths) {
    const page = model.page(path)
    const styles = model.stylesOf(path, viewport)
    for (const element of page.elements) {
      if (!element.html || !bodyOf(element) || !kin.test(element, { page, styles })) continue
      const own = kin.selector(element)
      if (own !== '' && reached.has(normalSelector(own))) continue
      const what = kin.what(element)
      const entry = found.get(what) ?? { what, selector: own, places: [] }
      entry.places.push({ page: path, index: element.index, path: elementPath(element) })
      found.set(what, entry)
    }
  }
  return [...found.values()]
    .map((entry) => ({ ...entry, count: entry.places.length }))
    .sort((a, b) => b.count - a.count)
}

/** A font size as it comes out on the pages. */
export interface SizeOutcome {
  /** Px, as computed. */
  readonly size: string
  readonly count: number
  readonly pages: readonly SitePath[]
  /** The sizes it hangs on, outermost first: "body 17px › .notes 14.45px › li 12.28px". */
  readonly chain: string
  /** Px of the parent and of the root element: what em and rem hang on. */
  readonly parent: number
  readonly root: number
  readonly sample: { readonly page: SitePath; readonly index: number }
}

/** The computed font sizes of what a selector reaches, the most frequent first: several where em or per cent hang on each other. */
export function sizesOf(model: SiteSnapshot, selector: string, viewport: Viewport): SizeOutcome[] {
  const found = new Map<string, { -readonly [K in keyof SizeOutcome]: SizeOutcome[K] } & { pages: SitePath[] }>()
  for (const path of model.pagePaths) {
    const elements = reachOf(model.page(path), selector)
    if (elements.length === 0) continue
    const styles = model.stylesOf(path, viewport)
    for (const element of elements) {
      const size = styles.of(element).value(SIZE)
      const entry = found.get(size) ?? {
        size,
        count: 0,
        pages: [],
        chain: chainOf(element, (each) => styles.of(each).value(SIZE)),
        parent: parseFloat(styles.of(element.parent ?? element).value(SIZE)),
        root: parseFloat(styles.at(0).value(SIZE)),
        sample: { page: path, index: element.index },
      }
      entry.count++
      if (entry.pages.at(-1) !== path) entry.pages.push(path)
      found.set(size, entry)
    }
  }
  return [...found.values()].sort((a, b) => b.count - a.count)
}

function chainOf(element: PageElement, size: (element: PageElement) => string): string {
  const links: string[] = []
  for (let at: PageElement | null = element; at; at = at.parent)
    if (!at.parent || size(at) !== size(at.parent))
      links.unshift(`${at.tag}${at.classes[0] ? `.${at.classes[0]}` : ''} ${size(at)}`)
  return links.join(' › ')
}
