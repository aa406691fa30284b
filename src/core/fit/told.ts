// What is told of findings, as the interface knows them: no rule comes with it.
import type { Cause, Kind } from './causes.ts'
import type { Finding } from './finding.ts'

/** A finding's place as it is shown: with its line, where its file is a text. */
export interface ToldPlace extends Finding {
  readonly line: number | null
}

/** A cause as it is shown: the first of its places, and how many there are. */
export interface ToldCause extends Omit<Cause, 'places'> {
  readonly places: number
  readonly first: readonly ToldPlace[]
  /** Why it is set aside; null for one that is not. */
  readonly reason: string | null
}

/** A kind of cause as it is shown: the first of its causes, and how many there are. */
export interface ToldKind extends Kind<ToldCause> {
  readonly total: number
  readonly places: number
}

/** What names a kind among the others. */
export function kindKey({ rule, severity }: Pick<Kind, 'rule' | 'severity'>): string {
  return `${rule} ${severity === 'note'}`
}
