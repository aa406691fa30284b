import { importedBy, type ImportPrelude } from '../cascade/import.ts'
import { splitAtCommas } from '../css/tokens.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { parseSheet, type AtRule, type Sheet } from '../sheet/parse.ts'
import { memo } from '../text/memo.ts'

/** A stylesheet of a site, and where it lies. */
export interface SheetAt {
  readonly path: SitePath
  readonly sheet: Sheet
  /** The cascade layer it goes into, from the outermost inwards; none when it is outside of layers. */
  readonly layer: readonly string[]
}

/** Imports deeper than this are not followed: nobody writes them, and they would be read without end. */
const MOST_DEEP = 500

type Read = (path: SitePath) => Sheet | null

const EVERY_SCREEN = /^(?:(?:only\s+)?screen|all)?$/i

/** Whether an import holds on every screen; those under a condition are rules for some screens, as those inside `@media` are. */
export const isAlways = ({ supports, media }: Pick<ImportPrelude, 'supports' | 'media'>) =>
  supports === null && EVERY_SCREEN.test(media)

const atRules = ({ sheet }: SheetAt) => sheet.rules.filter((rule): rule is AtRule => rule.kind === 'at')

/** The stylesheet that an `@import` brings in on every screen; null for any other rule. */
function broughtBy(at: SheetAt, rule: AtRule, read: Read): SheetAt | null {
  const wanted = importedBy(rule, at.path)
  if (!wanted || !isAlways(wanted)) return null
  const { path, layer } = wanted
  const sheet = read(path)
  if (!sheet) return null
  // A layer without a name is one of its own.
  const inner = layer === null ? [] : layer === '' ? [`${at.path} ${rule.from}`] : layer.split('.')
  return { path, sheet, layer: [...at.layer, ...inner] }
}

/** Gives layers their numbers in the order in which they are first named (CSS Cascade 5, section 6.4.3). */
class LayerOrder {
  /** By the number of the layer around, -1 for none, and by name. */
  private readonly numbers = new Map<number, Map<string, number>>()
  private count = 0
  private readonly met = new Set<string>()

  constructor(private readonly read: Read) {}

  name(at: SheetAt, depth = 0): void {
    const key = `${at.path} ${at.layer.join('.')}`
    if (this.met.has(key) || depth > MOST_DEEP) return
    this.met.add(key)
    for (const rule of atRules(at)) {
      if (rule.name === 'layer')
        for (const { text } of splitAtCommas(rule.prelude)) this.number([...at.layer, ...text.trim().split('.')])
      const imported = broughtBy(at, rule, this.read)
      if (!imported) continue
      this.number(imported.layer)
      this.name(imported, depth + 1)
    }
  }

  private number(layer: readonly string[]): number[] {
    let outer = -1
    return layer.map((name) => (outer = this.numberIn(outer, name)))
  }

  private numberIn(outer: number, name: string): number {
    const inner = this.numbers.get(outer) ?? new Map<string, number>()
    this.numbers.set(outer, inner)
    if (!inner.has(name)) inner.set(name, this.count++)
    return inner.get(name)!
  }

  /** Below zero when what `a` says normally loses against `b`: what stands in a layer itself beats the layers within it. */
  compare(a: SheetAt, b: SheetAt): number {
    const [one, other] = [a, b].map(({ layer }) => [...this.number(layer), Infinity]) as [number[], number[]]
    const at = one.findIndex((number, place) => number !== other[place])
    return at < 0 ? 0 : one[at]! < other[at]! ? -1 : 1
  }
}

/**
 * A sheet behind all that it imports for every screen: what is later wins (CSS Cascade 5, sections 2 and 6.1). `read` gives the
 * stylesheet at a path, or null. Of one that is imported several times the import that counts most is given.
 */
export function sheetWithImports(top: Omit<SheetAt, 'layer'>, read: Read): SheetAt[] {
  const order = new LayerOrder(read)
  const found = new Map<string, SheetAt>()
  // From behind: what is met again stands earlier and is overridden by itself.
  const visit = (at: SheetAt, depth = 0) => {
    const key = `${at.path} ${at.layer.join('.')}`
    if (found.has(key) || depth > MOST_DEEP) return
    found.set(key, at)
    for (const rule of atRules(at).reverse()) {
      const imported = broughtBy(at, rule, read)
      if (imported) visit(imported, depth + 1)
    }
  }
  const first = { ...top, layer: [] }
  order.name(first)
  visit(first)
  const sheets = [...found.values()].reverse().sort((a, b) => order.compare(a, b))
  return sheets.filter(({ path }, at) => !sheets.some((other, later) => later > at && other.path === path))
}

/** The sheet of a site, and before it all that it imports for every screen. */
export const sheetsOf = (site: Pick<SiteSnapshot, 'sheetPath' | 'sheet'>): readonly SheetAt[] =>
  sheetWithImports({ path: site.sheetPath, sheet: site.sheet(site.sheetPath) ?? parseSheet('') }, (path) =>
    site.sheet(path),
  )

/** One stylesheet by itself. */
export const alone = memo((sheet: Sheet): readonly SheetAt[] => [{ path: '', sheet, layer: [] }])
