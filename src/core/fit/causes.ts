import { fingerprint } from '../text/fingerprint.ts'
import { SEVERITIES, type Finding, type Severity } from './finding.ts'
import { ruleNamed } from './rules/index.ts'

/** Findings that have one cause: what is to be mended once, with every place it shows at. */
export interface Cause {
  /** The same for the same cause from run to run. */
  readonly id: string
  readonly rule: string
  /** The gravest of its places. */
  readonly severity: Severity
  /** What is wrong, said once for all places. */
  readonly message: string
  /** In the order they were found. */
  readonly places: readonly Finding[]
  /** How many files they are in. */
  readonly files: number
  /** How many of them have a safe fix. */
  readonly fixable: number
}

/** The cause of a finding, by name. */
export function causeIdOf({ rule, cause }: Pick<Finding, 'rule' | 'cause'>): string {
  let known = ids.get(rule)
  if (!known) ids.set(rule, (known = new Map()))
  let id = known.get(cause)
  if (id === undefined) known.set(cause, (id = fingerprint(`${rule}\n${cause}`)))
  return id
}

// A site has thousands of places and few causes.
const ids = new Map<string, Map<string, string>>()

/** Findings by their causes, those first that cost visitors most. */
export function causesOf(findings: Iterable<Finding>): Cause[] {
  const places = new Map<string, Finding[]>()
  for (const finding of findings) {
    const id = causeIdOf(finding)
    const same = places.get(id)
    if (same) same.push(finding)
    else places.set(id, [finding])
  }
  return [...places].map(([id, list]) => causeFrom(id, list)).sort((a, b) => costOf(b) - costOf(a))
}

/** One cause, from all its places. */
export function causeFrom(id: string, places: readonly Finding[]): Cause {
  const [first] = places
  const rule = ruleNamed(first!.rule)
  const files = new Set(places.map(({ file }) => file)).size
  return {
    id,
    rule: first!.rule,
    severity: gravest(places),
    message: rule?.together?.(places, files) ?? (places.length === 1 ? first!.message : first!.cause),
    places,
    files,
    fixable: places.filter(({ fixable }) => fixable).length,
  }
}

/** What a page with a finding costs a visitor, where its rule does not say: measured against each other, not against anything. */
const COST: Readonly<Record<Severity, number>> = { error: 20, warning: 5, note: 0.1 }

/** What a cause costs visitors: what it costs on a page, times how many pages have it. */
export function costOf({ rule, severity, files }: Pick<Cause, 'rule' | 'severity' | 'files'>): number {
  const own = severity === 'note' ? undefined : ruleNamed(rule)?.cost
  return (own ?? COST[severity]) * files
}

/** Causes of one kind: of one rule, and all of them notes or none. */
export interface Kind<C extends Pick<Cause, 'rule' | 'severity' | 'files'> = Cause> {
  readonly rule: string
  /** The gravest of its causes. */
  readonly severity: Severity
  readonly causes: readonly C[]
}

/** Causes by kind, the costliest kind first, notes last; within a kind they stay as they are. */
export function kindsOf<C extends Pick<Cause, 'rule' | 'severity' | 'files'>>(causes: readonly C[]): Kind<C>[] {
  const kinds = new Map<string, C[]>()
  for (const cause of causes) {
    const key = `${cause.rule} ${cause.severity === 'note'}`
    const same = kinds.get(key)
    if (same) same.push(cause)
    else kinds.set(key, [cause])
  }
  const cost = (kind: Kind<C>) => kind.causes.reduce((sum, cause) => sum + costOf(cause), 0)
  return [...kinds.values()]
    .map((list) => ({ rule: list[0]!.rule, severity: gravest(list), causes: list }))
    .sort((a, b) => Number(a.severity === 'note') - Number(b.severity === 'note') || cost(b) - cost(a))
}

/** The gravest severity among some. */
export function gravest(list: readonly { readonly severity: Severity }[]): Severity {
  const ranks = list.map(({ severity }) => SEVERITIES.indexOf(severity))
  return SEVERITIES[ranks.reduce((a, b) => Math.min(a, b))]!
}
