import type { Range, Splice } from '../text/splice.ts'

/** What can be wrong with a stylesheet as a text. The names are those of the fit check's rules. */
export const DIAGNOSES = [
  'css-syntax',
  'markup-in-sheet',
  'property-unknown',
  'value-invalid',
  'selector-invalid',
  'at-rule-misplaced',
  'property-repeated',
  'rule-repeated',
  'repetition',
  'shorthand-resets',
  'support-limited',
  'prefix-missing',
  'prefix-unneeded',
] as const
export type DiagnosisId = (typeof DIAGNOSES)[number]

/** Something wrong in a stylesheet, with its place. Offsets are UTF-16 units of the text. */
export interface Diagnosis extends Range {
  readonly rule: DiagnosisId
  readonly severity: 'error' | 'warning' | 'note'
  /** What is wrong, what browsers do with it, and what to write. */
  readonly message: string
  /** What holds for every place with the same cause; the message where each place stands for itself. */
  readonly cause?: string
  /** Whether browsers take it all the same on pages in quirks mode (Quirks Mode, section 3). */
  readonly quirk?: boolean
  /** Mends it; null where nobody can know what was meant. */
  readonly mend: Mend | null
}

export interface Mend {
  /** What it does, as a button says it. */
  readonly label: string
  readonly splices: readonly Splice[]
}

/** A mend of one splice. */
export const mendBy = (label: string, from: number, to: number, insert: string): Mend => ({
  label,
  splices: [{ from, to, insert }],
})

/** The same so many units further on. */
export function moved(diagnosis: Diagnosis, by: number): Diagnosis {
  const { from, to, mend } = diagnosis
  const shift = (splice: Splice): Splice => ({ ...splice, from: splice.from + by, to: splice.to + by })
  return { ...diagnosis, from: from + by, to: to + by, mend: mend && { ...mend, splices: mend.splices.map(shift) } }
}

/** A text in a sentence: on one line, not too long. */
export function brief(text: string, most = 40): string {
  const line = text.replace(/\s+/g, ' ').trim()
  return line.length > most ? `${line.slice(0, most - 1)}…` : line
}
