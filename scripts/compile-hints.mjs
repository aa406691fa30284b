// Asks browsers to compile the window's scripts as they arrive, beside everything else. Left alone they compile most functions when
// these are called first, which holds the window up while it opens (Explicit Compile Hints of V8, from version 13.6 on; others
// read a comment).
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'

const HINT = '//# allFunctionsCalledOnLoad\n'
const chunks = path.resolve(import.meta.dirname, '../.next/static/chunks')

for (const name of readdirSync(chunks, { recursive: true }).filter((each) => each.endsWith('.js'))) {
  const file = path.join(chunks, name)
  const text = readFileSync(file, 'utf8')
  if (!text.startsWith(HINT)) writeFileSync(file, HINT + text)
}
