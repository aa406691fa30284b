import { escapeIdent } from '../css/ident.ts'
import { allNames } from '../classes/all-names.ts'
import { PROPERTY_NAMES, supportOf } from '../browsers/support.ts'
import { swatchesOf } from '../color/swatches.ts'
import { resolveVars } from '../edit/variables.ts'
import { rulesNaming } from '../edit/rules-naming.ts'
import { takesOf } from '../diagnostics/takes.ts'
import { isKnown } from '../diagnostics/verdict.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { isImage, isSheet, relativeReference, type SitePath } from '../paths/paths.ts'
import { PSEUDO_CLASSES, PSEUDO_ELEMENTS } from '../selectors/parse.ts'
import type { Sheet } from '../sheet/parse.ts'
import { declarationsOf } from '../sheet/walk.ts'
import { memo } from '../text/memo.ts'
import { familyLists } from '../type/lists.ts'
import { NAMED_COLORS } from '../values/color-notation.ts'
import { contextAt, type WritingContext } from './context.ts'
import { PROPERTY_WORDS } from './property-words.ts'

export type OfferKind =
  | 'property'
  | 'word'
  | 'function'
  | 'swatch'
  | 'custom property'
  | 'family'
  | 'element'
  | 'class'
  | 'id'
  | 'state'
  | 'at-rule'
  | 'file'
  | 'unit'

/** What could be written, as a list shows it. */
export interface Offer {
  readonly label: string
  /** What is written; the label where left out. */
  readonly apply?: string
  /** How far before its end the cursor stands afterwards. */
  readonly back?: number
  readonly kind: OfferKind
  /** Said beside it. */
  readonly detail: string
  /** A colour shown beside it. */
  readonly color?: string
  /** Those of higher rank come first among equals. */
  readonly rank: number
}

export interface Offers {
  readonly from: number
  readonly to: number
  readonly offers: readonly Offer[]
}

/** What could be written at a place of a stylesheet: by the grammars, and by what the site has. Null where nothing can be told. */
export function offersAt(site: SiteSnapshot, file: SitePath, offset: number): Offers | null {
  const sheet = site.sheet(file)
  const context = sheet && contextAt(sheet.text, offset)
  if (!context) return null
  return { from: context.from, to: offset, offers: offersIn(site, file, sheet, context) }
}

function offersIn(site: SiteSnapshot, file: SitePath, sheet: Sheet, context: WritingContext): Offer[] {
  switch (context.kind) {
    case 'property':
      return [...PROPERTIES, ...customProperties(sheet).map(({ name, value }) => ownProperty(name, value))]
    case 'value':
      return values(sheet, context.property)
    case 'unit':
      return units(context.property)
    case 'custom-property':
      return customProperties(sheet).map(({ name, value }) => ({
        ...reference(sheet, name, value),
        label: name,
        apply: name,
      }))
    case 'at-rule':
      return AT_RULES
    case 'url':
      return files(site, file)
    case 'selector':
      return context.word.startsWith(':') ? states(context.word) : selectors(site)
  }
}

/** Properties in use for long come first. */
const PROPERTIES: Offer[] = PROPERTY_NAMES.filter((name) => !name.startsWith('-') && isKnown(name)).map((name) => ({
  label: name,
  apply: `${name}: `,
  kind: 'property',
  detail: PROPERTY_WORDS[name] ?? '',
  rank: PROPERTY_WORDS[name] ? 2 : supportOf(`properties.${name}`)?.level === 'widely' ? 1 : 0,
}))

const ownProperty = (name: string, value: string): Offer => ({
  label: name,
  apply: `${name}: `,
  kind: 'custom property',
  detail: value,
  rank: 0,
})

const customProperties = memo((sheet: Sheet) => {
  const found = new Map<string, string>()
  for (const rule of rulesNaming(sheet, ':root'))
    for (const { property, value } of declarationsOf(rule)) if (property.startsWith('--')) found.set(property, value)
  return [...found].map(([name, value]) => ({ name, value }))
})

/** A custom property as it is referred to, a swatch with its colour. */
function reference(sheet: Sheet, name: string, value: string): Offer {
  const isSwatch = swatchesOf(sheet).some((swatch) => swatch.name === name)
  return {
    label: `var(${name})`,
    kind: isSwatch ? 'swatch' : 'custom property',
    detail: value,
    rank: isSwatch ? 3 : 1,
    ...(isSwatch ? { color: resolveVars(sheet, value) } : {}),
  }
}

const WIDE = ['inherit', 'initial', 'unset', 'revert']

function values(sheet: Sheet, property: string): Offer[] {
  const takes = takesOf(property)
  const sorts = takes?.sorts ?? []
  const has = (sort: string) => sorts.some(({ name }) => name === sort)
  const words = (takes?.words ?? []).map((label, at): Offer => ({
    label,
    kind: 'word',
    detail: '',
    rank: at < 12 ? 2 : 1,
  }))
  const functions = (takes?.functions ?? []).map(asFunction)
  const examples = sorts
    .flatMap((sort) => sort.examples)
    .filter((example) => example.includes('('))
    .map((example) => asFunction(example.replace(/\(.*$/, '()')))
  const references = customProperties(sheet).map(({ name, value }) => reference(sheet, name, value))
  const places = has('a position') ? ['left', 'right', 'top', 'bottom', 'center'] : []
  return unique([
    ...(has('the name of a font') ? families(sheet) : []),
    ...words,
    ...places.map((label): Offer => ({ label, kind: 'word', detail: '', rank: 2 })),
    ...references.filter(({ kind }) => has('a colour') || kind !== 'swatch'),
    ...functions,
    ...examples,
    ...(has('a colour')
      ? ['transparent', 'currentColor', ...NAMED_COLORS].map((label, at): Offer => ({
          label,
          kind: 'word',
          detail: '',
          color: label,
          rank: at < 2 ? 2 : 0,
        }))
      : []),
    ...WIDE.map((label): Offer => ({ label, kind: 'word', detail: 'for any property', rank: -1 })),
  ])
}

const asFunction = (name: string): Offer => ({
  label: name,
  apply: name,
  back: 1,
  kind: 'function',
  detail: '',
  rank: 1,
})

const unique = (offers: readonly Offer[]): Offer[] =>
  [...new Map(offers.toReversed().map((offer) => [offer.label, offer])).values()].reverse()

/** The families the sheet sets text in, as they are written. */
function families(sheet: Sheet): Offer[] {
  const names = new Set(familyLists(sheet).flatMap((list) => list.families.map(({ name }) => name)))
  for (const word of takesOf('font-family')?.words ?? []) names.delete(word)
  return [...names].map((name) => {
    const apply = /^[a-z][\w-]*(?: [a-z][\w-]*)*$/i.test(name) ? name : `"${name}"`
    return { label: name, apply, kind: 'family', detail: 'in this sheet', rank: 3 }
  })
}

const LENGTHS = ['px', 'em', 'rem', 'vw', 'vh', 'svh', 'dvh', 'ch', 'lh', 'pt', 'cm', 'mm']

/** Units by what a property takes, the usual ones first. */
function units(property: string): Offer[] {
  const sorts = new Set((takesOf(property)?.sorts ?? []).map(({ name }) => name))
  const units = [
    ...(sorts.has('a length') || sorts.has('a position') || sorts.size === 0 ? LENGTHS : []),
    ...(sorts.has('a percentage') || sorts.has('a position') ? ['%'] : []),
    ...(sorts.has('a share') ? ['fr'] : []),
    ...(sorts.has('a time') ? ['ms', 's'] : []),
    ...(sorts.has('an angle') || sorts.has('transform functions') ? ['deg', 'turn', 'rad'] : []),
  ]
  return units.map((label, at) => ({ label, kind: 'unit', detail: '', rank: -at }))
}

const AT_RULES: Offer[] = [
  ['@media', '@media (max-width: 600px) {}', 1, 'holds for some windows or media'],
  ['@supports', '@supports () {}', 4, 'holds where browsers take something'],
  ['@import', '@import url();', 2, 'brings another stylesheet in; before all rules'],
  ['@font-face', '@font-face {}', 1, 'brings a font along'],
  ['@keyframes', '@keyframes  {}', 3, 'the steps of an animation'],
  ['@layer', '@layer  {}', 3, 'a layer, whose rules are weaker than those outside'],
  ['@container', '@container (min-width: 30em) {}', 1, 'holds by the width of a box around'],
  ['@page', '@page {}', 1, 'paper'],
  ['@property', '@property --name {}', 1, 'says what a custom property takes'],
  ['@scope', '@scope () {}', 4, 'holds inside something only'],
  ['@counter-style', '@counter-style  {}', 3, 'a way to count'],
  ['@starting-style', '@starting-style {}', 1, 'what a box begins with when it appears'],
].map(([label, apply, back, detail], at) => ({
  ...{ label: label as string, apply: apply as string, back: back as number, detail: detail as string },
  kind: 'at-rule',
  rank: -at,
}))

/** Pictures and stylesheets, as they are written from where the sheet stands. */
function files(site: SiteSnapshot, from: SitePath): Offer[] {
  return [...site.files.keys()]
    .filter((path) => path !== from && (isImage(path) || isSheet(path) || /\.(?:woff2?|ttf|otf)$/i.test(path)))
    .map((path) => ({ label: relativeReference(from, path), kind: 'file', detail: path, rank: isImage(path) ? 1 : 0 }))
}

function states(word: string): Offer[] {
  const elements = PSEUDO_ELEMENTS.map((name): Offer => ({
    label: `::${name}`,
    kind: 'state',
    detail: 'a part of it',
    rank: 0,
  }))
  if (word.startsWith('::')) return elements
  const usual = [
    'hover',
    'focus-visible',
    'focus',
    'active',
    'visited',
    'link',
    'first-child',
    'last-child',
    'not',
    'is',
  ]
  return [
    ...PSEUDO_CLASSES.map((name): Offer => {
      const call = /^(?:is|where|not|has|nth-|lang|dir|host-context|state)/.test(name) && name !== 'host'
      return {
        label: `:${name}`,
        ...(call ? { apply: `:${name}()`, back: 1 } : {}),
        kind: 'state',
        detail: '',
        rank: usual.includes(name) ? usual.length - usual.indexOf(name) : 0,
      }
    }),
    ...elements,
  ]
}

const here = (elements: number) => (elements === 0 ? 'on no page' : `${elements} on the pages`)

/** Elements, classes and ids of the site, with how many elements each touches. */
const selectors = memo((site: SiteSnapshot): Offer[] => {
  const tags = new Map<string, number>()
  for (const path of site.pagePaths)
    for (const { tag, html } of site.page(path).elements) if (html) tags.set(tag, (tags.get(tag) ?? 0) + 1)
  return [
    ...allNames(site).map(({ name, kind, elements }): Offer => ({
      label: (kind === 'class' ? '.' : '#') + escapeIdent(name),
      kind,
      detail: here(elements),
      rank: elements > 0 ? 2 : 0,
    })),
    ...[...tags].map(([label, count]): Offer => ({ label, kind: 'element', detail: here(count), rank: 1 })),
  ]
})
