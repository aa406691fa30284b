import { isTooDeep } from '../css/tokens.ts'
import { hasVar } from '../css/var.ts'
import { parseComplex } from '../selectors/parse.ts'
import { aliasOf } from '../properties/aliases.ts'
import { isLogical, longhand } from '../properties/longhands.ts'
import { expand, isShorthand } from '../properties/shorthands.ts'

/** Whether a browser supports what an `@supports` condition asks for (CSS Conditional Rules 3, section 6). */
export function supportsMatches(condition: string): boolean {
  if (isTooDeep(condition)) return false
  const text = condition.trim()
  const not = /^not\b\s*((?:[a-z-]+)?\([\s\S]*)$/i.exec(text)
  if (not) return !supportsMatches(not[1]!)
  for (const word of ['or', 'and']) {
    const parts = splitWord(text, word)
    if (parts.length > 1) return word === 'or' ? parts.some(supportsMatches) : parts.every(supportsMatches)
  }
  const call = /^([a-z-]+)\(([\s\S]*)\)$/i.exec(text)
  if (call) {
    const name = call[1]!.toLowerCase()
    if (name === 'selector') return parseComplex(call[2]!.trim()) !== null
    return name === 'font-format' || name === 'font-tech'
  }
  const inner = /^\(([\s\S]*)\)$/.exec(text)?.[1]?.trim()
  if (inner === undefined) return false
  const colon = /^(--[^:]+|-?[a-z][\w-]*)\s*:([\s\S]*)$/i.exec(inner)
  return colon ? supportsDeclaration(colon[1]!.trim(), colon[2]!.trim()) : supportsMatches(inner)
}

/** Whether a declaration is one a browser takes. */
export function supportsDeclaration(property: string, written: string): boolean {
  if (property.startsWith('--')) return true
  const value = written.replace(/(?<!\s)\s*!\s*important\s*$/i, '')
  const name = aliasOf(property.toLowerCase())
  if (!longhand(name) && !isShorthand(name) && !isLogical(name)) return false
  return hasVar(value) || expand(name, value) !== null
}

function splitWord(text: string, word: string): string[] {
  const parts: string[] = []
  const mark = new RegExp(`^\\s${word}[\\s(]`, 'i')
  let depth = 0
  let from = 0
  for (let at = 0; at < text.length; at++) {
    if (text[at] === '(') depth++
    else if (text[at] === ')') depth--
    else if (depth === 0 && mark.test(text.slice(at, at + word.length + 2))) {
      parts.push(text.slice(from, at).trim())
      from = at + word.length + 1
    }
  }
  return [...parts, text.slice(from).trim()]
}
