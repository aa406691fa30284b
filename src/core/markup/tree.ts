import { html } from 'parse5'
import { memo } from '../text/memo.ts'
import { DraftDoctype, DraftParser, DRAFTS, type DraftElement } from './draft.ts'
import { Elements } from './elements.ts'
import type { EndTag, Page, PageElement, ParseError } from './page.ts'

export type { EndTag, Page, PageComment, PageElement, ParseError } from './page.ts'

/** A byte-order mark is how a page is stored, and no text of it: a space in its place leaves every offset as it is. */
export function withoutMark(text: string): string {
  return text.startsWith('\uFEFF') ? ` ${text.slice(1)}` : text
}

/** Parses a page. Never throws: any text is a page for the HTML standard. Offsets are UTF-16 units of `text`. */
export function parsePage(text: string): Page {
  const parseErrors: ParseError[] = []
  const parser = new DraftParser({
    sourceCodeLocationInfo: true,
    treeAdapter: DRAFTS,
    onParseError: ({ code, startOffset, endOffset }) => {
      if (code !== 'missing-doctype') parseErrors.push({ code, from: startOffset, to: endOffset })
    },
  })
  parser.tokenizer.write(withoutMark(text), true)
  const { document, endTags } = parser
  const doctype = document.childNodes.find((node) => node instanceof DraftDoctype)
  const { all, comments, ends, templates, split } = new Elements(text, document)
  return {
    text,
    elements: all,
    root: all[0]!,
    quirks: document.mode === html.DOCUMENT_MODE.QUIRKS,
    doctypeEnd: doctype && doctype.from >= 0 ? Math.min(doctype.to, text.length) : null,
    comments: comments.sort((one, other) => one.from - other.from),
    parseErrors,
    strayEnds: strayEndsIn(text, endTags, ends, templates),
    split,
  }
}

/** The end tags, where they begin and end in turns, that neither close an element nor stand in a template. */
function strayEndsIn(
  text: string,
  endTags: readonly number[],
  ends: readonly number[],
  templates: readonly DraftElement[],
): readonly EndTag[] {
  if (endTags.length === ends.length * 2) return NO_ENDS
  const closing = new Set(ends)
  const stray: EndTag[] = []
  for (let at = 0; at < endTags.length; at += 2) {
    const from = endTags[at]!
    if (closing.has(from) || templates.some((template) => from > template.from && from < template.to)) continue
    stray.push({ tag: tagAt(text, from), from, to: endTags[at + 1]! })
  }
  return stray
}

const NO_ENDS: readonly EndTag[] = []
const tagAt = (text: string, from: number) => /^[^\s/>]*/.exec(text.slice(from + 2, from + 42))![0].toLowerCase()

/** Every element inside one, in document order, itself left out. */
export function descendantsOf(page: Page, element: PageElement): PageElement[] {
  const found: PageElement[] = []
  for (let at = element.index + 1; at < page.elements.length; at++) {
    const next = page.elements[at]!
    if (next.parent === null || next.parent.index < element.index) break
    found.push(next)
  }
  return found
}

const byTag = memo((page: Page) => {
  const found = new Map<string, PageElement[]>()
  for (const element of page.elements) {
    if (!element.html) continue
    const same = found.get(element.tag)
    if (same) same.push(element)
    else found.set(element.tag, [element])
  }
  return found
})

const NONE: readonly PageElement[] = []

/** The HTML elements with this tag name, in document order. Read once for each page. */
export function elementsNamed(page: Page, tag: string): readonly PageElement[] {
  return byTag(page).get(tag) ?? NONE
}

/** The first HTML element with this tag name, or undefined. */
export function firstByTag(page: Page, tag: string): PageElement | undefined {
  return elementsNamed(page, tag)[0]
}
