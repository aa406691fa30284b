// Writes src/core/writing/applies.json from mdn-data: which properties apply to which sort of elements, by mdn-data's name for the sort.
// What applies to every element is left out. Run it after mdn-data is brought up to date: node scripts/applies-data.mjs
import { createRequire } from 'node:module'
import { writeFileSync } from 'node:fs'
import prettier from 'prettier'
import { root } from './setup.mjs'

const { properties } = createRequire(import.meta.url)('mdn-data').css
const EVERYWHERE =
  /^allElements(?:AndText|AndPseudos|AcceptingWidthOrHeight|SVG.*|NoEffect.*)?$|^(?:sameAs|asLonghands|see)/

const bySort = {}
for (const [name, { appliesto, status }] of Object.entries(properties).sort(([a], [b]) => (a < b ? -1 : 1))) {
  if (name.startsWith('-') || status !== 'standard' || !appliesto || EVERYWHERE.test(appliesto)) continue
  ;(bySort[appliesto] ??= []).push(name)
}
const file = `${root}/src/core/writing/applies.json`
const options = { ...(await prettier.resolveConfig(file)), parser: 'json' }
writeFileSync(file, await prettier.format(JSON.stringify(bySort), options))
