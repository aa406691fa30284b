import { escapeIdent } from '../css/ident.ts'
import type { PageElement } from './tree.ts'

/** An element as people would point at it: `p.note`, `div#top`. */
export function describeElement(element: PageElement): string {
  return (
    element.tag +
    (element.id ? `#${element.id}` : '') +
    element.classes
      .slice(0, 2)
      .map((name) => `.${name}`)
      .join('')
  )
}

/** The element and those around it, outermost first. */
export function ancestry(element: PageElement): PageElement[] {
  const chain: PageElement[] = []
  for (let at: PageElement | null = element; at; at = at.parent) chain.unshift(at)
  return chain
}

/** A selector that finds this element alone: `html > body > main > p:nth-of-type(2)`. */
export function elementPath(element: PageElement): string {
  return ancestry(element)
    .map((at) => {
      const alike = at.parent?.children.filter(({ tag }) => tag === at.tag) ?? [at]
      return escapeIdent(at.tag) + (alike.length > 1 ? `:nth-of-type(${alike.indexOf(at) + 1})` : '')
    })
    .join(' > ')
}
