// Asks browsers to compile the window's scripts as they arrive, beside everything else. Left alone they compile most functions when
// these are called first, which holds the window up while it opens (Explicit Compile Hints of V8, from version 13.6 on; others
// read a comment). Not those of workers: a worker waits while its scripts are compiled, and should compile what it calls.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'

const HINT = '//# allFunctionsCalledOnLoad\n'
const chunks = path.resolve(import.meta.dirname, '../.next/static/chunks')

const files = readdirSync(chunks).filter((name) => name.endsWith('.js'))
const texts = new Map(files.map((name) => [name, readFileSync(path.join(chunks, name), 'utf8')]))

/** A worker is begun with the names of its scripts. */
const begun = [...texts.values()].flatMap(
  (text) => text.match(/static\/chunks\/turbopack-worker-[^[]*\[[^\]]*\]/g) ?? [],
)
const ofWorkers = new Set(begun.flatMap((list) => list.match(/[^/"]+\.js/g) ?? []))
if (ofWorkers.size === 0) throw new Error('The build names its workers in another way than this script knows.')

for (const [name, text] of texts)
  if (!ofWorkers.has(name) && !text.startsWith(HINT)) writeFileSync(path.join(chunks, name), HINT + text)
