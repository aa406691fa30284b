import type { Definition } from './definition.ts'
import { FLOW_NAMES, physicalAt, type FlowRelative } from './flow.ts'
import { DEFINITIONS } from './table/index.ts'

/** One longhand; `id` is its place in {@link LONGHANDS}. */
export interface Longhand {
  readonly id: number
  readonly name: string
  readonly inherited: boolean
  /** As a computed value is written. */
  readonly initial: string
}

const byName = ([a]: [string, Definition], [b]: [string, Definition]) => (a < b ? -1 : 1)
const all = Object.entries(DEFINITIONS).sort(byName)
const inherited = all.filter(([, definition]) => definition.inherited)
const others = all.filter(([, definition]) => !definition.inherited)

/** Every longhand; those that inherit come first, so that ids below {@link INHERITED_COUNT} are theirs. */
export const LONGHANDS: readonly Longhand[] = [...inherited, ...others].map(([name, definition], id) => ({
  id,
  name,
  inherited: definition.inherited === true,
  initial: definition.initial,
}))

export const INHERITED_COUNT = inherited.length

const BY_NAME = new Map(LONGHANDS.map((longhand) => [longhand.name, longhand]))

/** The longhand of a name; undefined for shorthands, custom and unknown properties. */
export function longhand(name: string): Longhand | undefined {
  return BY_NAME.get(name)
}

/** The id of a longhand that is known to exist. */
export function idOf(name: string): number {
  const found = BY_NAME.get(name)
  if (!found) throw new Error(`There is no longhand ${name}.`)
  return found.id
}

/** The ids of the longhands of which something holds. */
export function idsWhere(holds: (definition: Definition) => boolean): ReadonlySet<number> {
  return new Set(LONGHANDS.filter(({ name }) => holds(DEFINITIONS[name]!)).map(({ id }) => id))
}

/** A group of longhands that differ in where they are, and what each is called there. */
interface FlowGroup {
  readonly kind: FlowRelative['kind']
  readonly physical: Map<string, string>
}

const groups = new Map<string, FlowGroup>()
for (const [name, { flow }] of all) {
  if (!flow) continue
  const group = groups.get(flow.pattern) ?? { kind: flow.kind, physical: new Map<string, string>() }
  groups.set(flow.pattern, group)
  group.physical.set(flow.at, name)
}

/** Flow-relative names, with the group each belongs to and what stands for the star. */
const FLOW_RELATIVE = new Map(
  [...groups].flatMap(([pattern, group]) =>
    FLOW_NAMES[group.kind].map((star) => [pattern.replace('*', star), { group, star }] as const),
  ),
)

/** Whether a longhand is flow-relative (CSS Logical Properties 1). */
export function isLogical(property: string): boolean {
  return FLOW_RELATIVE.has(property)
}

/** The physical longhand a flow-relative one stands for in a writing mode and direction; others are given back. */
export function physicalName(property: string, writingMode: string, direction: string): string {
  const found = FLOW_RELATIVE.get(property)
  if (!found) return property
  const { kind, physical } = found.group
  return physical.get(physicalAt(kind, found.star, writingMode, direction)) ?? property
}

/** What is known of a longhand, flow-relative names included; undefined for everything else. */
export function definitionOf(property: string): Definition | undefined {
  return DEFINITIONS[property] ?? DEFINITIONS[physicalName(property, 'horizontal-tb', 'ltr')]
}

/** Patterns of the longhands that have one for each side, such as `margin-*`. */
export const SIDE_PATTERNS: readonly string[] = [...groups]
  .filter(([, { kind }]) => kind === 'side')
  .map(([name]) => name)

/** Whether browsers take a longhand from rules for visited links. */
export function showsWhenVisited(property: string): boolean {
  return definitionOf(property)?.whenVisited === true
}
