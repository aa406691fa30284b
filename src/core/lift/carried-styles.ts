import { basePath } from '../markup/base.ts'
import type { Page, PageElement } from '../markup/tree.ts'
import { parseSelectorList } from '../selectors/parse.ts'
import { parseDeclarations, parseSheet, type Rule } from '../sheet/parse.ts'
import { retargetSheet } from '../site/retarget.ts'
import type { SitePath } from '../paths/paths.ts'
import { beginsLine, spaceBefore } from '../text/place.ts'
import { applySplices, type Range } from '../text/splice.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { wearSummary } from '../model/wear-summary.ts'
import { normalAttribute, normalBody, normalList } from './normal.ts'

/** One rule of an embedded block, as it would stand in the sheet. */
export interface EmbeddedRule {
  readonly page: SitePath
  /** The style element it stands in, by its number on the page. */
  readonly block: number
  /** Whether the block comes before the link to the sheet: then the sheet beats it among equals. */
  readonly beforeSheet: boolean
  /** Where it stands in the page's text, with a comment right above it. */
  readonly range: Range
  /** What it is about: its selector, or its at-rule; the same on other pages means the same. */
  readonly about: string
  /** What it says, in one fixed spelling. */
  readonly says: string
  /** As it would be written: addresses seen from the sheet, a media attribute of the block written out. */
  readonly text: string
  /** Whether it can be kept apart for some pages. Fonts, animations and registered properties hold everywhere. */
  readonly scopable: boolean
}

/** One style attribute. */
export interface InlineStyle {
  readonly page: SitePath
  readonly element: PageElement
  readonly says: string
  readonly text: string
}

/** What stays on its page, and why. */
export interface LeftBehind {
  readonly page: SitePath
  readonly offset: number
  readonly what: string
  readonly why: string
}

export interface Gathered {
  readonly rules: readonly EmbeddedRule[]
  readonly attributes: readonly InlineStyle[]
  readonly left: readonly LeftBehind[]
}

/** Everything that pages carry of their own and the sheet could hold. */
export function gather(
  model: SiteSnapshot,
  pages: readonly SitePath[],
  kinds: { readonly embedded: boolean; readonly inline: boolean },
): Gathered {
  const rules: EmbeddedRule[] = []
  const attributes: InlineStyle[] = []
  const left: LeftBehind[] = []
  for (const path of pages) {
    const page = model.page(path)
    const { wears, embedded, inline } = wearSummary(model, path)
    if (!wears) {
      if (embedded.blocks + inline > 0)
        left.push({
          page: path,
          offset: 0,
          what: 'The whole page',
          why: 'It does not wear the sheet, so nothing lifted into the sheet would arrive. Attach the sheet first.',
        })
      continue
    }
    if (kinds.embedded) gatherBlocks(model, path, page, rules, left)
    if (kinds.inline) gatherAttributes(model, path, page, attributes, left)
  }
  return { rules, attributes, left }
}

function rebased(model: SiteSnapshot, path: SitePath, page: Page, text: string): string {
  return applySplices(
    text,
    retargetSheet(text, {
      from: basePath(path, page),
      to: model.sheetPath,
      moved: (each) => each,
      exists: (each) => model.files.has(each),
    }),
  )
}

function gatherBlocks(
  model: SiteSnapshot,
  path: SitePath,
  page: Page,
  rules: EmbeddedRule[],
  left: LeftBehind[],
): void {
  const link = page.elements.findIndex(
    (element) => element.tag === 'link' && /\bstylesheet\b/i.test(element.attributes.get('rel') ?? ''),
  )
  for (const element of page.elements) {
    const { tag, html, rawText, attributes } = element
    if (!html || tag !== 'style' || !rawText) continue
    const type = (attributes.get('type') ?? '').trim().toLowerCase()
    if (type !== '' && type !== 'text/css') continue
    const sheet = parseSheet(rawText.text)
    const media = attributes.get('media')?.trim() ?? ''
    for (const error of sheet.errors)
      left.push({
        page: path,
        offset: rawText.from + error.from,
        what: rawText.text.slice(error.from, error.to).trim().slice(0, 80),
        why: `CSS cannot read it, so it has no effect: ${error.message}`,
      })
    for (const rule of sheet.rules) {
      const why = whyLeft(rule)
      if (why !== '') {
        left.push({
          page: path,
          offset: rawText.from + rule.from,
          what: rawText.text.slice(rule.from, Math.min(rule.to, rule.from + 80)),
          why,
        })
        continue
      }
      const from = withComment(rawText.text, rule.from)
      const written = rebased(model, path, page, rawText.text.slice(from, rule.to))
      rules.push({
        page: path,
        block: element.index,
        beforeSheet: element.index < link,
        range: { from: rawText.from + from, to: rawText.from + rule.to },
        about:
          (media === '' ? '' : `@media ${media} `) +
          (rule.kind === 'style'
            ? normalList(rule.selector)
            : holds(rule)
              ? `@${rule.name} ${rule.prelude.trim()} ${normalBody(rule.items, rawText.text)}`
              : `@${rule.name} ${rule.prelude.trim()}`),
        says: rebased(
          model,
          path,
          page,
          rule.kind === 'style'
            ? normalBody(rule.items, rawText.text)
            : rawText.text.slice(rule.from, rule.to).replace(/\s+/g, ' '),
        ),
        text: media === '' ? written : `@media ${media} {\n${written}\n}`,
        scopable: rule.kind === 'style' || holds(rule),
      })
    }
  }
}

/** Whether an at-rule holds style rules that depend on a condition. */
function holds(rule: Rule): boolean {
  return (
    rule.kind === 'at' && ['media', 'supports', 'container', 'layer', 'scope', 'starting-style'].includes(rule.name)
  )
}

function whyLeft(rule: Rule): string {
  if (!rule.closed) return 'Its closing brace is missing, so it cannot be told where it ends.'
  if (rule.kind === 'style')
    return parseSelectorList(rule.selector) === null ? 'No browser understands its selector, so it has no effect.' : ''
  if (rule.name === 'import') return 'It brings in another stylesheet, which must stand at the very top of a sheet.'
  if (rule.name === 'charset' || rule.name === 'namespace')
    return `@${rule.name} counts only at the top of its own sheet.`
  if (!rule.block)
    return `@${rule.name} without a block sets an order for this page; in the sheet it would set it for all.`
  return ''
}

/** The start of a comment that stands right above a rule and belongs to it; markup comments are no part of CSS. */
function withComment(text: string, from: number): number {
  const line = from - spaceBefore(text, from).length
  const above = line - (text.endsWith('\r\n', line) ? 2 : Number(beginsLine(text, line) && line > 0))
  const end = above - spaceBefore(text, above).length
  if (!text.endsWith('*/', end)) return from
  const start = text.indexOf('/*', Math.max(0, text.lastIndexOf('*/', end - 3) + 2))
  return start >= 0 && start < end && !text.slice(start, end).includes('<') ? start : from
}

function gatherAttributes(
  model: SiteSnapshot,
  path: SitePath,
  page: Page,
  attributes: InlineStyle[],
  left: LeftBehind[],
): void {
  for (const element of page.elements) {
    const value = element.attributes.get('style')
    const at = element.place?.attributes['style']
    if (value === undefined || !at) continue
    const { items, errors } = parseDeclarations(value)
    if (!element.html)
      left.push({
        page: path,
        offset: at.from,
        what: value,
        why: 'It stands in a drawing (SVG or MathML), which brings its own style along.',
      })
    else if (errors.length > 0 || items.length === 0)
      left.push({
        page: path,
        offset: at.from,
        what: value,
        why: items.length === 0 ? 'CSS cannot read it, so it has no effect.' : 'A part of it cannot be read as CSS.',
      })
    else {
      const text = rebased(model, path, page, `x { ${value} }`)
      attributes.push({
        page: path,
        element,
        says: normalAttribute(text.slice(text.indexOf('{') + 1, text.lastIndexOf('}'))),
        text: value,
      })
    }
  }
}
