import type { PageStyles } from '../cascade/cascade.ts'
import type { Matched } from '../cascade/matched.ts'
import type { CascadeRule } from '../cascade/rules.ts'
import { overlaps } from '../properties/shorthands.ts'
import { aliasOf } from '../properties/aliases.ts'
import type { PageElement } from '../markup/tree.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { sheetsWorn } from '../model/sheets-worn.ts'
import type { SitePath } from '../paths/paths.ts'
import { couldMatch } from '../selectors/match.ts'
import { parseSelectorList, type Complex } from '../selectors/parse.ts'
import { compareSpecificity, specificityOf } from '../selectors/specificity.ts'
import { parseDeclarations, type Declaration, type Sheet } from '../sheet/parse.ts'
import { declarationsOf, styleRules } from '../sheet/walk.ts'
import { memo, memoText } from '../text/memo.ts'

/** An `!important` that nothing needs. */
export interface Unneeded {
  readonly file: SitePath
  readonly rule: CascadeRule
  readonly declaration: Declaration
}

/** A rule that might be stronger, with where it stands among all. */
interface Rival {
  readonly from: number
  /** Null for one that stands in another rule: what it reaches is not asked. */
  readonly selectors: readonly Complex[] | null
  readonly declarations: readonly Declaration[]
}

/**
 * The `!important`s without which the same would win: no rule that could match an element they reach, in whatever state and at
 * whatever width, nor its style attribute, is stronger then. Says so too seldom rather than too often; where layers are used, never.
 */
export const unneededImportants = memo((site: SiteSnapshot): readonly Unneeded[] => {
  const candidates = new Map<string, Unneeded>()
  const needed = new Set<string>()
  for (const path of site.pagePaths) {
    const sheets = sheetsWorn(path, site.page(path), site.wearContext())
    if (!sheets.some(({ sheet }) => holdsImportant(sheet))) continue
    const layered = sheets.some(({ sheet, layers = [] }) => layers.length > 0 || holdsLayers(sheet))
    const styles = site.stylesOf(path)
    for (const [old, reached] of reachedByImportant(styles)) {
      const rule = styles.cascade.present(old)
      for (const declaration of new Set(
        rule.longhands.filter(({ important }) => important).map((set) => set.declaration),
      )) {
        const key = `${rule.source.file} ${declaration.from}`
        if (needed.has(key)) continue
        const isStronger = ({ file, sheet }: (typeof sheets)[number]) =>
          rivalsIn(sheet).some((rival) => isNeeded(rival, file, rule, declaration, reached))
        if (layered || sheets.some(isStronger) || inlineRival(reached, declaration)) needed.add(key)
        else candidates.set(key, { file: rule.source.file, rule, declaration })
      }
    }
  }
  return [...candidates].flatMap(([key, each]) => (needed.has(key) ? [] : [each]))
})

/** The elements of a page that rules with an `!important` of its sheets match, by rule. */
function reachedByImportant({ page, nodes, cascade }: PageStyles): Map<CascadeRule, PageElement[]> {
  const reached = new Map<CascadeRule, PageElement[]>()
  for (const [at, node] of nodes.entries())
    for (const rule of importantAmong(cascade.matchedOf(node.match))) {
      const elements = reached.get(rule)
      if (elements) elements.push(page.elements[at]!)
      else reached.set(rule, [page.elements[at]!])
    }
  return reached
}

const importantAmong = memo(({ rules }: Matched) =>
  rules.filter(({ source, longhands }) => source.kind === 'external' && longhands.some(({ important }) => important)),
)

const holdsImportant = memo((sheet: Sheet) => /!\s*important/i.test(sheet.text))
const holdsLayers = memo((sheet: Sheet) => /@layer\b/i.test(sheet.text))

const rivalsIn = memo((sheet: Sheet): readonly Rival[] =>
  styleRules(sheet).map(({ rule, within }) => ({
    from: rule.from,
    selectors: within.some(({ kind }) => kind === 'style') ? null : parseSelectorList(rule.selector),
    declarations: declarationsOf(rule),
  })),
)

/** States are taken as fitting where elements may be in some. */
const IN_ANY_STATE = { states: () => new Set<never>() }

function isNeeded(
  rival: Rival,
  file: SitePath,
  rule: CascadeRule,
  declaration: Declaration,
  reached: readonly PageElement[],
): boolean {
  if (file === rule.source.file && rival.from === rule.from) return hasLater(rival, declaration)
  const against = rival.declarations.filter(({ property }) => setsSame(property, declaration.property))
  if (against.length === 0) return false
  const later = file === rule.source.file ? rival.from > rule.from : true
  const reaches = (selector: Complex) => reached.some((element) => couldMatch(element, selector, IN_ANY_STATE))
  if (rival.selectors === null) return true
  return rival.selectors.some((selector) => {
    const weight = compareSpecificity(specificityOf(selector), rule.specificity)
    const beats = weight > 0 || (weight === 0 && later)
    return (beats || against.some(({ important }) => important)) && reaches(selector)
  })
}

/** Whether the same rule says something else further on, which would then win. */
const hasLater = (rival: Rival, declaration: Declaration) =>
  rival.declarations.some((each) => each.from !== declaration.from && setsSame(each.property, declaration.property))

const setsSame = (a: string, b: string) => {
  const [one, other] = [aliasOf(a), aliasOf(b)]
  return one === 'all' || other === 'all' || overlaps(one, other) || overlaps(other, one)
}

const inlineDeclarations = memoText((text: string) => parseDeclarations(text).items)

const inlineRival = (reached: readonly PageElement[], declaration: Declaration) =>
  reached.some((element) => {
    const style = element.attributes.get('style')
    return (
      style !== undefined && inlineDeclarations(style).some(({ property }) => setsSame(property, declaration.property))
    )
  })
