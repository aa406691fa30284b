import { memoText } from '../text/memo.ts'
import { BROWSERS, type Level, type Support } from './browsers.ts'
import data from './data.json' with { type: 'json' }
import { covers, type Target } from './target.ts'

const LEVELS: readonly Level[] = ['limited', 'newly', 'widely']
const FEATURES = data.features as Readonly<Record<string, readonly number[]>>

/**
 * What browsers take of a feature, by its key in @mdn/browser-compat-data without `css.`: `properties.display.grid`,
 * `selectors.has`. Names with a vendor prefix have entries of their own. Null where nothing is known.
 */
export const supportOf = memoText((key: string): Support | null => {
  const entry = Object.hasOwn(FEATURES, key) ? FEATURES[key]! : null
  if (!entry) return null
  const versions = data.rows[entry[0]!]!.split(' ')
  const since = Object.fromEntries(BROWSERS.map((browser, at) => [browser, versions[at] || null]))
  return { since: since as Support['since'], level: entry[1] === undefined ? null : LEVELS[entry[1]]! }
})

/** Names of the properties that any browser takes, those with a vendor prefix included. */
export const PROPERTY_NAMES: readonly string[] = Object.keys(FEATURES)
  .filter((key) => /^properties\.[^.]+$/.test(key))
  .map((key) => key.slice('properties.'.length))

/** Whether all browsers a site is made for take a feature of this name; true for one that nothing is known of. */
export function isCovered(target: Target, key: string): boolean {
  const support = supportOf(key)
  return support === null || covers(target, support)
}
