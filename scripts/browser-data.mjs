// Writes src/core/browsers/data.json from @mdn/browser-compat-data and web-features: since which version which browser takes a
// property, a value, a selector, an at-rule or a type, and what web-features says of it. Run it after either is brought up
// to date: node scripts/browser-data.mjs
import { createRequire } from 'node:module'
import { readFileSync, writeFileSync } from 'node:fs'
import prettier from 'prettier'
import { root } from './setup.mjs'

const require = createRequire(import.meta.url)
const compat = JSON.parse(readFileSync(require.resolve('@mdn/browser-compat-data'), 'utf8'))
const { features } = JSON.parse(readFileSync(`${root}/node_modules/web-features/data.json`, 'utf8'))

const BROWSERS = ['chrome', 'chrome_android', 'edge', 'firefox', 'firefox_android', 'safari', 'safari_ios']

/** The first version that takes it under this prefix or name, if only in part, and without a switch; '' where none does. */
function since(statements, name) {
  const found = [statements].flat().find((each) => {
    if (!each || each.flags || each.version_removed) return false
    return (each.alternative_name ?? each.prefix ?? '') === name && /^≤?\d/.test(each.version_added)
  })
  // "≤4": at the latest.
  return found?.version_added.replace('≤', '') ?? ''
}

/** Names under which any browser takes it, beside its own. */
function otherNames(support, own) {
  const statements = BROWSERS.flatMap((browser) => [support[browser] ?? []].flat())
  return [...new Set(statements.map(({ alternative_name, prefix }) => alternative_name ?? prefix ?? ''))]
    .filter((name) => name !== '')
    .map((name) => [name, name.startsWith('-') && name.endsWith('-') ? name + own : name])
}

const rows = []
const rowOf = (versions) => {
  const row = versions.join(' ')
  const at = rows.indexOf(row)
  return at === -1 ? rows.push(row) - 1 : at
}

const baselines = new Map(
  Object.values(features).flatMap(({ status }) =>
    Object.entries(status?.by_compat_key ?? {}).map(([key, { baseline }]) => [key, baseline]),
  ),
)
const LEVELS = { high: 2, low: 1, false: 0 }

/** `[row, level]` of a feature; the level is what Baseline says: 2 widely available, 1 newly, 0 limited, none unknown. */
function entryOf(key, support, name = '') {
  const row = rowOf(BROWSERS.map((browser) => since(support[browser], name)))
  const level = name === '' ? LEVELS[baselines.get(key)] : undefined
  return level === undefined ? [row] : [row, level]
}

const index = {}
function walk(node, key) {
  for (const [name, inner] of Object.entries(node)) {
    if (name === '__compat') continue
    const path = `${key}.${name}`
    const support = inner.__compat?.support
    if (support && !BROWSERS.every((browser) => support[browser] === undefined)) {
      index[path.slice('css.'.length)] = entryOf(path, support)
      for (const [prefix, other] of otherNames(support, name))
        index[`${key}.${other}`.slice('css.'.length)] ??= entryOf(path, support, prefix)
    }
    walk(inner, path)
  }
}
walk(compat.css, 'css')

const sorted = Object.fromEntries(Object.entries(index).sort(([a], [b]) => (a < b ? -1 : 1)))
const text = JSON.stringify({ browsers: BROWSERS, rows, features: sorted })
const file = `${root}/src/core/browsers/data.json`
const options = { ...(await prettier.resolveConfig(file)), parser: 'json' }
writeFileSync(file, await prettier.format(text, options))
