import type { Page, PageElement } from '../markup/tree.ts'
import { closestName } from '../paths/paths.ts'
import { matches } from './match.ts'
import { parseComplex, splitSelectorList, type Complex, type Simple } from './parse.ts'
import { memo } from '../text/memo.ts'
import { serializeCompound } from './serialize.ts'

/** The elements of HTML (HTML standard, "Index of elements"), with those old sites still use. */
const HTML_ELEMENTS = new Set(
  (
    'a abbr address area article aside audio b base bdi bdo big blockquote body br button canvas caption center cite code col colgroup data datalist dd del details dfn dialog dir div dl dt em embed fieldset figcaption figure font footer form frame frameset h1 h2 h3 h4 h5 h6 head header hgroup hr html i iframe img input ins kbd label legend li link main map mark marquee menu meta meter nav ' +
    'nobr noscript object ol optgroup option output p param picture pre progress q rp rt ruby s samp script search section select slot small source span strike strong style sub summary sup svg table tbody td template textarea tfoot th thead time title tr track tt u ul var video wbr'
  ).split(' '),
)

/** Whether HTML has an element of this name. */
export const isHtmlElement = (name: string): boolean => HTML_ELEMENTS.has(name.toLowerCase())

/**
 * The likely cause why a selector touches nothing on any of the pages, in a sentence: letter case, a missing `.` or `#`, an
 * id used as a class, a near spelling, or a structure that no page has.
 */
export function whyNothing(selector: string, pages: readonly Page[]): string {
  if (selector.trim() === '') return 'Write a selector, such as main p.'
  const parts = splitSelectorList(selector)
  const bad = parts.find((part) => part.selector === null)
  if (bad) return `“${bad.text || selector}” is not a selector browsers understand, so they skip the whole rule.`
  return nameCause(selector, pages) ?? structureCause(parts[0]!.selector!, pages)
}

/** The same where it lies in a name that no page has; null where all names are there. The same list of pages is read once. */
export function nameCause(selector: string, pages: readonly Page[]): string | null {
  const known = namesOn(pages)
  for (const { selector: complex } of splitSelectorList(selector)) {
    const cause = complex && causeWithin(complex, known)
    if (cause) return cause
  }
  return null
}

function causeWithin({ compounds }: Complex, known: Names): string | null {
  for (const simple of compounds.flat()) {
    const cause = causeOf(simple, known)
    if (cause) return cause
  }
  return null
}

interface Names {
  readonly classes: ReadonlySet<string>
  readonly ids: ReadonlySet<string>
  readonly tags: ReadonlySet<string>
}

const namesOn = memo((pages: readonly Page[]): Names => {
  const classes = new Set<string>()
  const ids = new Set<string>()
  const tags = new Set<string>()
  for (const page of pages) {
    for (const element of page.elements) {
      tags.add(element.tag)
      if (element.id) ids.add(element.id)
      element.classes.forEach((name) => classes.add(name))
    }
  }
  return { classes, ids, tags }
})

const sameLetters = (name: string, among: ReadonlySet<string>) =>
  [...among].find((other) => other.toLowerCase() === name.toLowerCase())

function causeOf(simple: Simple, { classes, ids, tags }: Names): string | null {
  switch (simple.kind) {
    case 'class': {
      const { name } = simple
      if (classes.has(name)) return null
      const other = sameLetters(name, classes)
      if (other) return `Letter case differs: the pages say class="${other}", so write .${other}.`
      if (ids.has(name)) return `“${name}” is an id on the pages, not a class: write #${name}.`
      if (tags.has(name.toLowerCase()))
        return `No element has the class “${name}”, but there are <${name.toLowerCase()}> elements: write ${name.toLowerCase()} without the dot.`
      const near = closestName(name, [...classes])
      return near
        ? `No element has the class “${name}”. The nearest is .${near}.`
        : `No element has the class “${name}” yet.`
    }
    case 'id': {
      const { name } = simple
      if (ids.has(name)) return null
      const other = sameLetters(name, ids)
      if (other) return `Letter case differs: the pages say id="${other}", so write #${other}.`
      if (classes.has(name)) return `“${name}” is a class on the pages, not an id: write .${name}.`
      const near = closestName(name, [...ids])
      return near ? `No element has the id “${name}”. The nearest is #${near}.` : `No element has the id “${name}” yet.`
    }
    case 'type': {
      const name = simple.name.toLowerCase()
      if (tags.has(name) || tags.has(simple.name)) return null
      if (classes.has(simple.name))
        return `“${simple.name}” is a class on the pages: a dot is missing, write .${simple.name}.`
      if (ids.has(simple.name)) return `“${simple.name}” is an id on the pages: write #${simple.name}.`
      if (HTML_ELEMENTS.has(name)) return `There is no <${name}> element on the pages.`
      const near = closestName(name, [...tags, ...classes])
      return near
        ? `There is no element <${name}>. The nearest is ${tags.has(near) ? near : `.${near}`}.`
        : `There is no element <${name}> in HTML.`
    }
    case 'pseudo-class':
      // Of a list, another one may be what is meant.
      return simple.name === 'not' || simple.selectors?.length !== 1
        ? null
        : causeWithin(simple.selectors[0]!, { classes, ids, tags })
    default:
      return null
  }
}

/** Every name exists; then it is how they stand together. Finds the longest part on the right that does match something. */
function structureCause(selector: Complex, pages: readonly Page[]): string {
  const some = (test: (element: PageElement, page: Page) => boolean) =>
    pages.some((page) => page.elements.some((element) => test(element, page)))
  const last = selector.compounds.length - 1
  for (let from = last; from >= 0; from--) {
    const part: Complex = {
      compounds: selector.compounds.slice(from),
      combinators: [' ', ...selector.combinators.slice(from + 1)],
    }
    if (some((element, page) => matches(element, part, { quirks: page.quirks }))) continue
    if (from === last) return `No element is ${quoted(selector.compounds[last]!)} on these pages.`
    const inner = quoted(selector.compounds[from + 1]!)
    const outer = quoted(selector.compounds[from]!)
    switch (selector.combinators[from + 1]) {
      case '>':
        return `Both exist, but no ${inner} is a child of ${outer}; ${someInside(selector, from, some) ? 'it lies deeper inside, so leave out the >' : 'the structure is missing on these pages'}.`
      case '+':
        return `Both exist, but no ${inner} comes right after ${outer} on these pages.`
      case '~':
        return `Both exist, but no ${inner} comes after ${outer} in the same parent on these pages.`
      default:
        return `Both exist, but no ${inner} is inside ${outer} on these pages.`
    }
  }
  return 'It is there only while something is in a state, such as hovered or focused.'
}

function someInside(
  selector: Complex,
  from: number,
  some: (test: (element: PageElement, page: Page) => boolean) => boolean,
): boolean {
  const loose: Complex = {
    compounds: selector.compounds.slice(from),
    combinators: [' ', ' ', ...selector.combinators.slice(from + 2)],
  }
  return some((element, page) => matches(element, loose, { quirks: page.quirks }))
}

function quoted(compound: readonly Simple[]): string {
  return `“${serializeCompound(compound)}”`
}

const STATES = new Set(['hover', 'focus', 'focus-visible', 'focus-within', 'active', 'visited', 'link', 'target'])

/** A selector without states and pseudo-elements: what it could ever touch. Null when it is not valid. */
export function withoutStates(selector: string): string | null {
  const parts = splitSelectorList(selector).map(({ text, selector: complex }) => {
    if (!complex) return null
    const bare = {
      ...complex,
      compounds: complex.compounds.map((compound) =>
        compound.filter(
          (simple) => simple.kind !== 'pseudo-element' && !(simple.kind === 'pseudo-class' && STATES.has(simple.name)),
        ),
      ),
    }
    if (bare.compounds.every((compound, at) => compound.length === complex.compounds[at]!.length)) return text
    const written = bare.compounds
      .map(
        (compound, at) =>
          (at === 0 ? '' : bare.combinators[at] === ' ' ? ' ' : ` ${bare.combinators[at]} `) +
          (compound.length === 0 ? '*' : serializeCompound(compound)),
      )
      .join('')
    return complex.compounds.some((compound) =>
      compound.some((simple) => simple.kind === 'pseudo-class' && ['link', 'visited'].includes(simple.name)),
    )
      ? linksOnly(written, complex)
      : written
  })
  return parts.every((part) => part !== null) ? parts.join(', ') : null
}

/** `:link` without its state still speaks of links alone. */
function linksOnly(written: string, { compounds }: Complex): string {
  const last = compounds.at(-1)!
  return last.some((simple) => simple.kind === 'pseudo-class' && ['link', 'visited'].includes(simple.name)) &&
    parseComplex(`${written}:any-link`)
    ? `${written}:any-link`
    : written
}
