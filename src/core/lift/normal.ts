import { parseDeclarations, type Declaration, type Item, type StyleRule } from '../sheet/parse.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { normalSelector } from '../selectors/serialize.ts'

/** A selector list in one fixed spelling. */
export function normalList(selector: string): string {
  return splitAtCommas(selector)
    .map(({ text }) => normalSelector(text))
    .join(', ')
}

function normalDeclaration({ property, value, important }: Declaration): string {
  return `${property}: ${value.replace(/\s+/g, ' ')}${important ? ' !important' : ''}`
}

/** What a rule says, in one fixed spelling: its declarations in order, then what is nested in it. */
export function normalBody(items: readonly Item[], text: string): string {
  return items
    .map((item) =>
      item.kind === 'declaration' ? normalDeclaration(item) : text.slice(item.from, item.to).replace(/\s+/g, ' '),
    )
    .join('; ')
}

/** The declarations of a style attribute in one fixed spelling; '' when it says nothing that CSS can read. */
export function normalAttribute(value: string): string {
  return parseDeclarations(value).items.map(normalDeclaration).join('; ')
}

/** Whether a rule is nothing but one class: `.name`. */
export function loneClass(rule: StyleRule): string | null {
  const match = /^\.(-?[_a-zA-Z][\w-]*)$/.exec(normalList(rule.selector))
  return match ? match[1]! : null
}
