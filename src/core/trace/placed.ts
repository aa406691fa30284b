import type { PageStyles } from '../cascade/cascade.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { describeElement } from '../markup/describe.ts'
import type { PageElement } from '../markup/tree.ts'
import { idOf } from '../properties/longhands.ts'
import type { statesOf } from '../selectors/states.ts'
import { trace, type Rung, type Trace } from './trace.ts'

/** A rung with its line. */
export interface PlacedRung extends Rung {
  /** Null for the browser's own style. */
  readonly line: number | null
}

/** The trace of a property, or of several that are set alike (`margin-top` to `margin-left` by one `margin`). */
export interface PlacedTrace extends Omit<Trace, 'rungs' | 'property'> {
  /** As people name it: `margin`, `margin-top and margin-bottom`, `color`. */
  readonly name: string
  readonly properties: readonly string[]
  readonly rungs: readonly PlacedRung[]
  /** The element it is inherited from, as people point at it; '' when it is not. */
  readonly inheritedFromName: string
}

/** What is asked about: an element, or a pseudo-element of it. */
export interface Subject {
  readonly styles: PageStyles
  readonly element: PageElement
  readonly pseudo: string
  readonly style: ElementStyle
}

export function subjectOf(styles: PageStyles, element: PageElement, pseudo: string): Subject {
  const style = styles.of(element, pseudo)
  return { styles, element, pseudo, style }
}

/** A longhand of the subject, as `getComputedStyle` gives it. */
export function shown({ style }: Subject, property: string): string {
  return resolvedValue(style, idOf(property))
}

/** What has to be known of the site beside styles. */
export interface TraceContext {
  readonly page: string
  /** The line of an offset in a file; '' is the page. */
  readonly lineOf: (file: string, offset: number) => number
  /** The page's styles while the element is in a state. */
  readonly inState: (states: ReturnType<typeof statesOf>) => PageStyles
}

/** The declaration that decides; undefined when none does. */
export function winnerOf({ rungs }: PlacedTrace): PlacedRung | undefined {
  return rungs.find(({ lost }) => lost === null)
}

/** The traces of some longhands, those that are alike in value and all their rungs as one. Those nothing speaks of are left out, save the first. */
export function placedTraces(
  { styles, element, pseudo }: Subject,
  properties: readonly string[],
  context: TraceContext,
): PlacedTrace[] {
  const groups = new Map<string, PlacedTrace & { properties: string[] }>()
  for (const property of properties) {
    const { rungs, ...found } = trace(styles, element, property, pseudo)
    const key = [found.value, found.source, ...rungs.map(({ file, offset, lost }) => `${file} ${offset} ${lost?.by}`)]
    const alike = groups.get(key.join('\0'))
    if (alike) {
      alike.properties.push(property)
      continue
    }
    const placed = rungs.map((rung) => ({
      ...rung,
      line: rung.kind === 'user-agent' ? null : context.lineOf(rung.file, rung.offset),
    }))
    const { inheritedFrom } = found
    const inheritedFromName = inheritedFrom === null ? '' : describeElement(styles.page.elements[inheritedFrom]!)
    groups.set(key.join('\0'), { ...found, name: '', properties: [property], rungs: placed, inheritedFromName })
  }
  return [...groups.values()]
    .filter((each) => each.rungs.length > 0 || properties[0] === each.properties[0])
    .map((each) => ({ ...each, name: nameOf(each.properties) }))
}

/** `margin-top`, `margin-right`, `margin-bottom` and `margin-left` together are `margin`. */
function nameOf(properties: readonly string[]): string {
  const all = (holds: (name: string) => boolean) => properties.every(holds)
  if (properties.length === 4) {
    for (const box of ['margin', 'padding']) if (all((name) => name.startsWith(`${box}-`))) return box
    for (const part of ['width', 'style', 'color'])
      if (all((name) => name.startsWith('border-') && name.endsWith(`-${part}`))) return `border-${part}`
    if (all((name) => name.endsWith('-radius'))) return 'border-radius'
  }
  if (properties.length > 4 && all((name) => name.startsWith('border-')))
    return properties.some((name) => name.endsWith('radius')) ? 'border and border-radius' : 'border'
  return properties.length > 1 ? `${properties.slice(0, -1).join(', ')} and ${properties.at(-1)}` : properties[0]!
}
