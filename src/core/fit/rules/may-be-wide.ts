import type { Page } from '../../markup/tree.ts'
import type { SiteSnapshot } from '../../model/snapshot.ts'
import { parseSelectorList } from '../../selectors/parse.ts'
import type { Sheet } from '../../sheet/parse.ts'
import { declarationsOf, styleRules } from '../../sheet/walk.ts'
import { memo } from '../../text/memo.ts'

/** Px of a unit: boxes whose widths are asked for in em are seldom set in text of more than 20 px (common practice). */
const PX: Readonly<Record<string, number>> = {
  px: 1,
  em: 20,
  rem: 20,
  ch: 20,
  ex: 20,
  pt: 4 / 3,
  pc: 16,
  in: 96,
  cm: 38,
  mm: 3.8,
}

/** Whether a value may come to more px than these; what is computed from others may. */
function mayExceed(value: string, px: number): boolean {
  if (/var\(|calc\(|max\(|clamp\(|attr\(/i.test(value)) return true
  return [...value.matchAll(/([\d.]+)([a-z]+)/gi)].some(
    ([, number, unit]) => Number(number) * (PX[unit!.toLowerCase()] ?? 0) > px,
  )
}

const isWidth = (property: string) => /^(?:min-)?(?:width|inline-size)$/.test(property)

/** What the last part of selectors names, of rules that may make something wide: `#id`, `.class`, a type; '' for anything. */
const wideNames = memo((sheet: Sheet): readonly string[] => {
  const found = new Set<string>()
  for (const { rule } of styleRules(sheet)) {
    const wide = declarationsOf(rule).some(({ property, value }) => isWidth(property) && mayExceed(value, PHONE))
    if (wide) for (const name of namesOf(rule.selector)) found.add(name)
  }
  return [...found]
})

/** Of a narrow phone, px (common practice). */
export const PHONE = 360

function namesOf(selector: string): string[] {
  const list = parseSelectorList(selector)
  if (!list) return ['']
  return list.map(({ compounds }) => {
    for (const simple of compounds.at(-1) ?? [])
      if (simple.kind === 'id' || simple.kind === 'class' || simple.kind === 'type')
        return `${simple.kind === 'id' ? '#' : simple.kind === 'class' ? '.' : ''}${simple.name}`.toLowerCase()
    return ''
  })
}

const namesOn = memo((page: Page): ReadonlySet<string> => {
  const names = new Set<string>()
  for (const { tag, id, classes } of page.elements) {
    names.add(tag)
    if (id !== '') names.add(`#${id}`.toLowerCase())
    for (const name of classes) names.add(`.${name}`.toLowerCase())
  }
  return names
})

/** Whether anything says that something on a page may be wider than a phone: most pages need not be laid out to know. */
export function mayBeWide(site: SiteSnapshot, page: Page): boolean {
  const names = namesOn(page)
  const bySheet = site.wornSheets.some(({ sheet }) => wideNames(sheet).some((name) => name === '' || names.has(name)))
  return bySheet || saysWide(page.text)
}

/** The same of a page's own styles, embedded or on elements, and of its attributes. */
function saysWide(text: string): boolean {
  for (const [, value] of text.matchAll(/(?<![-\w])(?:min-)?(?:width|inline-size)\s*[:=]\s*["']?([^;"'}>]*)/gi))
    if (mayExceed(value!, PHONE) || Number(value) > PHONE) return true
  return false
}
