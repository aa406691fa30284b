import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { closestName, type SitePath } from '../paths/paths.ts'
import { parseSheet, type Sheet } from '../sheet/parse.ts'
import { memo } from '../text/memo.ts'
import { namesInCss, type NameKind } from './names-in-css.ts'

/** A class or id of the site: where it is used, and where it is styled. */
export interface SiteName {
  readonly name: string
  readonly kind: NameKind
  readonly elements: number
  readonly pages: readonly SitePath[]
  /** Rules that name it, in all stylesheets that are worn and in embedded blocks. */
  readonly rules: number
  /** Why only the pages know it, or only the sheet: the likely cause; null where both do, or nothing is likely. */
  readonly likely: string | null
}

interface Counted {
  readonly kind: NameKind
  readonly name: string
  elements: number
  readonly pages: SitePath[]
  readonly rules: Set<string>
}

const embedded = memo(({ rawText }: PageElement): Sheet | null => (rawText ? parseSheet(rawText.text) : null))

/** Every class and id that pages or stylesheets know, those with the most elements first. */
export function allNames(site: SiteSnapshot): SiteName[] {
  const names = new Map<string, Counted>()
  const at = (kind: NameKind, name: string): Counted => {
    const key = `${kind} ${name}`
    const found = names.get(key) ?? { kind, name, elements: 0, pages: [], rules: new Set<string>() }
    names.set(key, found)
    return found
  }
  const rulesOf = (sheet: Sheet, of: string) => {
    for (const { kind, name, rule } of namesInCss(sheet)) at(kind, name).rules.add(`${of} ${rule}`)
  }
  for (const { path, sheet } of site.wornSheets) rulesOf(sheet, path)
  for (const path of site.pagePaths)
    for (const element of site.page(path).elements) {
      const block = element.tag === 'style' ? embedded(element) : null
      if (block) rulesOf(block, `${path} ${element.index}`)
      const use = (counted: Counted) => {
        counted.elements++
        if (counted.pages.at(-1) !== path) counted.pages.push(path)
      }
      if (element.copyOf) continue
      if (element.id !== '') use(at('id', element.id))
      for (const name of new Set(element.classes)) use(at('class', name))
    }
  const all = [...names.values()]
  const likely = new Likely(all)
  return all
    .map(({ kind, name, elements, pages, rules }) => ({
      ...{ kind, name, elements, pages, rules: rules.size },
      likely: elements > 0 && rules.size > 0 ? null : likely.causeOf({ kind, name, elements }),
    }))
    .sort((a, b) => b.elements - a.elements || b.rules - a.rules || (a.name < b.name ? -1 : 1))
}

const SIGN = { class: '.', id: '#' } as const
const OTHER = { class: 'id', id: 'class' } as const

/** Tells why a name may stand on one side only, by the names of the other side. */
class Likely {
  private readonly inPages = new Map<string, Set<string>>()
  private readonly inSheets = new Map<string, Set<string>>()

  constructor(all: readonly Counted[]) {
    for (const kind of ['class', 'id'] as const) {
      const of = all.filter((each) => each.kind === kind)
      this.inPages.set(kind, new Set(of.filter(({ elements }) => elements > 0).map(({ name }) => name)))
      this.inSheets.set(kind, new Set(of.filter(({ rules }) => rules.size > 0).map(({ name }) => name)))
    }
  }

  causeOf({ kind, name, elements }: { kind: NameKind; name: string; elements: number }): string | null {
    const onPages = elements > 0
    const [there, here] = onPages ? [this.inSheets, this.inPages] : [this.inPages, this.inSheets]
    const [who, says] = onPages ? ['the sheet', 'names'] : ['the pages', 'say']
    const same = there.get(kind)!
    const other = [...same].find((each) => each !== name && each.toLowerCase() === name.toLowerCase())
    if (other) return `Letter case differs: ${who} ${says} ${SIGN[kind]}${other}.`
    const otherKind = OTHER[kind]
    if (there.get(otherKind)!.has(name))
      return `${onPages ? 'The sheet names' : 'The pages have'} it as ${otherKind === 'id' ? 'an id' : 'a class'}, ${SIGN[otherKind]}${name}.`
    // Only a name that the other side knows and this one does not is likely to be a slip.
    const near = closestName(
      name,
      [...same].filter((each) => !here.get(kind)!.has(each)),
    )
    return near && name.length > 3
      ? `Close to ${SIGN[kind]}${near}, which only ${who} ${onPages ? 'knows' : 'know'}.`
      : null
  }
}
