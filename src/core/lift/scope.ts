import { parseComplex } from '../selectors/parse.ts'
import { parseSheet, type Item } from '../sheet/parse.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { applySplices, type Splice } from '../text/splice.ts'

/**
 * A rule's text so that it holds only on pages whose `html` element has one of these classes. `:where()` adds no
 * specificity, so the rule weighs what it weighed. Rules inside `@media` and its like are taken along.
 */
export function scopeRule(text: string, classes: readonly string[]): string {
  const sheet = parseSheet(text)
  const splices: Splice[] = []
  const visit = (items: readonly Item[]) => {
    for (const item of items) {
      if (item.kind === 'style') splices.push({ ...item.selectorRange, insert: scopeSelector(item.selector, classes) })
      else if (item.kind === 'at' && !/keyframes$|^(?:font-face|property|page|counter-style)$/.test(item.name))
        visit(item.items)
    }
  }
  visit(sheet.rules)
  return applySplices(text, splices)
}

/** A selector list that only matches on pages with one of these classes on `html`. */
export function scopeSelector(list: string, classes: readonly string[]): string {
  const names = classes.map((name) => `.${name}`)
  return splitAtCommas(list)
    .map(({ text }) => {
      const first = parseComplex(text)?.compounds[0] ?? []
      const root = first.some(
        (simple) =>
          (simple.kind === 'type' && simple.name.toLowerCase() === 'html') ||
          (simple.kind === 'pseudo-class' && simple.name === 'root'),
      )
      if (root) {
        const lead = /^(?:html|:root)/i.exec(text)
        return lead
          ? `${lead[0]}:where(${names.join(', ')})${text.slice(lead[0].length)}`
          : `:where(${names.join(', ')})${text}`
      }
      // "*" and what begins with it may be the html element itself.
      if (text.startsWith('*'))
        return `*:where(${[...names, ...names.map((name) => `${name} *`)].join(', ')})${text.slice(1)}`
      return `:where(${names.join(', ')}) ${text}`
    })
    .join(', ')
}
