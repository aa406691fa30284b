import { z } from 'zod'
import { causeIdOf } from './causes.ts'
import type { Finding } from './finding.ts'

/** What was known of a site at some time: how often each cause showed in each file. */
const baselineSchema = z.object({
  attireBaseline: z.literal(1),
  causes: z.record(z.string(), z.record(z.string(), z.number().int().positive())),
})
export type Baseline = z.infer<typeof baselineSchema>

/** Everything found now, as a baseline for later: lines may move, and it still holds. */
export function baselineOf(findings: readonly Finding[]): Baseline {
  const causes: Record<string, Record<string, number>> = {}
  for (const finding of findings) {
    const files = (causes[causeIdOf(finding)] ??= {})
    files[finding.file] = (files[finding.file] ?? 0) + 1
  }
  return { attireBaseline: 1, causes }
}

/** Reads a baseline. Throws an error with a sentence where the text is none. */
export function readBaseline(text: string): Baseline {
  try {
    return baselineSchema.parse(JSON.parse(text))
  } catch {
    throw new Error('It is no baseline of Attire. Write one with --write-baseline.')
  }
}

/** What is new since a baseline: of each cause in each file, as many findings as there are more than before, the last ones. */
export function newSince({ causes }: Baseline, findings: readonly Finding[]): Finding[] {
  const seen = new Map<string, number>()
  return findings.filter((finding) => {
    const id = causeIdOf(finding)
    const key = `${id} ${finding.file}`
    const nth = (seen.get(key) ?? 0) + 1
    seen.set(key, nth)
    return nth > (causes[id]?.[finding.file] ?? 0)
  })
}
