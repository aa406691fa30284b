// A key pressed in the midst of a sheet of 5,000 lines, and of one of a megabyte: reading the sheet again where it changed,
// beside reading it from nothing, which is also what css-tree is asked for. The same while a block, a comment or a bracket is
// left open far up, and for the keys that open and close it.
import { parse } from 'css-tree'
import { load } from '../scripts/load.mjs'

const { parseSheet } = await load('src/core/sheet/parse.ts')
const { reparseSheet } = await load('src/core/sheet/reparse.ts')
const { sheetReader } = await load('src/ui/state/texts.ts')

const rule = (at) =>
  `.c${at} > a:hover, .d${at} p {\n  color: #${(100_000 + at).toString(16).padStart(6, '0')};\n  margin: ${at % 30}px auto;\n}\n`
const sheetOf = (rules) => Array.from({ length: rules }, (_, at) => rule(at)).join('')
const KEYS = 40
const TURNS = 5

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
  return Object.fromEntries(Object.entries(ways).map(([name, list]) => [name, median(list)]))
}

const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1]

/** What is left open far up, what is typed in it, and what closes it. */
const LEFT_OPEN = {
  'a block': ['h1 {', ' top: 0; left: 1px;', ' }'],
  'a comment': ['/*', ' some words of it', '*/'],
  'a bracket': ['h1 { color: rgb(', '1, 2, 3, 4, 5, 6', ') }'],
}

/** Medians of what it takes, in ms, to open something, of each key in it, and to close it, in so many turns. */
function leftOpen(text, [opens, keys, closes]) {
  const far = text.indexOf('\n.c') + 1
  const taken = { opens: [], keys: [], closes: [] }
  for (let turn = 0; turn < TURNS; turn++) {
    const read = sheetReader()
    const put = (written) => {
      const now = text.slice(0, far) + written + text.slice(far)
      const began = performance.now()
      read(now)
      return performance.now() - began
    }
    read(text)
    // The tokens of a sheet that was never changed are read once.
    put(' ')
    taken.opens.push(put(opens))
    for (let key = 1; key <= keys.length; key++) taken.keys.push(put(opens + keys.slice(0, key)))
    taken.closes.push(put(opens + keys + closes))
  }
  return [taken.opens, taken.keys, taken.closes].map((list) => median(list).toFixed(1))
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
  for (const [what, typed] of Object.entries(LEFT_OPEN)) {
    const [opens, key, closes] = leftOpen(sheetOf(rules), typed)
    console.log(`  ${what} left open: ${opens} ms to open, ${key} ms a key, ${closes} ms to close`)
  }
}
