import { z } from 'zod'
import { BROWSERS, supportOf, type Browser, type Support } from './support.ts'

/** The states of Baseline that a site can be made for: what all current browsers have had for long, or have by now. */
export const STATES = ['widely', 'newly'] as const

const versions = z.partialRecord(z.enum(BROWSERS), z.number().positive())

/** For which browsers a site is made: a state of Baseline, or own lowest versions. */
export const targetSchema = z.union([z.enum(STATES), versions])
export type Target = z.infer<typeof targetSchema>

/** What a site is made for as long as nobody has said: what every current browser takes. */
export const USUAL_TARGET: Target = 'newly'

/** Browsers as people call them. */
export const CALLED: Readonly<Record<Browser, string>> = {
  chrome: 'Chrome',
  chrome_android: 'Chrome on Android',
  edge: 'Edge',
  firefox: 'Firefox',
  firefox_android: 'Firefox on Android',
  safari: 'Safari',
  safari_ios: 'Safari on iPhone and iPad',
}

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

/** Whether all browsers a site is made for take a feature of this name; true for one that nothing is known of. */
export function isCovered(target: Target, key: string): boolean {
  const support = supportOf(key)
  return support === null || covers(target, support)
}

/** A target in words. */
export function targetInWords(target: Target): string {
  if (target === 'widely') return 'what all browsers have had for two and a half years'
  if (target === 'newly') return 'what the current browsers take'
  const named = BROWSERS.flatMap((browser) => (target[browser] ? [`${CALLED[browser]} ${target[browser]}`] : []))
  return named.length === 0 ? 'no browser in particular' : named.join(', ')
}
