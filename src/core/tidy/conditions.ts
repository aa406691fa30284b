import type { States } from '../cascade/matched.ts'
import type { State } from '../selectors/match.ts'
import { linksIn } from '../states/links.ts'

/** What elements are in while values are compared. */
export interface Condition {
  /** For a sentence: "on p in index.html while hovered"; '' at rest. */
  readonly says: string
  readonly states: States | null
}

const FOCUS: readonly State[] = ['focus', 'focus-within']
const SHOWN: readonly State[] = [...FOCUS, 'focus-visible']

/** What a pointer and the keyboard make of an element, one with the other; pressing focuses too, though not so that focus shows. */
const HANDLED: readonly (readonly [string, readonly State[]])[] = [
  ['hovered', ['hover']],
  ['focused by the keyboard', SHOWN],
  ['focused', FOCUS],
  ['hovered and focused', ['hover', ...FOCUS]],
  ['hovered and focused by the keyboard', ['hover', ...SHOWN]],
  ['pressed', ['hover', 'active']],
  ['pressed and focused', ['hover', 'active', ...FOCUS]],
  ['hovered and pressed by the keyboard', ['hover', 'active', ...SHOWN]],
]

/** With what a visited link is tried: each alone, and all together. */
const VISITED = HANDLED.filter(([says]) =>
  ['hovered', 'focused by the keyboard', 'pressed', 'hovered and pressed by the keyboard'].includes(says),
)

/** Everything in the same states. */
function everything(says: string, states: readonly State[]): Condition {
  const all: ReadonlySet<State> = new Set(states)
  return { says, states: () => all }
}

const links = (says: string, state: 'hover' | 'focus' | 'active'): Condition => ({ says, states: linksIn(state) })

/** What is tried where much else is tried as well: at rest, and everything at once. */
export const FEW_CONDITIONS: readonly Condition[] = [
  { says: '', states: null },
  everything('visited and hovered and pressed by the keyboard', ['visited', 'hover', 'active', ...SHOWN]),
]

/**
 * At rest; every element in the sets of states that a pointer and the keyboard bring about, and in some of them visited; and links alone,
 * with what is around them as it then is.
 */
export const CONDITIONS: readonly Condition[] = [
  { says: '', states: null },
  ...HANDLED.map(([says, states]) => everything(says, states)),
  everything('visited', ['visited']),
  ...VISITED.map(([says, states]) => everything(`visited and ${says}`, ['visited', ...states])),
  everything('the target of an address', ['target']),
  links('hovered', 'hover'),
  links('focused by the keyboard', 'focus'),
  links('pressed', 'active'),
]
