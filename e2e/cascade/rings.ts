import fc from 'fast-check'

const NAMES = ['--a', '--b', '--c', '--d', '--e']
const name = fc.constantFrom(...NAMES)
const value = fc.oneof(
  fc.constant('red'),
  name.map((each) => `var(${each})`),
  fc.tuple(name, name).map(([one, other]) => `var(${one}, var(${other}))`),
  fc.tuple(name, name).map(([one, other]) => `var(${one}) var(${other}, 2px)`),
  name.map((each) => `1px var(${each}, blue)`),
  name.map((each) => `var(--none, var(${each}))`),
)

/** Custom properties by name, which refer to each other, often in rings. */
export type ReferringSet = Readonly<Record<string, string>>

export const referringSets = (count: number): ReferringSet[] =>
  fc.sample(fc.dictionary(name, value), { numRuns: count, seed: 20_261_129 })

/** The same, with each name exchanged for the one so many places further on. */
export const withOtherNames = (set: ReferringSet, by: number): ReferringSet => {
  const other = (text: string) =>
    text.replace(/--[a-e]\b/g, (each) => NAMES[(NAMES.indexOf(each) + by) % NAMES.length]!)
  return Object.fromEntries(Object.entries(set).map(([each, text]) => [other(each), other(text)]))
}
