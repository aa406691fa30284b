import type { PageStyles } from '../cascade/cascade.ts'
import type { Entry } from '../cascade/cascaded.ts'
import { kindOf } from '../cascade/entries.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { basePath } from '../markup/base.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { LONGHANDS, physicalName } from '../properties/longhands.ts'
import type { Declaration } from '../sheet/parse.ts'
import { retargetSheet } from '../site/retarget.ts'
import { applySplices } from '../text/splice.ts'

/** A declaration as it can stand in the sheet: addresses in it lead where they led. */
export type Said = readonly [property: string, value: string]

/**
 * What makes an element look as it does, beside the browser's own style: the declarations that win on it, and what it inherits from
 * around it that the page's body does not say.
 */
export function lookOf(site: SiteSnapshot, path: SitePath, index: number): Said[] {
  const styles = site.stylesOf(path)
  const element = styles.page.elements[index]
  if (!element) return []
  const style = styles.of(element)
  const winners = winnersOf(style)
  const authored = [...winners.values()].filter((entry) => kindOf(entry) !== 'user-agent')
  return [...inheritedFrom(styles, element, style, winners), ...declarationsIn(site, path, styles, authored)]
}

/** The entry that wins each longhand, by its name. */
function winnersOf(style: ElementStyle): Map<string, Entry> {
  const winners = new Map<string, Entry>()
  const [mode, direction] = ['writing-mode', 'direction'].map((name) => style.value(idBy.get(name)!))
  for (const entry of style.cascaded.entries) {
    const { set } = entry
    const name = set.logical ? physicalName(set.property, mode!, direction!) : set.property
    // What comes later takes its place behind all that came before.
    winners.delete(name)
    if (!name.startsWith('--')) winners.set(name, entry)
  }
  return winners
}

const idBy = new Map(LONGHANDS.map(({ name, id }) => [name, id]))

function declarationsIn(site: SiteSnapshot, path: SitePath, styles: PageStyles, entries: readonly Entry[]): Said[] {
  const said = new Map<Declaration, Said>()
  for (const entry of entries) {
    const declaration = styles.cascade.declarationOf(entry)
    const { property, value } = declaration
    const base =
      typeof entry.owner === 'object' && entry.owner.source.kind === 'external' ? entry.owner.source.file : null
    said.set(declaration, [property, rebased(site, base ?? basePath(path, site.page(path)), value)])
  }
  return [...said.values()]
}

/** A value with addresses that lead from the sheet where they led from another file. */
export function rebased(site: SiteSnapshot, from: SitePath, value: string): string {
  if (!value.includes('url(')) return value
  const text = `x { a: ${value} }`
  const exists = (path: SitePath) => site.files.has(path)
  const moved = retargetSheet(text, { from, to: site.sheetPath, moved: (each) => each, exists })
  return applySplices(text, moved).slice('x { a: '.length, -' }'.length)
}

/** Longhands that come from around an element and that the body does not have alike. */
function inheritedFrom(
  styles: PageStyles,
  element: PageElement,
  style: ElementStyle,
  own: ReadonlyMap<string, Entry>,
): Said[] {
  const body = styles.page.elements.find(({ tag }) => tag === 'body')
  if (!body || body === element) return []
  const ground = styles.of(body)
  return LONGHANDS.filter(
    ({ inherited, id, name }) => inherited && !own.has(name) && style.value(id) !== ground.value(id),
  )
    .filter(({ name }) => !FOLLOWING.test(name))
    .map(({ name, id }): Said => [name, style.value(id)])
}

/** What is the same as another property by itself. */
const FOLLOWING = /^-webkit-|^caret-color$|^text-emphasis-color$/
