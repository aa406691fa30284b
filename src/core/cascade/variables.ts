import { hasVar, varsIn } from '../css/var.ts'
import { Token, tokensOf, skipComponent } from '../css/tokens.ts'

/** Values longer than this after substitution are given up, as browsers do with values that grow without end. */
const LONGEST = 200_000

/**
 * A value with every `var()` put in (CSS Custom Properties 1, section 3); null when one has neither value nor fallback, which
 * makes the declaration invalid at computed-value time. `read` gives a custom property's computed value, null when it has none,
 * and undefined where nothing comes of the whole value, whatever it falls back on.
 */
export function substitute(value: string, read: (name: string) => string | null | undefined): string | null {
  if (!hasVar(value)) return value
  const tokens = tokensOf(value)
  let out = ''
  let done = 0
  let isLost = false
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
    const hasNone = found === undefined || (found === null && comma < 0)
    const text = hasNone ? null : (found ?? substitute(argument.slice(comma + 1).trim(), read))
    // The others are read all the same, as browsers do: one of them may refer back to what is asked about.
    if (text === null) isLost = true
    else out += `${value.slice(done, token.from)}${glue(out, value.slice(done, token.from), text)}`
    if (out.length > LONGEST) return null
    done = tokens[next - 1]!.to
    at = next
  }
  const rest = value.slice(done)
  return isLost ? null : (out + glue(out, '', rest)).trim()
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

/** A custom property and what it refers to, in an order in which most stand behind those they refer to; none that is known. */
function referredFirst(
  name: string,
  specified: ReadonlyMap<string, string>,
  known: ReadonlyMap<string, unknown>,
): Iterable<string> {
  if (specified.size <= LONG_CHAIN) return [name]
  const ordered = new Set<string>()
  const seen = new Set<string>()
  // With a stack of its own: a chain may be longer than calls may be deep.
  const open = [name]
  for (let at = open.at(-1); at !== undefined; at = open.at(-1)) {
    const next = seen.has(at) ? [] : varsIn(specified.get(at)!)
    seen.add(at)
    const waiting = next.filter((each) => specified.has(each) && !seen.has(each) && !known.has(each))
    if (waiting.length > 0) open.push(...waiting)
    else ordered.add(open.pop()!)
  }
  return ordered
}

/**
 * The computed values of an element's own custom properties, each worked out when it is asked for: references put in, cycles
 * and what refers to them invalid (null). `inherited` gives the parent's.
 */
export function customValues(
  specified: ReadonlyMap<string, string>,
  inherited: (name: string) => string | null,
): (name: string) => string | null {
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
    // What is found to refer to itself falls back on nothing, and what it would fall back on is no part of that ring.
    const result = substitute(value, (each) => {
      const found = compute(each)
      return cyclic.has(name) ? undefined : found
    })
    open.pop()
    done.set(name, result)
    return result
  }
  return (name) => {
    if (specified.has(name) && !done.has(name)) for (const each of referredFirst(name, specified, done)) compute(each)
    return compute(name)
  }
}

/** The same, of all of them. */
export function computeCustom(
  specified: ReadonlyMap<string, string>,
  inherited: (name: string) => string | null,
): Map<string, string | null> {
  const valueOf = customValues(specified, inherited)
  return new Map([...specified.keys()].map((name) => [name, valueOf(name)]))
}
