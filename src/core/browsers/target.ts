import { z } from 'zod'
import { BROWSERS, CALLED, type Browser, type Support } from './browsers.ts'

/** The states of Baseline that a site can be made for: what all current browsers have had for long, or have by now. */
export const STATES = ['widely', 'newly'] as const

const versions = z.partialRecord(z.enum(BROWSERS), z.number().positive())

/** For which browsers a site is made: a state of Baseline, or own lowest versions. */
export const targetSchema = z.union([z.enum(STATES), versions])
export type Target = z.infer<typeof targetSchema>

/** What a site is made for as long as nobody has said: what every current browser takes. */
export const USUAL_TARGET: Target = 'newly'

/** Whether all browsers a site is made for take a feature. */
export function covers(target: Target, support: Support): boolean {
  if (typeof target !== 'string') return lacking(target, support).length === 0
  // What all have and is advised against is called limited too.
  const everywhere = BROWSERS.every((browser) => support.since[browser] !== null)
  return everywhere ? target === 'newly' || support.level !== 'newly' : false
}

/** The browsers of a site that do not take a feature, in their present or lowest version. */
export function lacking(target: Target, { since }: Support): Browser[] {
  if (typeof target === 'string') return BROWSERS.filter((browser) => since[browser] === null)
  return BROWSERS.filter((browser) => {
    const lowest = target[browser]
    return lowest !== undefined && (since[browser] === null || Number.parseFloat(since[browser]) > lowest)
  })
}

/** A target in words. */
export function targetInWords(target: Target): string {
  if (target === 'widely') return 'what all browsers have had for two and a half years'
  if (target === 'newly') return 'what the current browsers take'
  const named = BROWSERS.flatMap((browser) => (target[browser] ? [`${CALLED[browser]} ${target[browser]}`] : []))
  return named.length === 0 ? 'no browser in particular' : named.join(', ')
}
