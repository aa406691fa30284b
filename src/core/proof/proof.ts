import type { PageStyles } from '../cascade/cascade.ts'
import { DESK, type Viewport } from '../values/media.ts'
import { idOf, LONGHANDS } from '../properties/longhands.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { trace } from '../trace/trace.ts'
import { describeElement } from '../markup/describe.ts'
import type { PageElement } from '../markup/tree.ts'
import type { Splice } from '../text/splice.ts'
import { pairsOf } from './pairs.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { State } from '../selectors/match.ts'
import type { SitePath } from '../paths/paths.ts'

/** One value that a change would alter, on one page, for elements of one kind. */
export interface Alteration {
  readonly page: SitePath
  readonly element: string
  /** Place of the first such element, by its number in the page as it is now. */
  readonly index: number
  readonly count: number
  readonly pseudo: string
  readonly property: string
  readonly before: string
  readonly after: string
  /** "" at rest; else the state in which it differs. */
  readonly state: '' | 'in a state' | 'visited'
  readonly viewport: Viewport
  /** What decides now and what would decide then. */
  readonly why: string
}

/** What a proof says as it goes, page by page. */
export interface ProofProgress {
  readonly done: number
  readonly total: number
  readonly elements: number
  /** What a person could see change, each where it is decided. */
  readonly altered: readonly Alteration[]
  /** Values that change only because one of those does: inherited, or following the text colour. */
  readonly following: number
}

/** A page that a change may reach: its names before and after, and what is written in it. */
export interface PageChange {
  readonly before: SitePath
  readonly after: SitePath
  readonly splices?: readonly Splice[]
}

/** Widths that media queries commonly tell apart: a phone, a tablet, a desk. */
export const PROOF_VIEWPORTS: readonly Viewport[] = [DESK, { width: 768, height: 1024 }, { width: 360, height: 740 }]

const STATES: readonly { readonly name: Alteration['state']; readonly states: ReadonlySet<State> | null }[] = [
  { name: '', states: null },
  {
    name: 'in a state',
    states: new Set<State>(['hover', 'focus', 'focus-visible', 'focus-within', 'active', 'target']),
  },
  { name: 'visited', states: new Set<State>(['visited']) },
]

/** What one page may list; more of the same kind are counted, not listed. */
const MOST_A_PAGE = 60

/**
 * Compares what every element of every page looks like before and after a change, with the cascade core: every longhand, at
 * three widths, at rest, in states, and visited; pseudo-elements included. Elements that come or go are nobody's before and after;
 * what they do to others is told.
 */
export function* prove(
  before: SiteSnapshot,
  after: SiteSnapshot,
  pages: readonly PageChange[],
): Generator<ProofProgress, void, void> {
  const differences = new WeakMap<ElementStyle, WeakMap<ElementStyle, readonly number[]>>()
  for (const [at, { before: path, after: newPath, splices = [] }] of pages.entries()) {
    const pairs = pairsOf(before.page(path), after.page(newPath), splices)
    const altered = new Map<string, Alteration>()
    const partners = new Map<PageElement, PageElement>(pairs)
    // What has come between an element and its parent is in no pair: what it hands down follows nothing that is told.
    const keepsParent = (element: PageElement, other: PageElement) =>
      element.parent === null || partners.get(element.parent) === other.parent
    let following = 0
    for (const viewport of PROOF_VIEWPORTS) {
      for (const { name, states } of STATES) {
        const old = states ? before.stylesInState(path, () => states, viewport) : before.stylesOf(path, viewport)
        const now = states ? after.stylesInState(newPath, () => states, viewport) : after.stylesOf(newPath, viewport)
        for (const [element, other] of pairs) {
          compare(
            old,
            now,
            element,
            other,
            keepsParent(element, other),
            differences,
            (property, pseudo, values, why) => {
              if (why === null) {
                if (name === '' && viewport === PROOF_VIEWPORTS[0]) following++
                return
              }
              const known = [...altered.values()].find(
                (each) =>
                  each.property === property &&
                  each.pseudo === pseudo &&
                  each.element === describeElement(element) &&
                  each.before === values[0] &&
                  each.after === values[1],
              )
              if (known) {
                // The same element at another width or in another state is not counted again.
                if (known.viewport === viewport && known.state === name && known.index !== element.index)
                  altered.set(keyOf(known), { ...known, count: known.count + 1 })
              } else if (altered.size < MOST_A_PAGE) {
                const alteration = {
                  page: path,
                  element: describeElement(element),
                  index: element.index,
                  count: 1,
                  pseudo,
                  property,
                  before: values[0],
                  after: values[1],
                  state: name,
                  viewport,
                  why: why(),
                }
                altered.set(keyOf(alteration), alteration)
              }
            },
          )
        }
      }
    }
    yield { done: at + 1, total: pages.length, elements: pairs.length, altered: [...altered.values()], following }
  }
}

const keyOf = ({ element, property, pseudo, before, after }: Alteration) =>
  [element, property, pseudo, before, after].join('\0')

/** `why` is null for a value that only follows another one. */
type Report = (property: string, pseudo: string, values: readonly [string, string], why: (() => string) | null) => void

/** Whether a longhand differs only because of what it is inherited from, or because it follows the text colour. */
function onlyFollows(a: ElementStyle, b: ElementStyle, id: number): boolean {
  if (a.value(id) === b.value(id)) return true
  return LONGHANDS[id]!.inherited && !a.winners[id] && !b.winners[id]
}

/** Whether a pseudo-element is there at all (CSS Pseudo-Elements 4): a marker beside a list item, content that says something. */
export function isThere(style: ElementStyle, of: ElementStyle): boolean {
  if (style.pseudoName === 'marker') return of.value(DISPLAY).includes('list-item')
  if (style.pseudoName === 'before' || style.pseudoName === 'after')
    return !['none', 'normal'].includes(style.value(CONTENT))
  return style.pseudoName !== 'placeholder' || ['input', 'textarea'].includes(of.element.tag)
}

const DISPLAY = idOf('display')
const CONTENT = idOf('content')

function compare(
  old: PageStyles,
  now: PageStyles,
  element: PageElement,
  other: PageElement,
  sameParent: boolean,
  known: WeakMap<ElementStyle, WeakMap<ElementStyle, readonly number[]>>,
  report: Report,
): void {
  const own = old.of(element)
  const next = now.of(other)
  for (const id of differing(own, next, known)) {
    const { name } = LONGHANDS[id]!
    const why = sameParent && onlyFollows(own, next, id) ? null : () => whyOf(old, now, element, other, name, '')
    report(name, '', [resolvedValue(own, id), resolvedValue(next, id)], why)
  }
  const pseudos = new Set(
    [...own.matched.rules, ...next.matched.rules].map(({ pseudo }) => pseudo).filter((pseudo) => pseudo !== ''),
  )
  for (const pseudo of pseudos) {
    const a = old.cascade.pseudoStyle(old, element, pseudo)
    const b = now.cascade.pseudoStyle(now, other, pseudo)
    if (!isThere(a, own) && !isThere(b, next)) continue
    for (const { id, name } of LONGHANDS) {
      const values = [resolvedValue(a, id), resolvedValue(b, id)] as const
      if (values[0] === values[1]) continue
      const why = onlyFollows(a, b, id) ? null : () => whyOf(old, now, element, other, name, pseudo)
      report(name, pseudo, values, why)
    }
  }
}

/** The longhands in which two styles differ; found once for each pair. */
function differing(
  a: ElementStyle,
  b: ElementStyle,
  known: WeakMap<ElementStyle, WeakMap<ElementStyle, readonly number[]>>,
): readonly number[] {
  const row = known.get(a) ?? new WeakMap<ElementStyle, readonly number[]>()
  known.set(a, row)
  let found = row.get(b)
  if (!found)
    row.set(
      b,
      (found = LONGHANDS.filter(({ id }) => resolvedValue(a, id) !== resolvedValue(b, id)).map(({ id }) => id)),
    )
  return found
}

/** What decides a value now and what would decide it then, as a sentence. */
export function whyOf(
  old: PageStyles,
  now: PageStyles,
  element: PageElement,
  other: PageElement,
  property: string,
  pseudo: string,
): string {
  const decider = (styles: PageStyles, at: PageElement) => {
    const { rungs, source } = trace(styles, at, property, pseudo)
    const winner = rungs[0]
    if (!winner) return source === 'inherited' ? 'what it inherits' : 'the browser’s own style'
    const where =
      winner.kind === 'inline'
        ? 'the style attribute'
        : winner.kind === 'embedded'
          ? `${winner.selector} in the <style> block`
          : winner.kind === 'external'
            ? `${winner.selector} in ${winner.file}`
            : 'the browser’s own style'
    return source === 'inherited' ? `${where}, inherited` : where
  }
  const before = decider(old, element)
  const after = decider(now, other)
  return before === after
    ? `${before} decides, but through other values.`
    : `Now ${before} decides; then it would be ${after}.`
}
