import { unescapeCss } from '../css/ident.ts'
import { closerOf, isTrivia, Token, tokensOf, type CssToken } from '../css/tokens.ts'
import type { Item, Sheet } from '../sheet/parse.ts'
import { memo } from '../text/memo.ts'
import type { Range } from '../text/splice.ts'

export type NameKind = 'class' | 'id'

/** A class or id as a selector of a stylesheet names it. */
export interface NameInCss extends Range {
  readonly kind: NameKind
  readonly name: string
  /** How it is written: after its dot or hash, or as a value in an attribute selector, with the quotes or as a name. */
  readonly as: 'name' | 'string' | 'fragment'
  /** The rule it stands in, by where that begins. */
  readonly rule: number
}

/** Every class and id that the selectors of a stylesheet name, nested rules and scopes included, with their places. */
export const namesInCss = memo((sheet: Sheet): readonly NameInCss[] => {
  const found: NameInCss[] = []
  const visit = (items: readonly Item[]) => {
    for (const item of items) {
      if (item.kind === 'declaration') continue
      const range = item.kind === 'style' ? item.selectorRange : item.name === 'scope' ? item.preludeRange : null
      if (range) found.push(...namesIn(sheet.text.slice(range.from, range.to), range.from, item.from))
      visit(item.items)
    }
  }
  visit(sheet.rules)
  return found
})

function namesIn(text: string, base: number, rule: number): NameInCss[] {
  const tokens = tokensOf(text)
  const found: NameInCss[] = []
  const written = ({ from, to }: CssToken) => text.slice(from, to)
  for (let at = 0; at < tokens.length; at++) {
    const token = tokens[at]!
    const next = tokens[at + 1]
    if (token.type === Token.Delim && written(token) === '.' && next?.type === Token.Ident)
      found.push({ kind: 'class', name: unescapeCss(written(next)), as: 'name', rule, ...shifted(next, base) })
    if (token.type === Token.Hash)
      found.push({
        ...{ kind: 'id', name: unescapeCss(written(token).slice(1)), as: 'name', rule },
        ...shifted({ from: token.from + 1, to: token.to }, base),
      })
    if (token.type !== Token.LeftSquareBracket) continue
    let end = at + 1
    while (end < tokens.length && tokens[end]!.type !== closerOf(token.type)) end++
    const inside = inAttribute(
      text,
      tokens.slice(at + 1, end).filter(({ type }) => !isTrivia(type)),
    )
    if (inside) found.push({ ...inside, rule, from: inside.from + base, to: inside.to + base })
    at = end
  }
  return found
}

const shifted = ({ from, to }: Range, base: number): Range => ({ from: from + base, to: to + base })

/** Attributes whose value is an id, or a list of them, beside `id` itself (HTML standard, index of attributes; ARIA 1.2). */
export const ID_REFERENCES: ReadonlySet<string> = new Set(
  (
    'for list form headers popovertarget commandfor itemref aria-labelledby aria-describedby aria-controls aria-owns ' +
    'aria-details aria-activedescendant aria-errormessage aria-flowto'
  ).split(' '),
)

/** A whole name in an attribute selector: `[class~="card"]`, `[id=top]`, `[href="#top"]`, `[for=name]`. */
function inAttribute(text: string, tokens: readonly CssToken[]): Omit<NameInCss, 'rule'> | null {
  const value = tokens.find(({ type }) => type === Token.String) ?? tokens.filter(({ type }) => type === Token.Ident)[1]
  const attribute = tokens[0]?.type === Token.Ident ? text.slice(tokens[0].from, tokens[0].to).toLowerCase() : ''
  if (!value || value === tokens[0]) return null
  const operator = text.slice(tokens[0]!.to, value.from).trim()
  if (operator !== '=' && operator !== '~=') return null
  const quoted = value.type === Token.String
  const range = quoted ? { from: value.from + 1, to: value.to - 1 } : { from: value.from, to: value.to }
  const name = unescapeCss(text.slice(range.from, range.to))
  const as = quoted ? 'string' : 'name'
  if (attribute === 'class') return { kind: 'class', name, as, ...range }
  if (attribute === 'id' || ID_REFERENCES.has(attribute)) return { kind: 'id', name, as, ...range }
  return attribute === 'href' && quoted && name.startsWith('#')
    ? { kind: 'id', name: name.slice(1), as: 'fragment', from: range.from + 1, to: range.to }
    : null
}
