// Writes src/core/type/local-fonts.json: advance widths of the fonts that visitors' systems have, read from open fonts that were
// drawn to the same widths. Run it after changing the characters that are measured: node scripts/local-fonts.mjs
import { readFileSync, writeFileSync } from 'node:fs'
import { load } from './load.mjs'
import { root } from './setup.mjs'

const { readFont } = await load('src/server/media/read-font.ts')

const FONTS = { Arial: 'arimo', 'Times New Roman': 'tinos', 'Courier New': 'cousine', Georgia: 'gelasio' }
const widths = (name, weight) => {
  const facts = readFont(
    readFileSync(`${root}/node_modules/@fontsource/${name}/files/${name}-latin-${weight}-normal.woff2`),
  )
  return [...LETTERS].map(
    (letter) => Math.round((facts.advances[0].widths[letter] / facts.unitsPerEm) * 10_000) / 10_000,
  )
}
const LETTERS = Object.keys(
  readFont(readFileSync(`${root}/node_modules/@fontsource/arimo/files/arimo-latin-400-normal.woff2`)).advances[0]
    .widths,
).join('')
const lines = Object.entries(FONTS).flatMap(([name, open]) =>
  [400, 700].map((weight) => `  ${JSON.stringify(`${name} ${weight}`)}: ${JSON.stringify(widths(open, weight))}`),
)
writeFileSync(
  `${root}/src/core/type/local-fonts.json`,
  `{\n  "letters": ${JSON.stringify(LETTERS)},\n${lines.join(',\n')}\n}\n`,
)
