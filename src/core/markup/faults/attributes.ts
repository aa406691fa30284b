import type { Page, PageElement } from '../tree.ts'
import { attributeTable, metaOf, type AttributeMeta } from './element-table.ts'
import type { MarkupFault } from './fault.ts'
import { insteadOf } from './obsolete.ts'

/** Elements without which their attribute means nothing. Titles and languages have rules of their own, or none. */
const NEEDED: Readonly<Record<string, string>> = { img: 'src', embed: 'src', object: 'data', map: 'name' }

/** What is obsolete, unknown to browsers or missing about each element and its attributes. */
export function attributeFaults(page: Page): MarkupFault[] {
  const faults: MarkupFault[] = []
  for (const element of page.elements) {
    if (!element.html || !element.place) continue
    const named = elementFault(page.text, element)
    if (named) faults.push(named)
    if (element.attributes.size > 0) faults.push(...ofAttributes(element))
    const needed = NEEDED[element.tag]
    if (needed && !element.attributes.has(needed) && !replaced(element))
      faults.push({
        ...element.place.startTag,
        kind: 'guessed',
        message: `<${element.tag}> lacks the attribute ${needed} that it needs.`,
      })
  }
  return faults
}

/** An image with several sources, or with none until a script comes, is whole without the attribute. */
function replaced({ tag, attributes }: PageElement): boolean {
  return tag === 'img' && [...attributes.keys()].some((name) => name === 'srcset' || name.startsWith('data-'))
}

/** That an element is obsolete, or none at all. */
function elementFault(text: string, { tag, place }: PageElement): MarkupFault | null {
  const meta = metaOf(tag)
  if (meta?.deprecated !== undefined)
    return {
      ...place!.startTag,
      kind: 'obsolete',
      about: `<${tag}>`,
      message: `<${tag}> is obsolete. ${insteadOf(`<${tag}>`)}`,
    }
  if (meta || tag.includes('-')) return null
  const written = text.slice(place!.from + 1, place!.from + 1 + tag.length)
  return {
    ...place!.startTag,
    kind: 'guessed',
    message: `There is no element <${written}> in HTML; browsers treat it as plain text with a name.`,
  }
}

function ofAttributes({ tag, attributes, place }: PageElement): MarkupFault[] {
  const faults: MarkupFault[] = []
  const table = doubtfulOn(tag)
  for (const [name, value] of attributes) {
    const meta = table.get(name)
    if (!meta) continue
    const fault = attributeFault(tag, { name, value }, meta)
    if (!fault) continue
    const { from, to } = place!.attributes[name] ?? place!.startTag
    faults.push({ from, to, ...fault })
  }
  return faults
}

const doubtful = new Map<string, ReadonlyMap<string, AttributeMeta>>()

/** The attributes that may be a fault on an element of this name. Most, such as a class, never are. */
function doubtfulOn(tag: string): ReadonlyMap<string, AttributeMeta> {
  let known = doubtful.get(tag)
  if (!known) {
    const all = [...attributeTable(tag)]
    doubtful.set(
      tag,
      (known = new Map(all.filter(([, { deprecated, enum: values }]) => deprecated !== undefined || values))),
    )
  }
  return known
}

function attributeFault(
  tag: string,
  { name, value }: { readonly name: string; readonly value: string },
  meta: AttributeMeta,
): Omit<MarkupFault, 'from' | 'to'> | null {
  if (meta.deprecated !== undefined)
    return {
      kind: 'obsolete',
      about: name,
      message: `The attribute ${name} on <${tag}> is obsolete. ${insteadOf(name)}`,
    }
  if (isKnownValue(meta, value)) return null
  return {
    kind: 'guessed',
    message: `${name}="${value}" is no value that browsers know for it, so they ignore it.`,
  }
}

/**
 * Whether browsers take a value as it is meant: one of the keywords, in whatever capitals, or something that begins with a
 * number (HTML standard, 2.3.3 enumerated attributes, 2.3.4.1 integers, 2.3.4.4 dimensions). What else the table says of
 * values is a matter of good form.
 */
function isKnownValue({ enum: known, boolean, omit, list }: AttributeMeta, value: string): boolean {
  if (!known || boolean || list || (omit && value === '')) return true
  if (!known.some(isPattern)) {
    // The encoding of a page is a matter of its bytes.
    if (known.length === 1 && known[0] === 'utf-8') return true
    return known.some((each) => each === value.toLowerCase() || each === value)
  }
  return !NUMERIC.has(known.join()) || /^[ \t\n\f\r]*[+-]?\d/.test(value)
}

/** How the table writes that a value is a number. */
const NUMERIC = new Set(['/\\d+/', '/-?\\d+/'])
const isPattern = (each: string | RegExp) => typeof each !== 'string' || /^\/.*\/$/.test(each)
