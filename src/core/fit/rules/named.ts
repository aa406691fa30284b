import { elementsByName, NAME_SIGNS } from '../../markup/by-name.ts'
import type { Page, PageElement } from '../../markup/tree.ts'
import type { SiteSnapshot } from '../../model/snapshot.ts'
import { parseSelectorList, type Simple } from '../../selectors/parse.ts'
import { parseSheet, type Declaration, type Sheet } from '../../sheet/parse.ts'
import { declarationsOf, styleRules } from '../../sheet/walk.ts'
import { memo, memoText } from '../../text/memo.ts'

/** What a declaration is asked, so that the elements it may be for are looked at and no others. */
export type Wanted = (declaration: Declaration) => boolean

/** A name that the last part of a selector asks for, and those that its other parts need on the page. */
interface Asked {
  readonly name: string
  readonly needs: readonly string[]
}

/** Finds elements of a page that a declaration of some sort may be for: by its own styles, and by the names in selectors. */
export function finderOf(wanted: Wanted): (site: SiteSnapshot, page: Page) => readonly PageElement[] {
  const inSheet = memo((sheet: Sheet) => askedBy(sheet, wanted))
  const inPage = memo((page: Page) =>
    (elementsByName(page).get('style') ?? []).flatMap(({ rawText }) =>
      rawText ? askedBy(parseSheet(rawText.text), wanted) : [],
    ),
  )
  return (site, page) => {
    const there = elementsByName(page)
    const asked = [...inPage(page), ...site.wornSheets.flatMap(({ sheet }) => inSheet(sheet))]
    const names = asked.filter(({ needs }) => needs.every((name) => there.has(name))).map(({ name }) => name)
    return named(page, new Set(names), wanted)
  }
}

function askedBy(sheet: Sheet, wanted: Wanted): readonly Asked[] {
  return styleRules(sheet).flatMap(({ rule }) => (declarationsOf(rule).some(wanted) ? askedIn(rule.selector) : []))
}

function askedIn(selector: string): Asked[] {
  const list = parseSelectorList(selector)
  if (!list) return [{ name: '', needs: [] }]
  return list.map(({ compounds }) => {
    const names = compounds.map(nameIn)
    return { name: names.at(-1) ?? '', needs: names.slice(0, -1).filter((name) => name !== '') }
  })
}

/** The name that the fewest elements have: `#id`, `.class`, a type; '' for none. */
function nameIn(compound: readonly Simple[]): string {
  for (const kind of ['id', 'class', 'type'] as const)
    for (const simple of compound) if (simple.kind === kind) return `${NAME_SIGNS[kind]}${simple.name}`.toLowerCase()
  return ''
}

function named(page: Page, names: ReadonlySet<string>, wanted: Wanted): readonly PageElement[] {
  if (names.has('')) return page.elements
  const byName = elementsByName(page)
  const found = new Set([...names].flatMap((name) => byName.get(name) ?? []))
  for (const element of withStyle(page)) if (saysItself(element.attributes, wanted)) found.add(element)
  return [...found].sort((a, b) => a.index - b.index)
}

/** Attributes that may stand for styles, beside `style` itself (HTML standard, 15: presentational hints). */
const HINTS = ['align', 'width'] as const

const withStyle = memo((page: Page) =>
  page.elements.filter(({ attributes }) => ['style', ...HINTS].some((name) => attributes.has(name))),
)

function saysItself(attributes: ReadonlyMap<string, string>, wanted: Wanted): boolean {
  const style = attributes.get('style')
  return HINTS.some((name) => attributes.has(name)) || (style !== undefined && declarationsIn(style).some(wanted))
}

// Style attributes say the same again and again.
const declarationsIn = memoText((style: string): readonly Declaration[] => {
  const [placed] = styleRules(parseSheet(`x{${style}}`))
  return placed ? declarationsOf(placed.rule) : []
})
