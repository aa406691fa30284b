import { targetOf, type SitePath } from '../paths/paths.ts'
import type { Rule, Sheet } from '../sheet/parse.ts'
import { mediaMatches, type Viewport } from '../values/media.ts'
import { componentsOf } from '../values/component.ts'
import { skipComponent, Token, tokensOf } from '../css/tokens.ts'

/** An `@import`'s prelude taken apart (CSS Cascade 5, section 2). */
export interface ImportPrelude {
  readonly url: string
  /** The layer it goes into: a name, '' for a layer without one, null for none. */
  readonly layer: string | null
  /** The condition inside `supports()`, or null. */
  readonly supports: string | null
  readonly media: string
}

/** Reads an `@import`'s prelude; null when it names no address. */
export function readImport(prelude: string): ImportPrelude | null {
  const tokens = tokensOf(prelude)
  const pieces: { from: number; to: number; type: number }[] = []
  for (let at = 0; at < tokens.length;) {
    const next = skipComponent(tokens, at)
    const { type, from } = tokens[at]!
    if (type !== Token.WhiteSpace && type !== Token.Comment) pieces.push({ from, to: tokens[next - 1]!.to, type })
    at = next
  }
  const first = pieces.shift()
  const address = first && componentsOf(prelude.slice(first.from, first.to))[0]
  if (address?.kind !== 'url' && address?.kind !== 'string') return null
  let layer: string | null = null
  let supports: string | null = null
  const textOf = (piece: { from: number; to: number }) => prelude.slice(piece.from, piece.to)
  if (pieces[0] && /^layer(?:$|\()/i.test(textOf(pieces[0])))
    layer = /^layer\(\s*([\s\S]*?)\s*\)$/i.exec(textOf(pieces.shift()!))?.[1] ?? ''
  if (pieces[0] && /^supports\(/i.test(textOf(pieces[0])))
    supports = textOf(pieces.shift()!)
      .replace(/^supports\(\s*/i, '')
      .replace(/(?<!\s)\s*\)$/, '')
  return { url: address.text, layer, supports, media: pieces[0] ? prelude.slice(pieces[0].from).trim() : '' }
}

/** The file of the site that a rule of the stylesheet at `from` imports; null when it imports none. */
export function importedBy(rule: Rule, from: SitePath): (ImportPrelude & { readonly path: SitePath }) | null {
  const wanted = rule.kind === 'at' && rule.name === 'import' ? readImport(rule.prelude) : null
  const target = wanted && targetOf(from, wanted.url)
  return target?.kind === 'site' ? { ...wanted!, path: target.path } : null
}

/** The files of the site that a stylesheet imports, for any medium or for one viewport. */
export function importsOf(sheet: Pick<Sheet, 'rules'>, path: SitePath, viewport?: Viewport): SitePath[] {
  return sheet.rules.flatMap((rule) => {
    const imported = importedBy(rule, path)
    return !imported || (viewport && !mediaMatches(imported.media, viewport)) ? [] : [imported.path]
  })
}
