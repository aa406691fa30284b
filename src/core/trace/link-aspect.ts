import type { PageElement } from '../markup/tree.ts'
import { showsWhenVisited } from '../properties/longhands.ts'
import { statesOf, WORN_STATES, type WornState } from '../selectors/states.ts'
import { linkAround } from '../states/links.ts'
import type { Aspect } from './aspect.ts'
import {
  placedTraces,
  shown,
  subjectOf,
  winnerOf,
  type PlacedTrace,
  type Subject,
  type TraceContext,
} from './placed.ts'
import { colorInWords, listOf } from './sentences.ts'

const STATE_WORDS: Readonly<Record<WornState, string>> = {
  hover: 'Hovered',
  visited: 'Visited',
  focus: 'Focused',
  'focus-visible': 'Reached by keyboard',
  active: 'Pressed',
}

/** What a state can change, in words that follow "Hovered,". */
const STATE_CHANGES: Readonly<Record<string, (value: string) => string>> = {
  color: (value) => `it turns ${value}`,
  'background-color': (value) => `its background turns ${value}`,
  'text-decoration-line': (value) => (value === 'none' ? 'it loses its line' : `it gets the line ${value}`),
  'outline-style': (value) => (value === 'none' ? 'it loses its outline' : `it gets an outline, ${value}`),
}

/** A longhand that a state changes. */
interface StateChange {
  readonly property: string
  readonly after: string
  readonly trace: PlacedTrace
}

/** What a state of the link changes about the subject. */
function changesIn(state: WornState, link: PageElement, subject: Subject, context: TraceContext): StateChange[] {
  const worn = subjectOf(context.inState(statesOf([link], state)), subject.element, subject.pseudo)
  return Object.keys(STATE_CHANGES)
    .filter((property) => state !== 'visited' || showsWhenVisited(property))
    .filter((property) => shown(subject, property) !== shown(worn, property))
    .flatMap((property) => {
      const [trace] = placedTraces(worn, [property], context)
      return trace ? [{ property, after: shown(worn, property), trace }] : []
    })
}

/** "Hovered, it turns #123456 (css/site.css line 5, `a:hover`)." '' when the state changes nothing. */
function stateInWords(state: WornState, changes: readonly StateChange[], page: string): string {
  if (changes.length === 0) return ''
  const what = changes.map(({ property, after }) => STATE_CHANGES[property]!(colorInWords(after)))
  const places = changes.flatMap(({ trace }) => {
    const winner = winnerOf(trace)
    return winner?.line ? [`${winner.file || page} line ${winner.line}, \`${winner.selector}\``] : []
  })
  const where = places.length > 0 ? ` (${[...new Set(places)].join('; ')})` : ''
  return `${STATE_WORDS[state]}, ${listOf(what)}${where}.`
}

/** What the states of a link change; null for what is no link. */
export function linkAspect(subject: Subject, context: TraceContext): Aspect | null {
  const link = linkAround(subject.element)
  if (!link) return null
  const states = WORN_STATES.filter((each) => each !== 'focus').map((state) => ({
    state,
    changes: changesIn(state, link, subject, context),
  }))
  const said = states.map(({ state, changes }) => stateInWords(state, changes, context.page)).filter((each) => each)
  return {
    id: 'link',
    name: 'Link states',
    traces: states.flatMap(({ state, changes }) =>
      changes.map(({ property, trace }) => ({ ...trace, name: `${property}, ${STATE_WORDS[state].toLowerCase()}` })),
    ),
    sentence: said.join(' ') || 'Nothing changes when this link is hovered, visited, pressed or reached by keyboard.',
  }
}
