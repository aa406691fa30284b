import type { Page } from '../test.ts'
import { Cascade } from '../../src/core/cascade/cascade.ts'
import { definitionOf, LONGHANDS } from '../../src/core/properties/longhands.ts'
import { resolvedValue } from '../../src/core/cascade/resolved.ts'
import { sheetsWorn } from '../../src/core/model/sheets-worn.ts'
import { basePath } from '../../src/core/markup/base.ts'
import { parsePage } from '../../src/core/markup/tree.ts'
import { parseSheet, type Sheet } from '../../src/core/sheet/parse.ts'
import { differByAge } from './older-chromium.ts'
import { addressOf } from '../../src/core/paths/paths.ts'

/** A site in memory: texts by path. */
export type Files = Readonly<Record<string, string>>

export interface Difference {
  readonly where: string
  readonly property: string
  readonly ours: string
  readonly theirs: string
}

export interface Comparison {
  readonly pairs: number
  readonly differences: readonly Difference[]
}

/** Every picture arrives: one that does not is laid out as its alternative text. */
const PICTURE = '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="20"/>'
export const ORIGIN = 'http://site.test/'
const NAMES = LONGHANDS.map(({ name }) => name)
const PSEUDO = ['before', 'after', 'marker', 'first-letter', 'first-line', 'placeholder']
/** Longhands that apply to a pseudo-element whatever it is; the browser leaves others out of some. */
const PSEUDO_NAMES = [
  'color',
  'background-color',
  'font-size',
  'font-weight',
  'font-family',
  'font-style',
  'letter-spacing',
  'text-transform',
  'line-height',
]

/** Answers requests for the site from memory, everything else not at all. `binary` are files that are no text. */
export async function serve(page: Page, files: Files, binary: Readonly<Record<string, Buffer>> = {}): Promise<void> {
  await page.unrouteAll()
  await page.route('**/*', (route) => {
    const path = decodeURIComponent(new URL(route.request().url()).pathname.slice(1))
    const body = files[path] ?? binary[path]
    if (/\.(?:png|svg|jpe?g|webp|gif)$/.test(path))
      return route.fulfill({ body: PICTURE, contentType: 'image/svg+xml' })
    if (body === undefined) return route.fulfill({ status: 404, body: '' })
    return route.fulfill({
      body,
      contentType: path.endsWith('.css')
        ? 'text/css'
        : path.endsWith('.html')
          ? 'text/html; charset=utf-8'
          : 'application/octet-stream',
    })
  })
}

/** Whether a resolved value is what layout made of the computed one, so that the core cannot know it. */
function isLaidOut(property: string, ours: string, rendered: boolean, values: (name: string) => string): boolean {
  if (!rendered) return false
  const relative = /%|auto|calc|min\(|max\(|clamp|content|stretch|fill/.test(ours)
  switch (definitionOf(property)?.layout) {
    case 'always':
      return true
    case 'offset':
      return values('position') !== 'static' || relative
    case 'relative':
      return relative
    case 'percentage':
      return ours.includes('%')
    case 'tracks':
      return values('display').includes('grid')
    default:
      return false
  }
}

/** What the browser has computed of an element. */
interface Computed {
  readonly tag: string
  readonly rendered: boolean
  readonly values: readonly string[]
  readonly pseudo: readonly (readonly string[])[]
}

/** Every element's computed values, and those of the pseudo-elements named for it. */
async function computedIn(page: Page, pseudo: readonly (readonly string[])[]): Promise<readonly Computed[]> {
  // As one text: Playwright takes long over objects of so many values.
  const text = await page.evaluate(
    async ({ names, pseudo, pseudoNames }) => {
      // What runs right now is not what the cascade says.
      for (const animation of document.getAnimations()) animation.cancel()
      const read = (style: CSSStyleDeclaration, list: string[]) => list.map((name) => style.getPropertyValue(name))
      const elements = [...document.querySelectorAll('*')].map((element, at) => ({
        tag: element.localName,
        rendered:
          element.getClientRects().length > 0 ||
          (getComputedStyle(element).display !== 'none' && element.checkVisibility()),
        values: read(getComputedStyle(element), names),
        pseudo: (pseudo[at] ?? []).map((name) => read(getComputedStyle(element, `::${name}`), pseudoNames)),
      }))
      return JSON.stringify(elements)
    },
    { names: NAMES, pseudo, pseudoNames: PSEUDO_NAMES },
  )
  return JSON.parse(text) as Computed[]
}

/** Every element's every longhand that does not depend on layout, core beside browser. */
export async function compare(page: Page, files: Files, path: string): Promise<Comparison> {
  await page.goto(ORIGIN + path)
  const tree = parsePage(files[path]!)
  const sheets = new Map<string, Sheet>()
  const readSheet = (file: string) => {
    const text = files[file]
    if (text === undefined) return null
    if (!sheets.has(file)) sheets.set(file, parseSheet(text))
    return sheets.get(file)!
  }
  const viewport = page.viewportSize()!
  const worn = sheetsWorn(path, tree, { sheetPath: '', files: new Set(Object.keys(files)), readSheet, viewport })
  const cascade = new Cascade(worn, {
    viewport,
    quirks: tree.quirks,
    resolveUrl: (reference, file) => addressOf(ORIGIN, file || basePath(path, tree), reference),
  })
  const styles = cascade.stylesOf(tree)
  const wanted = tree.elements.map((element) =>
    PSEUDO.filter(
      (name) =>
        styles
          .at(element.index)
          .matched.rules.some((rule) => rule.pseudo === name && rule.source.kind !== 'user-agent') &&
        (name !== 'placeholder' || element.attributes.has('placeholder')),
    ),
  )

  const theirs = await computedIn(page, wanted)
  const version = page.context().browser()?.version() ?? ''
  let pairs = 0
  const differences: Difference[] = []
  const check = (where: string, property: string, ours: string, other: string) => {
    pairs++
    if (ours !== other && !differByAge(version, property, ours, other))
      differences.push({ where: `${path} ${where}`, property, ours, theirs: other })
  }
  tree.elements.forEach((element, at) => {
    const other = theirs[at]
    if (!other || other.tag !== element.tag) {
      check(`element ${at}`, 'tag', element.tag, other?.tag ?? 'none')
      return
    }
    const style = styles.at(at)
    const values = (name: string) => style.value(NAMES.indexOf(name))
    const where = `${element.tag}${element.id ? `#${element.id}` : ''}${element.classes.map((name) => `.${name}`).join('')} (${at})`
    NAMES.forEach((name, id) => {
      const ours = resolvedValue(style, id)
      if (!isLaidOut(name, ours, other.rendered, values)) check(where, name, ours, other.values[id]!)
    })
    wanted[at]!.forEach((name, index) => {
      const pseudo = cascade.pseudoStyle(styles, element, name)
      PSEUDO_NAMES.forEach((property, place) =>
        check(
          `${where}::${name}`,
          property,
          resolvedValue(pseudo, NAMES.indexOf(property)),
          other.pseudo[index]![place]!,
        ),
      )
    })
  })
  return { pairs, differences }
}

/** Differences by what differs, most frequent first. */
export function summary(differences: readonly Difference[], most = 40): string {
  const groups = new Map<string, Difference[]>()
  for (const each of differences) {
    const key = `${each.property}: ours ${each.ours} theirs ${each.theirs}`
    groups.set(key, [...(groups.get(key) ?? []), each])
  }
  return [...groups]
    .sort((a, b) => b[1].length - a[1].length)
    .slice(0, most)
    .map(([key, list]) => `${list.length} × ${key}   e.g. ${list[0]!.where}`)
    .join('\n')
}
