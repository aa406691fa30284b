import { addTo, grouped } from '../text/grouped.ts'
import { changeClasses, removeAttribute } from '../markup/attributes.ts'
import { removeLine } from '../markup/remove.ts'
import type { Page } from '../markup/tree.ts'
import { reachOf } from '../selectors/reach.ts'
import { withoutStates } from '../selectors/why-nothing.ts'
import { addDeclaration, editInTurn, indentUnit, setValue } from '../sheet/edit.ts'
import { parseDeclarations, parseSheet, type Sheet, type StyleRule } from '../sheet/parse.ts'
import { declarationsOf, styleRules, topStyleRules } from '../sheet/walk.ts'
import { NO_CHANGE, type SiteChange } from '../site/change.ts'
import type { SitePath } from '../paths/paths.ts'
import { fileDoc } from '../site/step.ts'
import { lineEndOf } from '../text/place.ts'
import { diffTexts, type Splice } from '../text/splice.ts'
import type { PageStyles } from '../cascade/cascade.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { pageClass, suggestClass } from '../classes/class-names.ts'
import { gather, type EmbeddedRule, type InlineStyle, type LeftBehind } from './carried-styles.ts'
import { loneClass, normalBody, normalList } from './normal.ts'
import { scopeRule } from './scope.ts'

/** One version of a rule, with the pages that have it. */
export interface LiftVersion {
  readonly id: string
  readonly text: string
  readonly pages: readonly SitePath[]
}

/** What may become of a rule: hold on every page, by itself or as a part of the sheet's rule of that selector; hold only where it was; not be kept; stay where it is. */
export type LiftFate = 'everywhere' | 'joined' | 'apart' | 'dropped' | 'left'

/** Rules of several pages that are about the same thing. */
export interface LiftGroup {
  readonly id: string
  readonly about: string
  readonly versions: readonly LiftVersion[]
  /** What becomes of each version, by its id. */
  readonly fates: Readonly<Record<string, LiftFate>>
  readonly scopable: boolean
  /** Whether the sheet has a rule of this very selector, which could take in what it says. */
  readonly joinable: boolean
  /** Other pages whose elements the rule would reach if it held everywhere. */
  readonly alsoReaches: readonly SitePath[]
}

/** Equal style attributes that become one class. */
export interface LiftAttribute {
  readonly id: string
  readonly says: string
  readonly name: string
  /** Whether the sheet has a rule of this class that says the same already. */
  readonly joins: boolean
  readonly places: readonly { readonly page: SitePath; readonly offset: number; readonly element: string }[]
  readonly left: boolean
}

export interface LiftChoices {
  readonly pages: readonly SitePath[]
  readonly embedded: boolean
  readonly inline: boolean
  /** Fates chosen, by version id; defaults else. */
  readonly fates?: Readonly<Record<string, LiftFate>>
  /** Class names chosen, by attribute id; '' leaves the attribute where it is. */
  readonly names?: Readonly<Record<string, string>>
}

export interface LiftPlan {
  readonly groups: readonly LiftGroup[]
  readonly attributes: readonly LiftAttribute[]
  readonly left: readonly LeftBehind[]
  readonly change: SiteChange
}

/**
 * Plans how styles of pages move into the sheet: equal rules become one; a rule that other pages must not feel is kept
 * apart under a class of its pages; equal style attributes become one class, or join the rule that says the same.
 */
export function planLift(model: SiteSnapshot, choices: LiftChoices): LiftPlan {
  const gathered = gather(model, choices.pages, choices)
  const sheetText = model.text(model.sheetPath)
  const sheet = parseSheet(sheetText)
  const taken = takenClasses(model, sheet)
  const isTaken = (name: string) => taken.has(name)
  const identities = identify(gathered.rules)
  const groups = groupsOf(model, identities, sheet, choices)
  const fateOf = new Map(groups.flatMap(({ versions, fates }) => versions.map(({ id }) => [id, fates[id]!] as const)))
  const pagesOf = new Map(groups.flatMap(({ versions }) => versions.map(({ id, pages }) => [id, pages] as const)))

  const pageClasses = new Map<SitePath, string>()
  const classOf = (page: SitePath) => {
    let name = pageClasses.get(page)
    if (!name) {
      pageClasses.set(page, (name = pageClass(page, isTaken)))
      taken.add(name)
    }
    return name
  }
  const joined: EmbeddedRule[] = []
  const before: string[] = []
  const behind: string[] = []
  const written = new Set<string>()
  const removed = new Map<SitePath, EmbeddedRule[]>()
  for (const rule of gathered.rules) {
    const id = identities.get(rule)!.version
    const fate = fateOf.get(id)!
    if (fate === 'left') continue
    addTo(removed, rule.page, rule)
    if (fate === 'dropped' || written.has(id)) continue
    written.add(id)
    if (fate === 'joined') {
      joined.push(rule)
      continue
    }
    const pages = pagesOf.get(id)!
    const text = tidy(fate === 'apart' && rule.scopable ? scopeRule(rule.text, pages.map(classOf)) : rule.text, sheet)
    ;(rule.beforeSheet ? before : behind).push(text)
  }

  const attributes = attributesOf(model, gathered.attributes, sheet, isTaken, taken, choices)
  for (const { attribute, list } of attributes) {
    if (attribute.left || attribute.joins) continue
    behind.push(classRule(model, attribute, list, sheet))
  }

  const texts = [
    {
      doc: model.docOf(model.sheetPath),
      splices: [...joinSplices(sheet, joined), ...sheetSplices(sheet, before, behind)],
    },
    ...choices.pages.map((path) => ({
      doc: fileDoc(path),
      splices: pageSplices(
        model.page(path),
        removed.get(path) ?? [],
        attributes.flatMap(({ attribute, list }) =>
          attribute.left
            ? []
            : list
                .filter(({ page }) => page === path)
                .map(({ element }) => ({ element: element.index, name: attribute.name })),
        ),
        pageClasses.get(path),
      ),
    })),
  ]
  return {
    groups,
    attributes: attributes.map(({ attribute }) => attribute),
    left: gathered.left,
    change: { ...NO_CHANGE, texts: texts.filter(({ splices }) => splices.length > 0) },
  }
}

/** Class names that pages or the sheet use for something already. */
function takenClasses(model: SiteSnapshot, sheet: Sheet): Set<string> {
  const taken = new Set<string>()
  for (const path of model.pagePaths)
    for (const { classes } of model.page(path).elements) for (const name of classes) taken.add(name)
  for (const { rule } of styleRules(sheet))
    for (const [, name] of rule.selector.matchAll(/\.(-?[_a-zA-Z][\w-]*)/g)) taken.add(name!)
  return taken
}

/** What a rule belongs to: the group of what it is about, and in it the version of what it says. */
interface Identity {
  readonly group: string
  readonly version: string
}

/** Tells rules apart by what they are about, the how manieth of that on their page they are, and what they say. */
function identify(rules: readonly EmbeddedRule[]): Map<EmbeddedRule, Identity> {
  const times = new Map<string, number>()
  return new Map(
    rules.map((rule) => {
      const key = `${rule.page}\0${rule.about}`
      const time = (times.get(key) ?? 0) + 1
      times.set(key, time)
      const group = `${rule.beforeSheet ? 'before ' : ''}${rule.about}${time > 1 ? ` #${time}` : ''}`
      return [rule, { group, version: `${group} { ${rule.says} }` }]
    }),
  )
}

function groupsOf(
  model: SiteSnapshot,
  identities: ReadonlyMap<EmbeddedRule, Identity>,
  sheet: Sheet,
  choices: LiftChoices,
): LiftGroup[] {
  const groups = new Map<string, Map<string, EmbeddedRule[]>>()
  for (const [rule, { group, version }] of identities) {
    const versions = groups.get(group) ?? new Map<string, EmbeddedRule[]>()
    groups.set(group, versions)
    addTo(versions, version, rule)
  }
  return [...groups].map(([id, members]): LiftGroup => {
    const first = [...members.values()][0]![0]!
    const versions = [...members].map(([version, own]): LiftVersion => ({
      id: version,
      text: own[0]!.text,
      pages: own.map(({ page }) => page),
    }))
    const having = new Set(versions.flatMap(({ pages }) => pages))
    const alsoReaches = model.pagePaths.filter((path) => !having.has(path) && reaches(model.page(path), first))
    const fates = Object.fromEntries(
      versions.map(({ id: version }): [string, LiftFate] => {
        const standard: LiftFate = !first.scopable
          ? versions.length > 1
            ? 'left'
            : 'everywhere'
          : versions.length === 1 && alsoReaches.length === 0
            ? 'everywhere'
            : 'apart'
        return [version, choices.fates?.[version] ?? standard]
      }),
    )
    return {
      id,
      about: first.about,
      versions,
      fates,
      scopable: first.scopable,
      joinable: sameRule(sheet, first.about) !== undefined,
      alsoReaches,
    }
  })
}

/** Whether a rule would find anything on a page, states left aside. */
function reaches(page: Page, rule: EmbeddedRule): boolean {
  if (!rule.scopable) return false
  return styleRules(parseSheet(rule.text)).some(({ rule: { selector } }) => {
    const bare = withoutStates(selector)
    return bare === null || reachOf(page, bare).length > 0
  })
}

interface NamedAttribute {
  readonly attribute: LiftAttribute
  readonly list: readonly InlineStyle[]
}

function attributesOf(
  model: SiteSnapshot,
  all: readonly InlineStyle[],
  sheet: Sheet,
  isTaken: (name: string) => boolean,
  taken: Set<string>,
  choices: LiftChoices,
): NamedAttribute[] {
  const equal = grouped(all, ({ says }) => says)
  const existing = new Map(
    topStyleRules(sheet).flatMap((rule) => {
      const name = loneClass(rule)
      return name === null ? [] : [[normalBody(rule.items, sheet.text), name] as const]
    }),
  )
  return [...equal].map(([says, list]) => {
    const chosen = choices.names?.[says]
    const join = existing.get(says)
    const tags = new Set(list.map(({ element }) => element.tag))
    const name =
      chosen || join || suggestClass(tags.size === 1 ? [...tags][0]! : '', parseDeclarations(says).items, isTaken)
    taken.add(name)
    return {
      list,
      attribute: {
        id: says,
        says,
        name,
        joins: join !== undefined && name === join,
        left: chosen === '',
        places: list.map(({ page, element }) => ({
          page,
          offset: element.place!.attributes['style']!.from,
          element: element.tag,
        })),
      },
    }
  })
}

/** The rule of a class that stands in for style attributes: strong enough to beat what the attributes beat. */
function classRule(
  model: SiteSnapshot,
  { name, says }: LiftAttribute,
  list: readonly InlineStyle[],
  sheet: Sheet,
): string {
  let classes = 0
  let important = false
  const everyState = new Set(['hover', 'focus', 'focus-visible', 'focus-within', 'active'] as const)
  const styled = new Map<SitePath, readonly PageStyles[]>()
  for (const { page } of list)
    if (!styled.has(page)) styled.set(page, [model.stylesOf(page), model.stylesInState(page, () => everyState)])
  for (const { page, element } of list) {
    for (const styles of styled.get(page)!) {
      for (const { specificity, pseudo, source } of styles.of(element).matched.rules) {
        if (pseudo !== '' || source.kind === 'user-agent') continue
        if (specificity[0] > 0) important = true
        else if (specificity[1] > 1 || (specificity[1] === 1 && specificity[2] > 0))
          classes = Math.max(classes, specificity[1] + (specificity[2] > 0 ? 1 : 0))
      }
    }
  }
  const selector = `.${name}`.repeat(important ? 1 : Math.max(1, classes))
  const eol = lineEndOf(sheet.text)
  const unit = indentUnit(sheet)
  const body = parseDeclarations(says).items.map(
    ({ property, value, important: own }) =>
      `${unit}${property}: ${value}${own || important ? ' !important' : ''};${eol}`,
  )
  return `${selector} {${eol}${body.join('')}}`
}

/** A rule's text as it stands in a sheet: at the margin, with the sheet's line ends. */
function tidy(text: string, sheet: Sheet): string {
  const lines = text.split(/\r\n|\r|\n/)
  const last = lines.at(-1)!
  const own = lines.length > 1 ? /^[ \t]*/.exec(last)![0] : ''
  return lines
    .map((line, at) =>
      at === 0 || !line.startsWith(own)
        ? line.trimStart() === line
          ? line
          : at === 0
            ? line
            : line.trimStart()
        : line.slice(own.length),
    )
    .join(lineEndOf(sheet.text))
}

/** The last rule of the sheet that stands outside every condition and has this very selector. */
function sameRule(sheet: Sheet, about: string): StyleRule | undefined {
  return topStyleRules(sheet)
    .filter(({ selector, closed }) => closed && normalList(selector) === about)
    .at(-1)
}

/** Lets rules of the sheet take in what lifted ones of the same selector say: values replaced in place, the rest added. */
function joinSplices(sheet: Sheet, joined: readonly EmbeddedRule[]): Splice[] {
  const edits = joined.flatMap((rule) => {
    const lifted = topStyleRules(parseSheet(rule.text))[0]
    return (lifted ? declarationsOf(lifted) : []).map(
      ({ property, value, important }) =>
        (now: Sheet): readonly Splice[] => {
          const own = sameRule(now, rule.about)
          if (!own) return []
          const there = declarationsOf(own)
            .filter((each) => each.property === property && each.important === important)
            .at(-1)
          return there
            ? setValue(there, value)
            : addDeclaration(now, own, property, important ? `${value} !important` : value)
        },
    )
  })
  return edits.length === 0 ? [] : diffTexts(sheet.text, editInTurn(sheet.text, edits))
}

function sheetSplices(sheet: Sheet, before: readonly string[], behind: readonly string[]): Splice[] {
  const { text } = sheet
  const eol = lineEndOf(text)
  const splices: Splice[] = []
  if (before.length > 0) {
    const head = sheet.rules
      .filter(
        (rule, at) =>
          rule.kind === 'at' &&
          !rule.block &&
          sheet.rules.slice(0, at).every((each) => each.kind === 'at' && !each.block),
      )
      .at(-1)
    const at = head ? head.to : text.startsWith('\uFEFF') ? 1 : 0
    splices.push({
      from: at,
      to: at,
      insert: (head ? eol + eol : '') + before.join(eol + eol) + (head ? '' : eol + eol),
    })
  }
  if (behind.length > 0) {
    const lead = text.trim() === '' ? '' : /(?:\r\n|\r|\n)[ \t]*$/.test(text) ? eol : eol + eol
    splices.push({ from: text.length, to: text.length, insert: lead + behind.join(eol + eol) + eol })
  }
  return splices
}

function pageSplices(
  page: Page,
  removed: readonly EmbeddedRule[],
  classes: readonly { readonly element: number; readonly name: string }[],
  own: string | undefined,
): Splice[] {
  const splices: Splice[] = []
  for (const block of new Set(removed.map((rule) => rule.block))) {
    const element = page.elements[block]!
    const { text, from } = element.rawText!
    const gone = removed.filter((rule) => rule.block === block).map(({ range }) => range)
    // What is left of a block decides whether its tags go too: comments of HTML inside it mean nothing.
    let rest = ''
    let at = from
    for (const range of gone) {
      rest += page.text.slice(at, range.from)
      at = range.to
    }
    rest += page.text.slice(at, from + text.length)
    if (rest.replace(/<!--|-->/g, '').trim() === '' && element.place) splices.push(removeLine(page.text, element.place))
    else splices.push(...gone.map((range) => removeLine(page.text, range)))
  }
  for (const { element, name } of classes) {
    const at = page.elements[element]!
    splices.push(...swapStyle(page, at, name))
  }
  if (own !== undefined) {
    if (page.root.place) splices.push(...changeClasses(page, page.root, [own]))
    else {
      const start = page.doctypeEnd ?? (page.text.startsWith('\uFEFF') ? 1 : 0)
      splices.push({
        from: start,
        to: start,
        insert: `${page.doctypeEnd === null ? '' : lineEndOf(page.text)}<html class="${own}">`,
      })
    }
  }
  return splices
}

/** The style attribute gives its place to the class, or to nothing where the element has classes already. */
function swapStyle(page: Page, element: Page['elements'][number], name: string): Splice[] {
  const at = element.place!.attributes['style']!
  if (element.attributes.has('class'))
    return [...changeClasses(page, element, [name]), ...removeAttribute(page, element, 'style')]
  return [{ from: at.from, to: at.to, insert: `class="${name}"` }]
}
