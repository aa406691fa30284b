import type { PageElement } from '../markup/tree.ts'
import { idOf, LONGHANDS, physicalName } from '../properties/longhands.ts'
import type { Cascade } from './cascade.ts'
import type { Entry } from './cascaded.ts'
import type { SourceKind } from './rules.ts'
import type { ElementStyle } from './style.ts'

const DIRECTION = idOf('direction')
const WRITING_MODE = idOf('writing-mode')

/** Every declaration that sets a longhand of this element, the winner first. */
export function entriesFor(style: ElementStyle, id: number): Entry[] {
  const { name } = LONGHANDS[id]!
  return style.cascaded.entries
    .filter(({ set }) =>
      set.logical
        ? physicalName(set.property, style.value(WRITING_MODE), style.value(DIRECTION)) === name
        : set.id === id,
    )
    .reverse()
}

/** The kind of source an entry comes from. */
export function kindOf(entry: Entry): SourceKind {
  return typeof entry.owner === 'string' ? entry.owner : entry.owner.source.kind
}

/** Where an entry's declaration stands: the file ('' for the page itself) and the offset in it. */
export function placeOfEntry(
  cascade: Cascade,
  entry: Entry,
  element: PageElement,
): { readonly file: string; readonly offset: number; readonly end: number } {
  const { owner } = entry
  if (typeof owner === 'object') {
    const { file, offset } = cascade.present(owner).source
    const { from, to } = cascade.declarationOf(entry)
    return { file, offset: offset + from, end: offset + to }
  }
  const { place } = element.copyOf ?? element
  const attribute = owner === 'inline' ? place?.attributes['style'] : place?.startTag
  return { file: '', offset: attribute?.from ?? 0, end: attribute?.to ?? 0 }
}
