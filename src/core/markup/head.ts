import type { Splice } from '../text/splice.ts'
import { insertLine } from './insert-line.ts'
import { firstByTag, type Page } from './tree.ts'

/** Writes a line into the head, behind the encoding where that is said, else at its start. Nothing for a page that writes no head. */
export function intoHead(page: Page, tag: string): Splice[] {
  const head = firstByTag(page, 'head')
  if (!head?.place) return []
  const charset = head.children.find(
    ({ tag: name, attributes }) =>
      name === 'meta' && (attributes.has('charset') || /content-type/i.test(attributes.get('http-equiv') ?? '')),
  )
  if (charset?.place) return [insertLine(page.text, charset.place.to, tag, charset.place.from)]
  return [insertLine(page.text, head.place.startTag.to, tag, head.place.startTag.from, '  ')]
}
