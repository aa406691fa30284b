import { readFileSync } from 'node:fs'
import path from 'node:path'

/** The line of the demo's file in which the last of these texts stands, each looked for behind the one before. From 1. */
export function demoLine(file: string, ...texts: readonly string[]): number {
  const text = readFileSync(path.join('demo/vennor-isles', file), 'utf8')
  const at = texts.reduce((from, each) => {
    const found = text.indexOf(each, from)
    if (found < 0) throw new Error(`${file} of the demo has no “${each}” there.`)
    return found + each.length
  }, 0)
  return text.slice(0, at).split('\n').length
}
