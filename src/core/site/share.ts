import { addTo } from '../text/grouped.ts'
import { comparePages, type SitePath } from '../paths/paths.ts'
import {
  adaptBlock,
  canonicalBlock,
  likeness,
  marksCurrent,
  markAround,
  partMarks,
  partName,
  partsIn,
  type Block,
  type PartPlace,
} from './parts.ts'
import { unfitCharacter, unfitSentence } from './encoding.ts'
import { fileDoc, type Doc } from './step.ts'
import type { SiteView } from './view.ts'
import type { Page, PageElement } from '../markup/tree.ts'
import { beginsLine, indentAt, lineEndOf, spaceBefore } from '../text/place.ts'
import type { Range, Splice } from '../text/splice.ts'

/** What becomes of one page when a part is shared or rewritten. */
export interface PartOutcome {
  readonly page: SitePath
  /** `marked`: the block is the same already and only gets its marks; `lacks`: there is no such block; `inserted`: it gets one. */
  readonly state: 'changed' | 'same' | 'marked' | 'inserted' | 'lacks' | 'skipped'
  /** Why it is skipped or lacking, in a sentence; '' else. */
  readonly why: string
  /** The block as it stands, and as it would stand; '' where there is none. */
  readonly before: string
  readonly after: string
  readonly splices: readonly Splice[]
}

/** Blocks less alike than this are not taken for the same block. */
const ALIKE = 0.4

const existsIn = (site: SiteView) => (path: SitePath) => site.files.has(path)

/** Every part of the site by name, with the pages it stands on. */
export function partsOf(site: SiteView): Map<string, { readonly path: SitePath; readonly place: PartPlace }[]> {
  const parts = new Map<string, { path: SitePath; place: PartPlace }[]>()
  for (const path of [...site.pagePaths].sort(comparePages)) {
    for (const place of partsIn(site.page(path))) addTo(parts, place.name, { path, place })
  }
  return parts
}

const forms = new WeakMap<Page, Map<string, { readonly files: SiteView['files']; readonly form: string }>>()

/** The fixed form of a stretch of a page; remembered as long as page and files are the same. */
export function formOf(site: SiteView, path: SitePath, { from, to }: Range): string {
  const page = site.page(path)
  const known = forms.get(page) ?? new Map<string, { files: SiteView['files']; form: string }>()
  forms.set(page, known)
  const key = `${path} ${from} ${to}`
  let found = known.get(key)
  if (found?.files !== site.files)
    known.set(
      key,
      (found = {
        files: site.files,
        form: canonicalBlock({ path, text: blockText(page, { from, to }) }, existsIn(site)),
      }),
    )
  return found!.form
}

const blockText = (page: Page, { from, to }: Range) => page.text.slice(from, to)

/** The version of a part that most of its pages have; the first page's when none has more. Null when no page has a whole one. */
export function commonVersion(
  site: SiteView,
  places: readonly { readonly path: SitePath; readonly place: PartPlace }[],
): { readonly block: Block; readonly form: string; readonly forms: ReadonlyMap<SitePath, string> } | null {
  const forms = new Map<SitePath, string>()
  const votes = new Map<string, number>()
  for (const { path, place } of places) {
    if (!place.block) continue
    const form = formOf(site, path, place.block)
    forms.set(path, form)
    votes.set(form, (votes.get(form) ?? 0) + 1)
  }
  const most = Math.max(...votes.values())
  const chosen = places.find(({ path }) => votes.get(forms.get(path) ?? '') === most)
  return chosen?.place.block
    ? {
        block: { path: chosen.path, text: blockText(site.page(chosen.path), chosen.place.block) },
        form: forms.get(chosen.path)!,
        forms,
      }
    : null
}

/** The element of a page that is most like a block: the same tag, and much the same inside. Null when none is. */
function likeBlock(
  site: SiteView,
  path: SitePath,
  tag: string,
  form: string,
): { readonly element: PageElement; readonly form: string; readonly likeness: number } | null {
  const page = site.page(path)
  const taken = partsIn(page).map(({ whole }) => whole)
  let best: { element: PageElement; form: string; likeness: number } | null = null
  for (const element of page.elements) {
    const { place } = element
    if (element.tag !== tag || !place || taken.some(({ from, to }) => from <= place.from && place.to <= to)) continue
    const own = formOf(site, path, place)
    const alike = likeness(form, own)
    if (alike >= ALIKE && alike > (best?.likeness ?? 0)) best = { element, form: own, likeness: alike }
  }
  return best
}

/**
 * Makes a block of one page a shared part: the same or a similar block of every other page becomes it, with the addresses
 * and the mark of the current page that are right there. Pages not in `pages` are left as they are; those in `into` that lack
 * such a block get one, where the first page has it.
 */
export function planShare(
  site: SiteView,
  {
    page: path,
    index,
    name: wanted,
    pages,
    into = [],
  }: {
    readonly page: SitePath
    readonly index: number
    readonly name: string
    readonly pages?: readonly SitePath[]
    readonly into?: readonly SitePath[]
  },
): { readonly name: string; readonly outcomes: PartOutcome[] } {
  const name = partName(wanted)
  const source = site.page(path)
  const element = source.elements[index]
  if (!element?.place || name === '') return { name, outcomes: [] }
  const exists = existsIn(site)
  const block: Block = { path, text: blockText(source, element.place) }
  const form = canonicalBlock(block, exists)
  const found = new Map(
    [...site.pagePaths].map((each) => [
      each,
      each === path ? { element, form, likeness: 1 } : likeBlock(site, each, element.tag, form),
    ]),
  )
  const marks = [...found].some(
    ([each, like]) => like && marksCurrent({ path: each, text: blockText(site.page(each), like.element.place!) }),
  )
  const outcomes = [...site.pagePaths].sort(comparePages).map((each): PartOutcome => {
    const like = found.get(each)
    const page = site.page(each)
    if (!like?.element.place) {
      const splices = into.includes(each) ? planInsertRegion(site, path, element, each, name) : []
      const refused = splices.length === 0 ? '' : refusal(site, each, page.text, splices[0]!.insert, name)
      if (splices.length > 0 && refused === '')
        return { page: each, state: 'inserted', why: '', before: '', after: splices[0]!.insert.trim(), splices }
      return {
        page: each,
        state: 'lacks',
        why:
          refused ||
          (into.includes(each)
            ? 'It cannot be told where it would stand here.'
            : `There is no ${element.tag} like it on this page.`),
        before: '',
        after: '',
        splices: [],
      }
    }
    const { place } = like.element
    const before = blockText(page, place)
    const after =
      each === path
        ? before
        : adaptBlock(block, each, exists, { marks, indent: indentAt(page.text, place.from), eol: lineEndOf(page.text) })
    const same = like.form === form
    const why =
      pages && !pages.includes(each) ? 'Left out by you.' : refusal(site, each, page.text, same ? '' : after, name)
    if (why !== '') return { page: each, state: 'skipped', why, before, after, splices: [] }
    const inner: Splice[] = same || before === after ? [] : [{ from: place.from, to: place.to, insert: after }]
    return {
      page: each,
      state: same ? 'marked' : 'changed',
      why: '',
      before,
      after: same ? before : after,
      splices: [...inner, ...markAround(page.text, place, name)],
    }
  })
  return { name, outcomes: joined(outcomes) }
}

/** A replacement and the marks at its ends are one splice: they touch. */
function joined(outcomes: PartOutcome[]): PartOutcome[] {
  return outcomes.map((outcome) => {
    const [inner, open, close] = outcome.splices
    if (!inner || !open || !close) return outcome
    return {
      ...outcome,
      splices: [{ from: inner.from, to: inner.to, insert: open.insert + inner.insert + close.insert }],
    }
  })
}

function refusal(site: SiteView, path: SitePath, text: string, insert: string, name: string): string {
  const encoding = site.encodingOf?.(path) ?? 'utf-8'
  const unfit = unfitCharacter(insert + name, encoding)
  if (unfit !== null) return unfitSentence(path, unfit, encoding)
  return text === '' ? 'The page is empty.' : ''
}

/** Rewrites a part in every page from its text on one of them. */
export function planPart(site: SiteView, name: string, block: Block): PartOutcome[] {
  const exists = existsIn(site)
  const places = partsOf(site).get(name) ?? []
  const marks =
    places.some(
      ({ path, place }) => place.block && marksCurrent({ path, text: blockText(site.page(path), place.block) }),
    ) || marksCurrent(block)
  const form = canonicalBlock(block, exists)
  return places.map(({ path, place }): PartOutcome => {
    const page = site.page(path)
    if (!place.block)
      return {
        page: path,
        state: 'skipped',
        why: `The comment that ends the part is missing here: ${partMarks(name).close}`,
        before: '',
        after: '',
        splices: [],
      }
    const before = blockText(page, place.block)
    const own =
      path === block.path
        ? block.text
        : adaptBlock(block, path, exists, {
            marks,
            indent: indentAt(page.text, place.block.from),
            eol: lineEndOf(page.text),
          })
    // What agrees but for white space stays byte for byte.
    const after =
      before !== own && path !== block.path && formOf(site, path, place.block) === form && rightMarks(before, own)
        ? before
        : own
    const why = refusal(site, path, page.text, after === before ? '' : after, name)
    if (why !== '') return { page: path, state: 'skipped', why, before, after, splices: [] }
    return {
      page: path,
      state: before === after ? 'same' : 'changed',
      why: '',
      before,
      after,
      splices: before === after ? [] : [{ ...place.block, insert: after }],
    }
  })
}

/** Whether two versions mark the same links as the current page. */
function rightMarks(a: string, b: string): boolean {
  const marks = (text: string) =>
    text
      .replace(/\s+/g, ' ')
      .match(/<a\b[^>]*>/gi)
      ?.map((tag) => /aria-current/i.test(tag))
      .join() ?? ''
  return marks(a) === marks(b)
}

/** Takes the marks of a part away; its blocks stay as they are. */
export function planUnshare(site: SiteView, name: string): { readonly doc: Doc; readonly splices: Splice[] }[] {
  return (partsOf(site).get(name) ?? []).map(({ path, place }) => {
    const { text } = site.page(path)
    const line = (from: number, to: number, behind: boolean): Splice => {
      if (!beginsLine(text, from)) return { from, to, insert: '' }
      // The line the comment stood on goes with it.
      const next = /^[ \t]*(?:\r\n|\r|\n)/.exec(text.slice(to))
      if (!behind && next)
        return {
          from,
          to: to + next[0].length + /^[ \t]*/.exec(text.slice(to + next[0].length))![0].length,
          insert: '',
        }
      const start = from - spaceBefore(text, from).length
      const end = text.endsWith('\r\n', start) ? 2 : Number(start > 0)
      return { from: start - end, to, insert: '' }
    }
    const opens = site.page(path).comments.find(({ from }) => from === place.whole.from)!
    const closes = site.page(path).comments.find(({ to, from }) => to === place.whole.to && from !== place.whole.from)
    return {
      doc: fileDoc(path),
      splices: [line(opens.from, opens.to, false), ...(closes ? [line(closes.from, closes.to, true)] : [])],
    }
  })
}

/** The regions whose lack on one page is noticed: tag by tag, outside articles and sections. */
export const REGIONS = ['header', 'nav', 'footer'] as const
export type Region = (typeof REGIONS)[number]

/** A page's own header, navigation and footer: the first of each that belongs to the page and not to a section of it. */
export function regionsOf(page: Page): Partial<Record<Region, PageElement>> {
  const found: Partial<Record<Region, PageElement>> = {}
  for (const element of page.elements) {
    const region = REGIONS.find((tag) => tag === element.tag)
    if (!region || found[region] || !element.html || !element.place) continue
    if (region !== 'nav' && within(element, ['article', 'section', 'aside', 'main', 'nav'])) continue
    if (region === 'nav' && within(element, ['article', 'footer'])) continue
    found[region] = element
  }
  return found
}

function within(element: PageElement, tags: readonly string[]): boolean {
  for (let at = element.parent; at; at = at.parent) if (tags.includes(at.tag)) return true
  return false
}

/**
 * The splices that put the block of one page into another page that lacks it, at the place it has there; marked as the part
 * `name`, or as the part it is. Empty when it cannot be told where.
 */
export function planInsertRegion(
  site: SiteView,
  from: SitePath,
  element: PageElement,
  to: SitePath,
  name?: string,
): Splice[] {
  const source = site.page(from)
  const page = site.page(to)
  const body = page.elements.find(({ tag, html }) => html && tag === 'body')
  if (!element.place || !body) return []
  const part = partsIn(source).find(
    ({ block }) => block && block.from <= element.place!.from && element.place!.to <= block.to,
  )
  const block: Block = { path: from, text: blockText(source, element.place) }
  const own =
    name !== undefined
      ? partMarks(name)
      : part?.block?.from === element.place.from && part.block.to === element.place.to
        ? partMarks(part.name)
        : null
  const eol = lineEndOf(page.text)
  const put = (at: number, indent: string, before: boolean): Splice[] => {
    const text = adaptBlock(block, to, existsIn(site), { marks: marksCurrent(block), indent, eol })
    const marked = own ? [own.open, text, own.close].join(eol + indent) : text
    return [{ from: at, to: at, insert: before ? marked + eol + indent : eol + indent + marked }]
  }
  const container =
    element.parent && element.parent.tag !== 'body' ? regionsOf(page)[element.parent.tag as Region] : undefined
  const within = container?.children.at(-1)
  if (within?.place) return put(within.place.to, indentAt(page.text, within.place.from), false)
  const main = source.elements.find(({ tag }) => tag === 'main')
  const comesBefore = main?.place ? element.place.from < main.place.from : element.tag !== 'footer'
  const children = body.children.filter(({ place, tag }) => place && tag !== 'script')
  if (comesBefore) {
    const header = element.tag === 'nav' ? children.find(({ tag }) => tag === 'header') : undefined
    if (header) return put(header.place!.to, indentAt(page.text, header.place!.from), false)
    const first = children[0]
    if (first) return put(first.place!.from, indentAt(page.text, first.place!.from), true)
  }
  const last = children.at(-1)
  return last ? put(last.place!.to, indentAt(page.text, last.place!.from), false) : []
}
