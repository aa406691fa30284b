import { decodeHTML } from 'entities'
import type { PageRule } from '../finding.ts'
import type { FitSite } from '../fit-site.ts'
import { describeElement } from '../../markup/describe.ts'
import type { Page, PageElement } from '../../markup/tree.ts'
import { parseSheet } from '../../sheet/parse.ts'
import { splitAtCommas } from '../../css/tokens.ts'
import { styleRules } from '../../sheet/walk.ts'
import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import { fileDoc } from '../../site/step.ts'
import { Remembered } from '../../text/remembered.ts'
import type { Range } from '../../text/splice.ts'
/** Boxes that hold sections and blocks; text belongs into paragraphs, headings and lists inside them. */
const SECTIONING = new Set(['body', 'main', 'section', 'article', 'aside'])
const BOXES = new Set(['div', 'header', 'footer', 'nav'])
const BLOCKS = new Set(
  'address article aside blockquote details dialog div dl fieldset figure footer form h1 h2 h3 h4 h5 h6 header hr main nav ol p pre section table ul'.split(
    ' ',
  ),
)

/** Text that stands directly in a box. */
export const looseText: PageRule = {
  id: 'loose-text',
  severity: 'note',
  prevents: 'deciding',
  title: 'Loose text',
  explanation:
    'It stands directly in a box and not in a paragraph, so the sheet’s rules for p do not reach it: other size, other spacing.',
  alsoSeen: 'A paragraph has margins and is a block of its own: text that stood beside others moves.',
  scope: 'page',
  readsSheets: true,
  check: ({ page, path, site }) => {
    if (!hasParagraphRule(site)) return []
    return page.elements
      .filter((element) => element.texts.length > 0 && isBox(element) && !isPreformatted(element))
      .flatMap((element) =>
        runsIn(page, element).map(({ from, to }) => ({
          file: path,
          from,
          to,
          fixable: true,
          cause: 'Text stands directly in boxes and not in paragraphs; the sheet’s rules for p do not reach it.',
          message: `“${excerpt(page.text.slice(from, to))}” stands directly in ${describeElement(element)}; the sheet’s rules for p do not reach it.`,
        })),
      )
  },
  fix: (site, found) =>
    joinChanges(
      found.map(({ file, from, to }) => ({
        ...NO_CHANGE,
        texts: [
          {
            doc: fileDoc(file),
            splices: [
              { from, to: from, insert: '<p>' },
              { from: to, to, insert: '</p>' },
            ],
          },
        ],
      })),
    ),
}

const isBox = ({ tag }: PageElement) => SECTIONING.has(tag) || BOXES.has(tag)

/** Whether an element stands in preformatted text, which has no paragraphs. */
function isPreformatted(element: PageElement): boolean {
  for (let at = element.parent; at; at = at.parent) if (at.tag === 'pre') return true
  return false
}

/** Whether the sheet says anything about paragraphs. */
function hasParagraphRule(site: FitSite): boolean {
  return site.model.sheetTexts.some(({ path, text }) => path === site.model.sheetPath && speaksOfParagraphs(text))
}

const known = new Remembered<boolean>(20)

function speaksOfParagraphs(text: string): boolean {
  return known.get(text, () =>
    styleRules(parseSheet(text)).some(({ rule }) =>
      splitAtCommas(rule.selector).some(({ text: selector }) => /(?:^|[\s>+~])p(?![\w-])[^\s>+~]*$/i.test(selector)),
    ),
  )
}

/** Runs of text, with the inline elements among them, that stand directly in a box beside blocks, or in a sectioning box at all. */
function runsIn(page: Page, element: PageElement): Range[] {
  if (!element.html || !element.place) return []
  const boxes = element.children.filter(({ tag }) => BLOCKS.has(tag))
  if (!SECTIONING.has(element.tag) && !(BOXES.has(element.tag) && boxes.length > 0)) return []
  const parts = [
    ...element.texts.map(({ from, to }) => ({ from, to, block: false })),
    ...element.children.flatMap(({ place, tag }) =>
      place ? [{ from: place.from, to: place.to, block: BLOCKS.has(tag) || tag === 'script' || tag === 'style' }] : [],
    ),
  ].sort((a, b) => a.from - b.from)
  const runs: (Range & { text: boolean })[] = []
  let run: { from: number; to: number; text: boolean } | null = null
  for (const part of parts) {
    const isText = element.texts.some(({ from }) => from === part.from)
    if (part.block) run = null
    else if (run) {
      run.to = part.to
      run.text ||= isText
    } else runs.push((run = { from: part.from, to: part.to, text: isText }))
  }
  return runs
    .filter(({ text }) => text)
    .map(({ from, to }) => {
      const written = page.text.slice(from, to)
      return { from: from + /^\s*/.exec(written)![0].length, to: from + written.trimEnd().length }
    })
    .filter(({ from, to }) => /[\p{L}\p{N}]/u.test(page.text.slice(from, to).replace(/<[^>]*>|&[#\w]+;/g, '')))
}

function excerpt(text: string): string {
  const words = decodeHTML(text.replace(/<[^>]*>/g, ''))
    .replace(/\s+/g, ' ')
    .trim()
  return words.length > 48 ? `${words.slice(0, 48).trimEnd()}…` : words
}
