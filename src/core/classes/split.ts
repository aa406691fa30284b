import { splitAtCommas } from '../css/tokens.ts'
import { changeClasses } from '../markup/attributes.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { SitePath } from '../paths/paths.ts'
import { parseSheet, type Sheet } from '../sheet/parse.ts'
import { styleRules } from '../sheet/walk.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import type { Range, Splice } from '../text/splice.ts'
import { namesInCss, type NameInCss } from './names-in-css.ts'
import { written } from './rename.ts'

/** A class whose elements on some pages go by another name from now on, and keep their look. */
export interface Split {
  readonly name: string
  readonly to: string
  readonly pages: readonly SitePath[]
}

/** Plans to split a class: the elements on some pages get the new name, and every rule for the old one is for both. */
export function planSplit(site: SiteSnapshot, split: Split): SiteChange {
  const sheets = site.sheetTexts.map(({ doc, text }) => ({ doc, splices: forBoth(parseSheet(text), split) }))
  const pages = site.pagePaths.map((path) => {
    const page = site.page(path)
    const blocks = page.elements.flatMap(({ tag, rawText }) =>
      tag === 'style' && rawText ? forBoth(parseSheet(rawText.text), split, rawText.from) : [],
    )
    const renamed = split.pages.includes(path)
      ? page.elements
          .filter(({ classes, place }) => place !== null && classes.includes(split.name))
          .flatMap((element) => changeClasses(page, element, [split.to], [split.name]))
      : []
    return { doc: site.docOf(path), splices: [...blocks, ...renamed] }
  })
  return { ...NO_CHANGE, texts: [...sheets, ...pages].filter(({ splices }) => splices.length > 0) }
}

/** Makes what is said for one name be said for the other too, and weigh the same. */
function forBoth(sheet: Sheet, { name, to }: Split, base = 0): Splice[] {
  const found = namesInCss(sheet)
    .filter((each) => each.kind === 'class' && each.name === name)
    .sort((a, b) => a.from - b.from)
  const parts = styleRules(sheet).flatMap(({ rule }) => {
    const { from } = rule.selectorRange
    const text = sheet.text.slice(from, rule.selectorRange.to)
    return splitAtCommas(text).map((part) => ({ from: from + part.from, to: from + part.to }))
  })
  const twinned = new Set<NameInCss>()
  const inside = namesWithin(parts, found)
  const twins = parts.flatMap((part, at): Splice[] => {
    const [one, another] = inside[at]!
    if (!one || another) return []
    twinned.add(one)
    const twin = sheet.text.slice(part.from, one.from) + written(one, to) + sheet.text.slice(one.to, part.to)
    return [{ from: base + part.to, to: base + part.to, insert: `, ${twin}` }]
  })
  // Named more than once in one selector, or in `@scope`: each name stands for both.
  const either = found
    .filter((each) => !twinned.has(each) && each.as === 'name' && sheet.text[each.from - 1] === '.')
    .map((each): Splice => {
      const [from, end] = [each.from - 1, each.to]
      return {
        ...{ from: base + from, to: base + end },
        insert: `:is(${sheet.text.slice(from, end)}, .${written(each, to)})`,
      }
    })
  return [...twins, ...either]
}

/** The names that stand in each of some stretches; both in the order of the text. */
function namesWithin(parts: readonly Range[], names: readonly NameInCss[]): NameInCss[][] {
  let at = 0
  return parts.map(({ from, to }) => {
    while (at < names.length && names[at]!.from < from) at++
    const first = at
    while (at < names.length && names[at]!.to <= to) at++
    return names.slice(first, at)
  })
}
