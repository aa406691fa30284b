import { removeAttribute, setAttribute } from '../markup/attributes.ts'
import { LINK_TAGS } from '../markup/hyperlink.ts'
import { descendantsOf, parsePage, type Page, type PageElement } from '../markup/tree.ts'
import { beginsLine, indentAt, lineEndOf } from '../text/place.ts'
import { applySplices, type Range, type Splice } from '../text/splice.ts'
import { encodePath, targetOf, type SitePath } from '../paths/paths.ts'
import { referencesIn } from '../markup/references.ts'
import { reindent } from './reindent.ts'
import { fileAt } from './retarget.ts'
import { retargetPage } from './retarget-page.ts'

/**
 * Shared parts are marked in the pages by a pair of ordinary comments, harmless without Attire:
 * `<!-- shared part: navigation -->` … `<!-- end of shared part: navigation -->`.
 */
const OPENS = /^\s*shared part:\s*(\S(?:[\s\S]*\S)?)\s*$/
const CLOSES = /^\s*end of shared part:\s*(\S(?:[\s\S]*\S)?)\s*$/

/** A shared part on a page. */
export interface PartPlace {
  readonly name: string
  /** The block between the comments, white space at its ends left out; null when the closing comment is not there. */
  readonly block: Range | null
  /** From the opening comment to the end of the closing one. */
  readonly whole: Range
}

/** The shared parts of a page, in the order of its text. */
export function partsIn(page: Page): PartPlace[] {
  const found: PartPlace[] = []
  page.comments.forEach((comment, at) => {
    const name = OPENS.exec(comment.text)?.[1]
    if (name === undefined) return
    const close = page.comments.slice(at + 1).find((each) => OPENS.test(each.text) || CLOSES.test(each.text))
    const closed = close && CLOSES.exec(close.text)?.[1] === name
    found.push({
      name,
      whole: { from: comment.from, to: closed ? close.to : comment.to },
      block: closed ? trimmed(page.text, comment.to, close.from) : null,
    })
  })
  return found
}

function trimmed(text: string, from: number, to: number): Range {
  const inner = text.slice(from, to)
  const lead = /^\s*/.exec(inner)![0].length
  return { from: Math.min(from + lead, to), to: Math.max(from + lead, from + inner.trimEnd().length) }
}

/** The comment that opens a part, and the one that closes it. */
export function partMarks(name: string): { readonly open: string; readonly close: string } {
  return { open: `<!-- shared part: ${name} -->`, close: `<!-- end of shared part: ${name} -->` }
}

/** A name that can stand in the marks of a part; '' when nothing is left of it. */
export function partName(wanted: string): string {
  return wanted.replace(/-{2,}/g, '-').replace(/[<>]/g, '').replace(/\s+/g, ' ').trim().slice(0, 60)
}

/** A block of markup, as it stands on a page. */
export interface Block {
  readonly path: SitePath
  readonly text: string
}

type Exists = (path: SitePath) => boolean

/**
 * A block in one fixed form, the same for every page: addresses from the site's root, no mark of the current page, white
 * space collapsed. Blocks with equal forms differ only in what must differ from page to page.
 */
export function canonicalBlock({ path, text }: Block, exists: Exists): string {
  const page = parsePage(text)
  const splices: Splice[] = page.elements
    .filter((element) => element.attributes.get('aria-current') === 'page')
    .flatMap((element) => removeAttribute(page, element, 'aria-current'))
  for (const { url, from, to } of referencesIn(page)) {
    const target = targetOf(path, url)
    if (target.kind !== 'site') continue
    const written = text.slice(from, to)
    const end = /[?]|(?<!&)#/.exec(written)?.index ?? written.length
    splices.push({ from, to: from + end, insert: `/${encodePath(fileAt(target.path, exists) ?? target.path)}` })
  }
  return applySplices(text, splices).replace(/\s+/g, ' ').trim()
}

/** Whether a block marks the current page anywhere. */
export function marksCurrent({ text }: Block): boolean {
  return (
    /aria-current/i.test(text) &&
    parsePage(text).elements.some((element) => element.attributes.get('aria-current') === 'page')
  )
}

/** The block as it must stand on another page: addresses seen from there, its own link marked as the current page, its own indentation. */
export function adaptBlock(
  block: Block,
  to: SitePath,
  exists: Exists,
  { marks, indent, eol }: { readonly marks: boolean; readonly indent: string; readonly eol: string },
): string {
  const page = parsePage(block.text)
  const splices = retargetPage(page, { from: block.path, to, moved: (path) => path, exists })
  const inNavigation = navigationOf(page)
  for (const element of page.elements) {
    // One without an address can say that it stands for the current page, too.
    if (!LINK_TAGS.has(element.tag)) continue
    const href = element.attributes.get('href')
    const target = href === undefined ? null : targetOf(block.path, href)
    // A bare fragment in the block means the page it stands on, wherever that is.
    const here = target?.kind === 'site' && !/[#?]/.test(href!) && fileAt(target.path, exists) === to
    if (here && marks && inNavigation(element)) splices.push(...setAttribute(page, element, 'aria-current', 'page'))
    else if (!here && element.attributes.get('aria-current') === 'page')
      splices.push(...removeAttribute(page, element, 'aria-current'))
  }
  return reindent(applySplices(block.text, splices), indent, eol)
}

/** Only links of the navigation say which page is the current one; the site's name above it may lead home without saying so. */
function navigationOf(page: Page): (element: PageElement) => boolean {
  const navs = page.elements.filter(({ tag }) => tag === 'nav')
  if (navs.length === 0) return () => true
  const inside = new Set(navs.flatMap((nav) => descendantsOf(page, nav)))
  return (element) => inside.has(element)
}

/** Writes the marks of a part around a stretch of a page: on lines of their own where the block stands on its own lines. */
export function markAround(text: string, block: Range, name: string): Splice[] {
  const { open, close } = partMarks(name)
  const gap = beginsLine(text, block.from) ? lineEndOf(text) + indentAt(text, block.from) : ''
  return [
    { from: block.from, to: block.from, insert: open + gap },
    { from: block.to, to: block.to, insert: gap + close },
  ]
}

/** How much two blocks have in common, 0 to 1 (Dice's coefficient over their tags and words). */
export function likeness(a: string, b: string): number {
  if (a === b) return 1
  const pieces = (text: string) => text.match(/<[^>]*>|[^\s<>]+/g) ?? []
  const counts = new Map<string, number>()
  const left = pieces(a)
  const right = pieces(b)
  for (const piece of left) counts.set(piece, (counts.get(piece) ?? 0) + 1)
  let common = 0
  for (const piece of right) {
    const count = counts.get(piece) ?? 0
    if (count === 0) continue
    counts.set(piece, count - 1)
    common++
  }
  return left.length + right.length === 0 ? 0 : (2 * common) / (left.length + right.length)
}
