// A key pressed in the midst of a sheet of 5,000 lines, and of one of a megabyte: reading the sheet again where it changed,
// beside reading it from nothing, which is also what css-tree is asked for.
import { parse } from 'css-tree'
import { load } from '../scripts/load.mjs'

const { parseSheet } = await load('src/core/sheet/parse.ts')
const { reparseSheet } = await load('src/core/sheet/reparse.ts')

const rule = (at) =>
  `.c${at} > a:hover, .d${at} p {\n  color: #${(100_000 + at).toString(16).padStart(6, '0')};\n  margin: ${at % 30}px auto;\n}\n`
const sheetOf = (rules) => Array.from({ length: rules }, (_, at) => rule(at)).join('')
const KEYS = 40

/** Medians of what each way takes, in ms, over so many keys typed into a value in the midst. */
function measure(text) {
  const middle = text.indexOf('px auto', text.length / 2)
  const ways = { again: [], anew: [], library: [] }
  let sheet = parseSheet(text)
  const timed = (name, work) => {
    const began = performance.now()
    const result = work()
    ways[name].push(performance.now() - began)
    return result
  }
  for (let key = 1; key <= KEYS; key++) {
    const typed = text.slice(0, middle) + '1'.repeat(key % 7) + text.slice(middle)
    sheet = timed('again', () => reparseSheet(sheet, typed))
    timed('anew', () => parseSheet(typed))
    timed('library', () => parse(typed, { positions: true }))
  }
  return Object.fromEntries(
    Object.entries(ways).map(([name, list]) => [name, [...list].sort((a, b) => a - b)[list.length >> 1]]),
  )
}

measure(sheetOf(300))
for (const [name, rules] of [
  ['5,000 lines', 1250],
  ['1 MB', 12_500],
]) {
  const { again, anew, library } = measure(sheetOf(rules))
  console.log(
    `A key in a sheet of ${name}: read again ${again.toFixed(1)} ms, from nothing ${anew.toFixed(1)} ms (${(anew / again).toFixed(1)} times), css-tree ${library.toFixed(1)} ms (${(library / again).toFixed(1)} times)`,
  )
}
