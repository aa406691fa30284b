import { cpSync, existsSync, mkdirSync, readdirSync, renameSync, rmdirSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import type { SiteChange } from '../core/site/change.ts'
import { fitsEncoding } from '../core/site/encoding.ts'
import { pathOfDoc } from '../core/site/step.ts'
import { applySplices } from '../core/text/splice.ts'
import { encodeText } from '../platform/encoding.ts'
import { allFilesIn } from '../platform/folder.ts'
import { readText } from './read-site.ts'
import { WrongUse } from './wrong-use.ts'

/** Copies a site's folder into another, which is empty or not there yet. The folder itself is only read. Throws {@link WrongUse}. */
export function copySite(folder: string, out: string): void {
  const from = path.resolve(folder)
  const to = path.resolve(out)
  if (to === from || to.startsWith(from + path.sep) || from.startsWith(to + path.sep))
    throw new WrongUse(`${out} lies in ${folder} or holds it. Name another folder: the site itself is never changed.`)
  if (existsSync(to) && readdirSync(to).length > 0)
    throw new WrongUse(`${out} is not empty. Name an empty folder or a new one.`)
  mkdirSync(to, { recursive: true })
  for (const file of allFilesIn(from)) {
    mkdirSync(path.dirname(path.join(to, file)), { recursive: true })
    // A link becomes a file of its own: writing through it would reach the folder that is only read.
    cpSync(path.join(from, file), path.join(to, file), { dereference: true })
  }
}

/** Leaves out what a file's encoding cannot hold. */
export function writable(folder: string, change: SiteChange): SiteChange {
  return {
    ...change,
    texts: change.texts.filter(({ doc, splices }) => {
      const { encoding } = readText(path.join(folder, pathOfDoc(doc)!))
      return splices.length > 0 && splices.every(({ insert }) => fitsEncoding(insert, encoding))
    }),
  }
}

/** Takes away a folder that was left empty, and those around it that are empty then. */
function removeEmptyFolders(root: string, folder: string): void {
  for (let at = folder; at !== '.' && readdirSync(path.join(root, at)).length === 0; at = path.dirname(at))
    rmdirSync(path.join(root, at))
}

/** Carries a change out in a folder. */
export function carryOut(folder: string, { texts, moves, creates }: SiteChange): void {
  for (const { doc, splices } of texts) {
    const file = path.join(folder, pathOfDoc(doc)!)
    const { text, encoding } = readText(file)
    writeFileSync(file, encodeText(applySplices(text, splices), encoding))
  }
  // All at once: files may take each other's names.
  for (const [at, { from }] of moves.entries()) renameSync(path.join(folder, from), path.join(folder, `.moving-${at}`))
  for (const [at, { to }] of moves.entries()) {
    mkdirSync(path.dirname(path.join(folder, to)), { recursive: true })
    renameSync(path.join(folder, `.moving-${at}`), path.join(folder, to))
  }
  for (const { from } of moves) removeEmptyFolders(folder, path.dirname(from))
  for (const { path: file, text } of creates) {
    mkdirSync(path.dirname(path.join(folder, file)), { recursive: true })
    writeFileSync(path.join(folder, file), text)
  }
}
