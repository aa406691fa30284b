import type { Splice } from '../text/splice.ts'
import { possibleTags, type PossibleAttribute, type PossibleTag } from './possible-tags.ts'

/**
 * Splices that take out of action what opens a connection by being shown, or makes a frame leave by itself: pages in pages,
 * resource hints, refreshes. No policy that browsers enforce covers them. Such a tag is left with the attributes and values that are
 * known to be harmless, each once: of an attribute that is written twice, a parser takes the first and a browser's preload scanner
 * the last. Decided by what could be a tag anywhere in the text, for browsers' parsers keep what others drop (declarative shadow
 * roots, elements in `select`). Only insertions, and such as keep within an attribute's value: a tag that is none stays what it is.
 */
export function disarmed(text: string, xml: boolean): Splice[] {
  const splices = possibleTags(text, Object.keys(DISARM)).flatMap((tag) =>
    tag.attributes === null ? [insertion(tag.from + 1, UNKNOWN)] : DISARM[tag.name]!(tag, tag.attributes),
  )
  return xml ? [...splices.map(quoted), ...entities(text)] : splices
}

/** XML wants quotes, and has no tags within values. */
const quoted = (splice: Splice): Splice => ({ ...splice, insert: splice.insert.replace(/=(.*)$/s, '="$1"') })

/** An entity of a page's own could hold any tag; none is needed for a page, so a page that has one is broken here. */
const entities = (text: string): Splice[] =>
  [...text.matchAll(/<!ENTITY/gi)].map(({ index }) => insertion(index + 2, UNKNOWN))

/** Makes any tag one that means nothing. */
const UNKNOWN = 'x-attire-'
const ASIDE = 'data-attire-'
/** What any element may say of itself. */
const GLOBAL =
  'class id style lang dir hidden title xmlns xml:lang role tabindex slot part itemprop itemscope itemtype itemid'
const words = (text: string): ReadonlySet<string> => new Set(text.split(' '))
const LINK = words(`${GLOBAL} rel rev href hreflang media type sizes charset crossorigin integrity disabled color`)
const META = words(`${GLOBAL} name property content charset http-equiv scheme media`)
const FRAME = words(
  `${GLOBAL} src srcdoc name width height align frameborder marginwidth marginheight scrolling longdesc noresize allowfullscreen border`,
)
const EMBEDDED = words(
  `${GLOBAL} src data type name width height align border hspace vspace usemap classid codetype codebase archive standby declare`,
)
/** Kinds of link that fetch nothing but stylesheets and icons, which the policy of frames lets come from the site alone. */
const KINDS = words(
  'stylesheet alternate icon shortcut canonical author license copyright next prev previous first last start top up home index contents toc glossary chapter section subsection appendix bookmark help search nofollow noopener noreferrer me tag made',
)
/** Pragmas that lead nowhere. */
const PRAGMAS = words(
  'content-type content-language content-style-type content-script-type content-security-policy default-style x-ua-compatible',
)

type Disarm = (tag: PossibleTag, attributes: readonly PossibleAttribute[]) => Splice[]

const DISARM: Readonly<Record<string, Disarm>> = {
  // Where both are written browsers show `srcdoc`; `src` stays, for selectors may ask for it.
  iframe: (tag, attributes) => [
    ...renamed(attributes, 'srcdoc'),
    written(tag, 'srcdoc', references(placeholder(attributes))),
    ...harmless(without(attributes, 'srcdoc'), FRAME),
  ],
  frame: (tag, attributes) => [...inPlaceOf(tag, attributes, 'src'), ...harmless(without(attributes, 'src'), FRAME)],
  // What an address leads to is decided by its type, where one is written.
  embed: (tag, attributes) => [
    ...renamed(attributes, 'type'),
    ...inPlaceOf(tag, attributes, 'src'),
    ...harmless(without(attributes, 'type', 'src'), EMBEDDED),
  ],
  // Without an address it is what stands in it.
  object: (tag, attributes) => [
    ...(attributes.some(({ name }) => name === 'data')
      ? [...renamed(attributes, 'type'), ...inPlaceOf(tag, attributes, 'data')]
      : []),
    ...harmless(without(attributes, 'type', 'data'), EMBEDDED),
  ],
  link: (tag, attributes) => {
    const written = attributes.filter(({ name }) => name === 'rel')
    const kinds = kindsOf(valueOf(attributes, 'rel'))
    const kept = kinds.filter((kind) => KINDS.has(kind.toLowerCase()))
    const others = harmless(without(attributes, 'rel'), LINK)
    if (written.length < 2 && kept.length === kinds.length) return others
    return [...renamed(attributes, 'rel'), ...rel(tag, kept), ...others]
  },
  meta: (_, attributes) => {
    const told = valueOf(attributes, 'http-equiv').trim().toLowerCase()
    const leaves = told !== '' && !PRAGMAS.has(told)
    return [
      ...(leaves ? renamed(attributes, 'http-equiv') : []),
      ...harmless(leaves ? without(attributes, 'http-equiv') : attributes, META),
    ]
  },
}

const kindsOf = (value: string): string[] => value.split(/[\t\n\f\r ]+/).filter((kind) => kind !== '')
const rel = (tag: PossibleTag, kinds: readonly string[]): Splice[] =>
  kinds.length > 0 ? [written(tag, 'rel', references(kinds.join(' ')))] : []

/** Puts aside attributes that are not known to be harmless, and those that are written again. */
function harmless(attributes: readonly PossibleAttribute[], known: ReadonlySet<string>): Splice[] {
  const met = new Set<string>()
  return attributes
    .filter(({ name }) => {
      const again = met.has(name)
      met.add(name)
      return again || !(known.has(name) || /^(?:data|aria)-/.test(name))
    })
    .map(({ from }) => insertion(from, ASIDE))
}
const without = (attributes: readonly PossibleAttribute[], ...names: readonly string[]): PossibleAttribute[] =>
  attributes.filter(({ name }) => !names.includes(name))

const insertion = (at: number, insert: string): Splice => ({ from: at, to: at, insert })
/** The first of attributes of the same name counts. */
const valueOf = (attributes: readonly PossibleAttribute[], name: string): string =>
  attributes.find((each) => each.name === name)?.value ?? ''
const renamed = (attributes: readonly PossibleAttribute[], name: string): Splice[] =>
  attributes.filter((each) => each.name === name).map(({ from }) => insertion(from, ASIDE))
const written = (tag: PossibleTag, name: string, value: string): Splice => insertion(tag.nameTo, ` ${name}=${value}`)

/** A value that needs no quotes and ends no value around it: all but letters and digits as character references. */
const references = (text: string): string => text.replace(/[^A-Za-z0-9]/gu, (char) => `&#${char.codePointAt(0)};`)
const inAddress = (text: string): string => encodeURIComponent(text.toWellFormed()).replaceAll("'", '%27')

/** Has an attribute lead to the place-holder instead. */
const inPlaceOf = (tag: PossibleTag, attributes: readonly PossibleAttribute[], name: string): Splice[] => [
  ...renamed(attributes, name),
  written(tag, name, `data:text/html;charset=utf-8,${inAddress(placeholder(attributes, name))}`),
]

/** What is shown where another page would be: what it is, and that it is left out here. */
function placeholder(attributes: readonly PossibleAttribute[], name = 'src'): string {
  const address = valueOf(attributes, name)
    .trim()
    .replace(/^(?:[a-z]+:)?\/\//i, '')
    .replace(/[?#].*$/s, '')
  const what = valueOf(attributes, 'title').trim() || address || 'a page of its own'
  const words = `Embedded here: ${what.slice(0, LONGEST_NAME)}. It is shown on the published page only.`
  return `<!doctype html><meta charset=utf-8><body style="${LOOK}">${references(words)}`
}

const LONGEST_NAME = 120
const LOOK =
  'margin:0;display:grid;place-content:center;min-height:100vh;padding:8px;box-sizing:border-box;font:13px/1.4 sans-serif;text-align:center;color:#333;background:#eee'
