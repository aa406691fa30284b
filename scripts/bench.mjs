// `npm run bench [name]`: runs the measurements in bench/ side by side with what a person would otherwise have, and prints
// ratios. Times depend on the machine; the ratios are what docs/performance.md records.
import { readdirSync } from 'node:fs'
import { build, install, root } from './setup.mjs'

install()
build()
const wanted = process.argv[2]
for (const file of readdirSync(`${root}/bench`)
  .filter((name) => name.endsWith('.mjs') && !name.endsWith('-site.mjs'))
  .sort()) {
  if (!wanted || file.includes(wanted)) await import(`${root}/bench/${file}`)
}
