// What is wrong with a sheet, told after a key in its midst: beside css-tree, which reads the sheet and matches every value with its grammar.
// A sheet of 3,000 lines in which every rule says something else, and one made of real stylesheets.
import { readFileSync } from 'node:fs'
import { lexer, parse, walk } from 'css-tree'
import { load } from '../scripts/load.mjs'

const { parseSheet } = await load('src/core/sheet/parse.ts')
const { reparseSheet } = await load('src/core/sheet/reparse.ts')
const { diagnoseSheet } = await load('src/core/diagnostics/diagnose.ts')
const { featureDiagnoses } = await load('src/core/diagnostics/features.ts')

const KEYS = 15
const made = Array.from(
  { length: 600 },
  (_, at) =>
    `.c${at} > a:hover,\n.d${at} p {\n  color: #${(100_000 + at).toString(16)};\n  margin: ${at % 37}px auto;\n}\n`,
).join('')
const real = ['@picocss/pico/css/pico.classless.css', 'simpledotcss/simple.css']
  .map((file) => readFileSync(`node_modules/${file}`, 'utf8'))
  .join('\n')

function library(text) {
  walk(parse(text, { positions: true, parseValue: false }), (node) => {
    if (node.type === 'Declaration' && !node.property.startsWith('--'))
      lexer.matchProperty(node.property, node.value.value)
  })
}

const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1]

function measure(text) {
  const middle = text.indexOf('px', text.length / 2)
  const ways = { ours: [], library: [], parsing: [] }
  let sheet = parseSheet(text)
  const timed = (name, work) => {
    const began = performance.now()
    work()
    ways[name].push(performance.now() - began)
  }
  for (let key = 0; key <= KEYS; key++) {
    const typed = `${text.slice(0, middle)}${'1'.repeat(key)}${text.slice(middle)}`
    timed('ours', () => {
      sheet = reparseSheet(sheet, typed)
      diagnoseSheet(sheet)
      featureDiagnoses(sheet, 'newly')
    })
    timed('library', () => library(typed))
    timed('parsing', () => parse(typed, { positions: true }))
  }
  const first = ways.ours[0]
  return { first, ours: median(ways.ours.slice(1)), library: median(ways.library), parsing: median(ways.parsing) }
}

for (const [name, text] of [
  ['made up', made],
  ['real', real],
]) {
  const { first, ours, library: matched, parsing } = measure(text)
  console.log(
    `${text.split('\n').length} lines (${name}): first ${first.toFixed(0)} ms, after a key ${ours.toFixed(1)} ms; css-tree parsing alone ${parsing.toFixed(1)} ms (${(ours / parsing).toFixed(2)}), parsing and matching values ${matched.toFixed(1)} ms (${(matched / ours).toFixed(1)} times)`,
  )
}
