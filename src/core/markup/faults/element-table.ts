import html5 from 'html-validate/elements/html5'
import type { PageElement } from '../tree.ts'

/** What html-validate's table says of an attribute; only what is read here. */
export interface AttributeMeta {
  readonly deprecated?: unknown
  readonly boolean?: boolean
  readonly omit?: boolean
  readonly list?: boolean
  readonly required?: unknown
  readonly enum?: readonly (string | RegExp)[]
}

type Node = {
  hasAttribute: (name: string) => boolean
  getAttribute: (name: string) => string | null
  closest: (tag: string) => unknown
}
type Category = boolean | ((node: Node) => boolean)

/** What html-validate's table says of an element; only what is read here. */
export interface ElementMeta {
  readonly deprecated?: unknown
  readonly transparent?: boolean | readonly string[]
  readonly permittedContent?: readonly string[]
  readonly permittedDescendants?: readonly { readonly exclude: string | readonly string[] }[]
  readonly permittedOrder?: readonly string[]
  readonly permittedParent?: readonly string[]
  readonly attributes?: Readonly<Record<string, AttributeMeta>>
  readonly flow?: Category
  readonly phrasing?: Category
  readonly metadata?: Category
  readonly heading?: Category
  readonly sectioning?: Category
  readonly interactive?: Category
  readonly embedded?: Category
  readonly form?: Category
  readonly scriptSupporting?: Category
}

const TABLE = html5 as unknown as Readonly<Record<string, ElementMeta>>

/** The elements that html-validate's table knows, by tag. A Map: a page may hold `<constructor>`. */
const byTag = new Map(Object.entries(TABLE).filter(([tag]) => tag !== '*'))

/** What the HTML standard says of an element of this name, or undefined where there is none. */
export function metaOf(tag: string): ElementMeta | undefined {
  return byTag.get(tag)
}

const ON_ALL = TABLE['*']?.attributes ?? {}
const attributesByTag = new Map<string, ReadonlyMap<string, AttributeMeta>>()

/** What is known of the attributes an element of this name may have, its own and those all elements have. */
export function attributeTable(tag: string): ReadonlyMap<string, AttributeMeta> {
  let known = attributesByTag.get(tag)
  if (!known) {
    known = new Map(Object.entries({ ...ON_ALL, ...metaOf(tag)?.attributes }))
    attributesByTag.set(tag, known)
  }
  return known
}

const CATEGORIES: Readonly<Record<string, keyof ElementMeta>> = {
  '@flow': 'flow',
  '@phrasing': 'phrasing',
  '@meta': 'metadata',
  '@heading': 'heading',
  '@sectioning': 'sectioning',
  '@interactive': 'interactive',
  '@embedded': 'embedded',
  '@form': 'form',
  '@script': 'scriptSupporting',
}

/** Whether an element is of a kind the table names: a category such as `@flow`, or a tag. */
export function isOfKind(element: PageElement, kind: string): boolean {
  const category = CATEGORIES[kind]
  if (!category) return element.tag === kind
  const says = metaOf(element.tag)?.[category] as Category | undefined
  return typeof says === 'function' ? says(asNode(element)) : says === true
}

/** As much of an element as the table's own functions ask for. */
function asNode({ attributes, parent }: PageElement): Node {
  return {
    hasAttribute: (name) => attributes.has(name),
    getAttribute: (name) => attributes.get(name) ?? null,
    closest: (tag) => {
      for (let at = parent; at; at = at.parent) if (at.tag === tag) return at
      return null
    },
  }
}
