import type { Splice } from '../text/splice.ts'
import { possibleTags, type PossibleAttribute, type PossibleTag } from './possible-tags.ts'

/**
 * Splices that take out of action what opens a connection by being shown, or makes a frame leave by itself: pages in pages,
 * resource hints, refreshes. No policy that browsers enforce covers them. Decided by what could be a tag anywhere in the
 * text, for browsers' parsers keep what others drop (declarative shadow roots, elements in `select`). Only insertions, and
 * such as keep within an attribute's value: a tag that is none stays what it is.
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
const HINTS = /^(?:preconnect|dns-prefetch|prefetch|preload|modulepreload|prerender|expect)$/i
const PRAGMAS = /^(?:refresh|x-dns-prefetch-control)$/i

type Disarm = (tag: PossibleTag, attributes: readonly PossibleAttribute[]) => Splice[]

const DISARM: Readonly<Record<string, Disarm>> = {
  // Where both are written browsers show `srcdoc`; `src` stays, for selectors may ask for it.
  iframe: (tag, attributes) => [
    ...renamed(attributes, 'srcdoc'),
    written(tag, 'srcdoc', references(placeholder(attributes))),
  ],
  frame: (tag, attributes) => inPlaceOf(tag, attributes, 'src'),
  // What an address leads to is decided by its type, where one is written.
  embed: (tag, attributes) => [...renamed(attributes, 'type'), ...inPlaceOf(tag, attributes, 'src')],
  // Without an address it is what stands in it.
  object: (tag, attributes) =>
    attributes.some(({ name }) => name === 'data')
      ? [...renamed(attributes, 'type'), ...inPlaceOf(tag, attributes, 'data')]
      : [],
  link: (tag, attributes) => {
    const kinds = valueOf(attributes, 'rel').split(/[\t\n\f\r ]+/)
    const kept = kinds.filter((kind) => kind !== '' && !HINTS.test(kind))
    if (!kinds.some((kind) => HINTS.test(kind))) return []
    return [
      ...renamed(attributes, 'rel'),
      ...(kept.length > 0 ? [written(tag, 'rel', references(kept.join(' ')))] : []),
    ]
  },
  meta: (_, attributes) =>
    PRAGMAS.test(valueOf(attributes, 'http-equiv').trim()) ? renamed(attributes, 'http-equiv') : [],
}

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
