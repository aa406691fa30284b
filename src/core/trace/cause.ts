import { leadingVar } from '../css/var.ts'
import { winnerOf, type PlacedRung, type PlacedTrace } from './placed.ts'
import { placeInWords } from './words.ts'

/** What makes something so: the same for everything that one declaration, one default or nothing at all decides. */
export interface Cause {
  readonly key: string
  /** Traces of longhands that it makes so; empty when nothing speaks of them. */
  readonly traces: readonly PlacedTrace[]
  readonly winner: PlacedRung | null
}

/** The cause behind a longhand, from the traces of its aspect. */
export function causeOf(traces: readonly PlacedTrace[], property: string): Cause {
  const trace = traces.find(({ properties }) => properties.includes(property))
  const winner = trace && trace.source !== 'initial' ? (winnerOf(trace) ?? null) : null
  if (!trace || !winner) return { key: 'nothing', traces: [], winner: null }
  const place = winner.kind === 'user-agent' ? winner.selector : winner.offset
  return { key: `${winner.kind} ${winner.file} ${place} ${trace.inheritedFromName}`, traces: [trace], winner }
}

const isMistake = ({ lost }: PlacedRung) => lost?.by === 'invalid-value' || lost?.by === 'unknown-property'

/** Several findings of the same cause as one. */
export function joinCauses(causes: readonly Cause[]): Cause[] {
  const joined = new Map<string, Cause>()
  for (const cause of causes) {
    const known = joined.get(cause.key)
    joined.set(cause.key, known ? { ...known, traces: [...new Set([...known.traces, ...cause.traces])] } : cause)
  }
  return [...joined.values()]
}

/** "; it beat 2 others; 1 more is ignored as a mistake", as far as there are any. */
function tailOf({ traces }: Cause): string {
  const all = traces.flatMap((trace) => trace.rungs)
  const rungs = [...new Map(all.map((rung) => [`${rung.file} ${rung.offset}`, rung])).values()]
  const beaten = rungs.filter((rung) => rung.lost !== null && rung.kind !== 'user-agent' && !isMistake(rung)).length
  const ignored = rungs.filter(isMistake).length
  const beat = beaten > 0 ? `; it beat ${beaten} ${beaten === 1 ? 'other' : 'others'}` : ''
  const mistakes = ignored > 0 ? `; ${ignored} more ${ignored === 1 ? 'is' : 'are'} ignored as mistakes` : ''
  return beat + mistakes
}

/** "because css/site.css line 42, `main p`, sets it", without what it beat; '' when the site does not set it. */
export function settingInWords({ traces: [trace], winner }: Cause, page: string, what = 'it'): string {
  if (!trace || !winner || winner.kind === 'user-agent') return ''
  const swatch = leadingVar(winner.value)
  const through = swatch ? ` through the swatch \`${swatch}\`` : ''
  const selector = winner.selector ? `, \`${winner.selector}\`,` : ''
  return `because ${placeInWords(winner, page, winner.line)}${selector} sets ${what}${through}${heirOf(trace)}`
}

function heirOf({ source, inheritedFromName }: PlacedTrace): string {
  return source === 'inherited' ? `, and it is inherited from \`${inheritedFromName}\`` : ''
}

/** What is said of something, with its cause: a sentence or two. */
export function withCause(words: string, cause: Cause, page: string, what?: string): string {
  const { traces, winner } = cause
  const [trace] = traces
  if (!trace || !winner) return `${words}. Nothing sets this; it comes from what CSS starts with.`
  if (winner.kind !== 'user-agent') return `${words} ${settingInWords(cause, page, what)}${tailOf(cause)}.`
  const selector = winner.selector ? ` for \`${winner.selector}\`` : ''
  const own = 'Nothing on the site sets this; it comes from the browser’s own style'
  return `${words}. ${own}${selector}${heirOf(trace)}${tailOf(cause)}.`
}
