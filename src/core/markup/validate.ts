import { HtmlElement, HtmlValidate, StaticConfigLoader, type Message, type Plugin } from 'html-validate/browser'
import type { Range } from '../text/splice.ts'
import { withoutMark, type ElementPlace, type Page, type PageElement } from './tree.ts'
import { SeenMarkup } from './seen-markup.ts'

/** Something about a page's markup that browsers have to guess at, in plain words. */
export interface MarkupFault {
  readonly from: number
  readonly to: number
  readonly message: string
}

/** html-validate's rules that tell where browsers must guess or ignore; style and taste are left aside, other rules of the fit check hold the rest. */
const RULES = [
  'attr-spacing',
  'attribute-allowed-values',
  'close-attr',
  'close-order',
  'deprecated',
  'element-name',
  'element-permitted-content',
  'element-permitted-occurrences',
  'element-permitted-order',
  'element-permitted-parent',
  'element-required-ancestor',
  'element-required-attributes',
  'no-deprecated-attr',
  'no-dup-attr',
  'no-multiple-main',
  'unrecognized-char-ref',
  'void-content',
]

// For each message it would find a selector that no other element matches, which takes the square of the page; nobody reads it.
HtmlElement.prototype.generateSelector = () => null

/**
 * How much work the validator may have with a page: about two seconds on two cores of a small machine, or 600 KB of honest
 * markup. Counted, not timed, so that a page has the same findings everywhere.
 */
const MOST_WORK = 600_000
/** Each thing it meets costs it something, and as much again for so many elements around: it looks at those too. */
const AROUND = 8

class TooMuch extends Error {}

let work = 0
let open = 0

/** Hears everything the validator meets on its way, and ends it when that is too much. */
const limit: Plugin = {
  name: 'limit',
  setup: (_source, events) =>
    void events.on('*', (event) => {
      if (event === 'tag:start') open++
      else if (event === 'tag:end') open = Math.max(0, open - 1)
      work += 1 + open / AROUND
      if (work > MOST_WORK) throw new TooMuch()
    }),
}

let validator: HtmlValidate | null = null
const seen = new SeenMarkup()

/**
 * Everything html-validate finds about a page's markup, but for a missing language, which has a rule of its own; null when it
 * is too much for it.
 */
export function messagesFor(text: string): Message[] | null {
  work = 0
  open = 0
  try {
    return messagesOf(text)
  } catch (error) {
    if (error instanceof TooMuch) return null
    throw error
  }
}

function messagesOf(text: string): Message[] {
  validator ??= new HtmlValidate(
    new StaticConfigLoader({
      root: true,
      elements: ['html5'],
      plugins: [limit],
      rules: Object.fromEntries(RULES.map((rule) => [rule, 'error'])),
    }),
  )
  return validator
    .validateStringSync(withoutMark(text))
    .results.flatMap(({ messages }) => messages)
    .filter(({ ruleId, message }) => !(ruleId === 'element-required-attributes' && /<html>.*"lang"/.test(message)))
}

/**
 * What is wrong with a page's markup. A page made of nothing but constructs of pages that were fine is fine itself, and the
 * validator is not asked again (see {@link SeenMarkup}).
 */
export function markupFaults(page: Page, xml = false): MarkupFault[] {
  const tooDeep = deeperThan(page, DEEPEST)?.place?.startTag ?? writtenDeeper(page.text, DEEPEST)
  if (tooDeep) return [nestedTooDeep(tooDeep)]
  const slashed = xml ? [] : closedBySlash(page)
  const constructs = seen.constructsOf(page)
  if (constructs && seen.allFine(constructs)) return slashed
  const messages = toldOnce(messagesFor(page.text))
  if (messages === null) return [TAKES_TOO_LONG]
  if (messages.length === 0) {
    if (constructs) seen.keep(constructs)
    return slashed
  }
  const misplaced = misplacedRegions(page)
  // The validator speaks of a second body, or of a stray end tag, where somebody wrote a region outside the body.
  const rest =
    misplaced.length === 0
      ? messages
      : messages.filter(
          ({ ruleId, message }) => !(/<\/?(?:body|head)>/.test(message) && /close-order|permitted/.test(ruleId)),
        )
  const faults = [...slashed, ...misplaced, ...rest.flatMap(inWords)]
  const once = new Map(faults.toReversed().map((fault) => [`${fault.from} ${fault.message}`, fault]))
  return [...once.values()].reverse().sort((a, b) => a.from - b.from)
}

/** The validator knows no place where an obsolete element may stand; that it is obsolete says enough. */
function toldOnce(messages: Message[] | null): Message[] | null {
  const obsolete = new Set(messages?.filter(({ ruleId }) => ruleId === 'deprecated').map(({ offset }) => offset))
  return (
    messages && messages.filter(({ ruleId, offset }) => ruleId !== 'element-permitted-content' || !obsolete.has(offset))
  )
}

const TAKES_TOO_LONG: MarkupFault = {
  from: 0,
  to: 0,
  message:
    'This page’s markup is so large or so broken that checking it takes too long; it has been left out. Mend what else is found first, or take the page apart.',
}

/** Chromium puts what is nested deeper beside instead of inside (from memory); the validator cannot follow much farther. */
const DEEPEST = 512

/** The first element that stands in more than so many others. */
function deeperThan(page: Page, most: number): PageElement | undefined {
  const depths: number[] = []
  for (const element of page.elements) {
    const depth = element.parent ? depths[element.parent.index]! + 1 : 0
    if (depth > most) return element
    depths[element.index] = depth
  }
  return undefined
}

/** Elements that never hold anything, the obsolete ones among them (HTML standard, 13.1.2 and 13.2.6.4.7, from memory). */
const VOID = new Set(
  'area base basefont bgsound br col embed frame hr img input keygen link meta param source track wbr'.split(' '),
)
/** Elements that end where the next one begins (HTML standard, 13.1.2.4). */
const UNENDED = new Set('caption colgroup dd dt li optgroup option p rp rt tbody td tfoot th thead tr'.split(' '))

/** The first tag behind which more than so many are open as the text is written, which is how the validator nests. */
function writtenDeeper(text: string, most: number): Range | null {
  let open = 0
  for (const match of text.matchAll(/<(\/?)([a-z][^\s/>]*)/gi)) {
    const name = match[2]!.toLowerCase()
    if (VOID.has(name) || UNENDED.has(name)) continue
    open = match[1] === '' ? open + 1 : Math.max(0, open - 1)
    if (open > most) return { from: match.index, to: match.index + match[0].length }
  }
  return null
}

function nestedTooDeep({ from, to }: Range): MarkupFault {
  return {
    from,
    to,
    message: `Here elements stand in each other more than ${DEEPEST} deep, farther than browsers follow; end tags are missing before. What is below has not been checked.`,
  }
}

const REGION = new Set(['header', 'nav', 'main', 'footer', 'aside', 'section', 'article', 'div', 'p'])

/** Elements that somebody closed by a slash, as XML would have it: the first of each kind, with how many more there are. */
function closedBySlash(page: Page): MarkupFault[] {
  const found = new Map<string, { first: Range; more: number }>()
  for (const { tag, html, place } of page.elements) {
    if (!html || !place || VOID.has(tag) || !endsInSlash(page.text, place)) continue
    const known = found.get(tag)
    if (known) known.more++
    else found.set(tag, { first: place.startTag, more: 0 })
  }
  return [...found].map(([tag, { first, more }]) => ({
    from: first.from,
    to: first.to,
    message: `The slash of <${tag}/> closes nothing in HTML, so what follows stands inside it. Write </${tag}> where it ends.${more > 0 ? ` It is so ${more} more ${more === 1 ? 'time' : 'times'} on this page.` : ''}`,
  }))
}

/** Whether a start tag ends in a slash that is not the end of an attribute without quotes. */
function endsInSlash(text: string, { startTag, attributes }: ElementPlace): boolean {
  return text.endsWith('/>', startTag.to) && Object.values(attributes).every(({ to }) => to < startTag.to - 1)
}

/** Regions written behind the end of the body, or before the end of the head. */
function misplacedRegions(page: Page): MarkupFault[] {
  const bodyEnd = /<\/body\s*>/i.exec(page.text)?.index ?? Infinity
  const headEnd = /<\/head\s*>/i.exec(page.text)?.index ?? -1
  return page.elements.flatMap(({ tag, html, place, parent }): MarkupFault[] => {
    if (!html || !place || !REGION.has(tag) || parent?.tag !== 'body') return []
    const at = { from: place.startTag.from, to: place.startTag.to }
    if (place.from > bodyEnd)
      return [
        {
          ...at,
          message: `<${tag}> stands behind </body>. Browsers move it back into the body; write it before </body>.`,
        },
      ]
    if (place.from < headEnd)
      return [
        {
          ...at,
          message: `<${tag}> stands in the head. Browsers end the head there, so what follows in it is read as content; write it into the body.`,
        },
      ]
    return []
  })
}

function inWords({ ruleId, message, context, offset, size }: Message): MarkupFault[] {
  const words = WORDS[ruleId]?.(message, (context ?? {}) as Context) ?? `${message}.`
  return words === '' ? [] : [{ from: offset, to: offset + size, message: words }]
}

const IN_THE_SHEET = 'What it does belongs into the sheet.'

/** What stands for an obsolete element (HTML standard, 16.2). */
const INSTEAD: Readonly<Record<string, string>> = {
  acronym: '<abbr> does the same.',
  applet: '<object> or <embed> do the same.',
  dir: '<ul> does the same.',
  frameset: 'An <iframe>, or pages that share their parts, do the same.',
  isindex: 'A form with a text field does the same.',
  listing: '<pre> with <code> does the same.',
  noembed: '<object> does the same.',
  noframes: 'An <iframe>, or pages that share their parts, do the same.',
  plaintext: 'A file of plain text does the same.',
  rb: '<ruby> takes the text itself.',
  rtc: 'A <ruby> in another one does the same.',
  strike: '<s> or <del> do the same where it has a meaning; else it belongs into the sheet.',
  xmp: '<pre> with <code> does the same.',
}
const insteadOfElement = (tag: string): string => INSTEAD[tag] ?? IN_THE_SHEET

/** Obsolete attributes that say how something looks (HTML standard, 16.2, those with a rule of the sheet in their place). */
const PRESENTATIONAL = new Set(
  (
    'align alink allowtransparency background bgcolor border bordercolor bottommargin cellpadding cellspacing clear color ' +
    'compact face frame frameborder framespacing height hspace leftmargin link marginheight marginwidth noshade nowrap ' +
    'rightmargin rules scrolling size text topmargin type valign vlink vspace width'
  ).split(' '),
)

function insteadOfAttribute(name: string): string {
  if (PRESENTATIONAL.has(name.toLowerCase())) return IN_THE_SHEET
  return name.toLowerCase() === 'name' ? 'An id does the same.' : 'Browsers need it no longer; it can go.'
}

interface Context {
  readonly [name: string]: unknown
}

const quoted = (message: string) => /'(<\/?[^']*>)'/.exec(message)?.[1] ?? ''

/** Each rule's messages in plain words; '' for messages that only repeat another one. */
const WORDS: Readonly<Record<string, (message: string, context: Context) => string>> = {
  'close-order': (message) => {
    if (message.startsWith('Unclosed'))
      return `${quoted(message)} is never closed, so what follows may end up inside it.`
    if (message.startsWith('Stray'))
      return message.includes('</p>')
        ? '</p> closes nothing: browsers ended the paragraph before a block that cannot stand in it.'
        : `${quoted(message)} closes nothing that is open here; browsers skip it.`
    return ''
  },
  'element-permitted-content': (_, { kind, parent, ancestor, child }) =>
    kind === 'descendant'
      ? `${String(child)} may not stand anywhere inside ${String(ancestor)}.`
      : parent === '<ul>' || parent === '<ol>'
        ? `${String(child)} stands directly in ${String(parent)}; only <li> may.`
        : `${String(child)} may not stand directly in ${String(parent)}.`,
  'element-permitted-parent': (_, { child, rules }) =>
    `${String(child)} must stand in ${(rules as string[])
      .filter((tag) => tag !== 'template')
      .map((tag) => `<${tag}>`)
      .join(' or ')}.`,
  'element-permitted-occurrences': (message) =>
    `${/<[^>]*>/.exec(message)?.[0] ?? 'This element'} may stand here only once.`,
  'element-permitted-order': (message) =>
    `${message
      .replace(/^Element /, '')
      .replace(' must be used before ', ' must stand before ')
      .replace(/ in this context$/, '')}.`,
  'element-required-attributes': (_, { tagName, attr }) =>
    `${String(tagName)} lacks the attribute ${String(attr)} that it needs.`,
  deprecated: (_, { tagName }) => `<${String(tagName)}> is obsolete. ${insteadOfElement(String(tagName))}`,
  'no-deprecated-attr': (message) => {
    const [, attribute, element] = /Attribute "([^"]*)" is deprecated on (<[^>]*>)/.exec(message) ?? []
    return `The attribute ${attribute ?? ''} on ${element ?? 'this element'} is obsolete. ${insteadOfAttribute(attribute ?? '')}`
  },
  'attribute-allowed-values': (_, { attribute, value }) =>
    `${String(attribute)}="${String(value)}" is no value that browsers know for it, so they ignore it.`,
  'no-dup-attr': (message) =>
    `The attribute ${/"([^"]*)"/.exec(message)?.[1] ?? ''} stands here twice; browsers take the first and ignore the other.`,
  'attr-spacing': () => 'There is no space between two attributes.',
  'element-name': (_, { tagName }) =>
    `There is no element <${String(tagName)}> in HTML; browsers treat it as plain text with a name.`,
  'unrecognized-char-ref': (_, { entity, terminated }) =>
    terminated
      ? `${String(entity)} is no character HTML knows; it shows as it is written.`
      : `${String(entity)} lacks its semicolon.`,
  'void-content': (message) => `${/<[^>]*>/.exec(message)?.[0] ?? 'This element'} is always empty and has no end tag.`,
  'no-multiple-main': () => 'There is more than one <main>; a page has one.',
  'parser-error': () =>
    'Here the markup cannot be read: a tag or an attribute is broken off. Browsers guess what is meant.',
}
