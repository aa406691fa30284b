import type { PageStyles } from '../cascade/cascade.ts'
import { describeElement, elementPath } from '../markup/describe.ts'
import type { PageElement } from '../markup/tree.ts'
import { linkAround } from '../states/links.ts'
import type { Aspect } from './aspect.ts'
import { aspectsOf } from './aspects.ts'
import type { TraceContext } from './placed.ts'

/** What the trace of an element shows. */
export interface Inspection {
  readonly page: string
  readonly index: number
  /** The pseudo-element that is meant, '' for the element itself. */
  readonly pseudo: string
  /** A selector that finds it alone. */
  readonly path: string
  /** Pseudo-elements of the element that some rule of the site styles. */
  readonly pseudos: readonly string[]
  readonly ancestors: readonly { readonly index: number; readonly name: string }[]
  readonly children: readonly { readonly index: number; readonly name: string }[]
  /** Where the link it is in leads, as written; null for what is in no link. */
  readonly href: string | null
  readonly classes: readonly string[]
  /** Whether it has a style attribute that says something. */
  readonly styled: boolean
  readonly aspects: readonly Aspect[]
}

/** Everything the trace of an element shows. */
export function inspect(styles: PageStyles, element: PageElement, context: TraceContext, pseudo = ''): Inspection {
  const ancestors: { index: number; name: string }[] = []
  for (let at: PageElement | null = element; at; at = at.parent)
    ancestors.unshift({ index: at.index, name: describeElement(at) })
  const styled = styles
    .of(element)
    .matched.rules.filter(({ pseudo: name, source }) => name !== '' && source.kind !== 'user-agent')
  return {
    page: context.page,
    index: element.index,
    pseudo,
    path: elementPath(element),
    pseudos: [...new Set(styled.map(({ pseudo: name }) => name))],
    ancestors,
    children: element.children.map((child) => ({ index: child.index, name: describeElement(child) })),
    href: linkAround(element)?.attributes.get('href') ?? null,
    classes: [...new Set(element.classes)],
    styled: (element.attributes.get('style') ?? '').trim() !== '',
    aspects: aspectsOf(styles, element, context, pseudo),
  }
}
