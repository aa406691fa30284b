import { hasVar, varsIn } from '../css/var.ts'
import { Token, tokensOf, skipComponent } from '../css/tokens.ts'

/** Values longer than this after substitution are given up, as browsers do with values that grow without end. */
const LONGEST = 200_000

/**
 * A value with every `var()` put in (CSS Custom Properties 1, section 3); null when one has neither value nor fallback, which
 * makes the declaration invalid at computed-value time. `read` gives a custom property's computed value, or null.
 */
export function substitute(value: string, read: (name: string) => string | null): string | null {
  if (!hasVar(value)) return value
  const tokens = tokensOf(value)
  let out = ''
  let done = 0
  for (let at = 0; at < tokens.length;) {
    const token = tokens[at]!
    const name = token.type === Token.Function ? value.slice(token.from, token.to - 1).toLowerCase() : ''
    if (name !== 'var' && name !== 'env') {
      at++
      continue
    }
    const next = skipComponent(tokens, at)
    const closed = tokens[next - 1]!.type === Token.RightParenthesis && next - 1 > at
    const argument = value.slice(token.to, closed ? tokens[next - 1]!.from : tokens[next - 1]!.to)
    const comma = firstComma(argument)
    const wanted = (comma < 0 ? argument : argument.slice(0, comma)).replace(/\/\*[\s\S]*?\*\//g, '').trim()
    const found = name === 'var' && wanted.startsWith('--') ? read(wanted) : null
    const text = found ?? (comma < 0 ? null : substitute(argument.slice(comma + 1).trim(), read))
    if (text === null) return null
    out += `${value.slice(done, token.from)}${glue(out, value.slice(done, token.from), text)}`
    if (out.length > LONGEST) return null
    done = tokens[next - 1]!.to
    at = next
  }
  const rest = value.slice(done)
  return (out + glue(out, '', rest)).trim()
}

/** A comment between tokens that would else run into each other: `var(--a)px` is not a dimension. */
function glue(before: string, between: string, text: string): string {
  const last = (between || before).at(-1) ?? ''
  return /[\w-]/.test(last) && /^[\w%-]/.test(text) ? `/**/${text}` : text
}

function firstComma(text: string): number {
  const tokens = tokensOf(text)
  for (let at = 0; at < tokens.length; at = skipComponent(tokens, at))
    if (tokens[at]!.type === Token.Comma) return tokens[at]!.from
  return -1
}

/** Chains of references up to this length are followed by calls within calls. */
const LONG_CHAIN = 500

/** The names of custom properties in an order in which most stand behind those they refer to. */
function referredFirst(specified: ReadonlyMap<string, string>): Iterable<string> {
  if (specified.size <= LONG_CHAIN) return specified.keys()
  const ordered = new Set<string>()
  const seen = new Set<string>()
  for (const start of specified.keys()) {
    // With a stack of its own: a chain may be longer than calls may be deep.
    const open = [start]
    for (let name = open.at(-1); name !== undefined; name = open.at(-1)) {
      const next = seen.has(name) ? [] : varsIn(specified.get(name)!).filter((each) => specified.has(each))
      seen.add(name)
      const waiting = next.filter((each) => !seen.has(each))
      if (waiting.length > 0) open.push(...waiting)
      else ordered.add(open.pop()!)
    }
  }
  return ordered
}

/**
 * The computed values of an element's own custom properties: references put in, cycles and what refers to them invalid
 * (null). `inherited` gives the parent's.
 */
export function computeCustom(
  specified: ReadonlyMap<string, string>,
  inherited: (name: string) => string | null,
): Map<string, string | null> {
  const done = new Map<string, string | null>()
  const open: string[] = []
  const cyclic = new Set<string>()
  const compute = (name: string): string | null => {
    if (done.has(name)) return done.get(name)!
    const value = specified.get(name)
    if (value === undefined) return inherited(name)
    const at = open.indexOf(name)
    // What is referred to comes first, so only a cycle can be as long as that.
    if (at >= 0 || open.length > LONG_CHAIN) {
      for (const each of open.slice(Math.max(at, 0))) cyclic.add(each)
      return null
    }
    open.push(name)
    const text = substitute(value, compute)
    open.pop()
    const result = cyclic.has(name) ? null : text
    if (!(open.length > 0 && result === null && cyclic.size > 0 && !cyclic.has(name))) done.set(name, result)
    return result
  }
  for (const name of referredFirst(specified)) compute(name)
  for (const name of specified.keys()) if (!done.has(name)) done.set(name, compute(name))
  return done
}
