import { memoText } from '../text/memo.ts'
import data from './data.json' with { type: 'json' }

/** The browsers that support is told for, as @mdn/browser-compat-data calls them. */
export const BROWSERS = [
  'chrome',
  'chrome_android',
  'edge',
  'firefox',
  'firefox_android',
  'safari',
  'safari_ios',
] as const
export type Browser = (typeof BROWSERS)[number]

/** How a feature stands with Baseline: widely available, newly, limited. */
export type Level = 'widely' | 'newly' | 'limited'
const LEVELS: readonly Level[] = ['limited', 'newly', 'widely']

/** Since which version each browser takes a feature, without a switch; null where it does not. */
export interface Support {
  readonly since: Readonly<Record<Browser, string | null>>
  /** Null where web-features says nothing. */
  readonly level: Level | null
}

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
