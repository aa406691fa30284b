import { html, type Token } from 'parse5'
import type { Range } from '../text/splice.ts'
import type { DraftElement } from './draft.ts'

/** Places of `name="value"` in a page's text, by attribute name. */
export type AttributePlaces = Readonly<Record<string, Range>>

type Attributes = ReadonlyMap<string, string>

// Many elements have no attribute and no class: they share the empty ones.
const NO_ATTRIBUTES: Attributes = new Map()
const NO_CLASSES: readonly string[] = []
const NO_PLACES: AttributePlaces = {}

/** What a start tag says. Tags that are written alike are one: a large site has hundreds of thousands, and few of a kind. */
export class StartTag {
  readonly id: string
  readonly classes: readonly string[]
  private known: AttributePlaces | null = null

  constructor(
    readonly attributes: Attributes,
    /** As it is written; '' where it is not, or has no attribute. */
    private readonly text: string,
  ) {
    this.id = attributes.get('id') ?? ''
    this.classes = classesOf(attributes.get('class'))
  }

  /** Where its attributes stand, counted from where it begins. Read when somebody asks, which is seldom. */
  get places(): AttributePlaces {
    return (this.known ??= this.text === '' ? NO_PLACES : placesIn(this.text))
  }
}

const BARE = new StartTag(NO_ATTRIBUTES, '')

/** Tags that take on what is written in a second one (HTML standard, 13.2.6.4.7), so that their text does not say all. */
const ADOPTING = new Set(['html', 'body'])

/** The start tags of a page. */
export class StartTags {
  private readonly known = new Map<string, StartTag>()

  constructor(private readonly text: string) {}

  of({ attrs, from, startTo, tagName, namespaceURI }: DraftElement): StartTag {
    if (attrs.length === 0) return BARE
    if (from < 0) return new StartTag(attributesOf(attrs), '')
    const written = this.text.slice(from, startTo)
    if (ADOPTING.has(tagName)) return new StartTag(attributesOf(attrs), written)
    // Drawings and formulas spell some names their own way.
    const key = namespaceURI === html.NS.HTML ? written : `${namespaceURI} ${written}`
    let tag = this.known.get(key)
    if (!tag) this.known.set(key, (tag = new StartTag(attributesOf(attrs), written)))
    return tag
  }
}

function attributesOf(attrs: readonly Token.Attribute[]): Attributes {
  const attributes = new Map<string, string>()
  for (const { prefix, name, value } of attrs) attributes.set(prefix ? `${prefix}:${name}` : name, value)
  return attributes
}

function classesOf(value: string | undefined): readonly string[] {
  return value === undefined ? NO_CLASSES : value.split(/[ \t\n\f\r]+/).filter((name) => name !== '')
}

/** An attribute as a start tag holds it, with what stands before it (HTML standard, 13.2.5.32 to 39): its name, then its value. */
const ATTRIBUTE = /[\t\n\f\r /]*(=?[^\t\n\f\r />=]*)(?:[\t\n\f\r ]*=[\t\n\f\r ]*("[^"]*"|'[^']*'|[^\t\n\f\r >]*))?/y

function placesIn(tag: string): AttributePlaces {
  const places: Record<string, Range> = {}
  ATTRIBUTE.lastIndex = /^<[^\t\n\f\r />]*/.exec(tag)![0].length
  for (let found = ATTRIBUTE.exec(tag); found?.[1]; found = ATTRIBUTE.exec(tag)) {
    const [whole, written, value] = found
    const name = written!.replace(/[A-Z]+/g, (letters) => letters.toLowerCase()).replaceAll('\0', '\uFFFD')
    const end = found.index + whole.length
    const from = found.index + /[^\t\n\f\r /]/.exec(whole)!.index
    // Of an attribute that is written twice the first counts; where no value follows, the name is all of it.
    places[name] ??= { from, to: value === '' ? from + written!.length : end }
  }
  return places
}
