import { parsePage } from '../markup/tree.ts'
import type { Splice } from '../text/splice.ts'
import { renameInSheet } from './swatches.ts'

/** The splices that rename a custom property everywhere in a page: in its embedded blocks and its style attributes. */
export function renameInPage(text: string, from: string, to: string): Splice[] {
  if (!text.includes(from)) return []
  return parsePage(text).elements.flatMap((element) => {
    const block = element.tag === 'style' && element.rawText
    const attribute = element.place?.attributes['style']
    const shifted = (part: string, base: number) =>
      renameInSheet(part, from, to).map((splice) => ({ ...splice, from: splice.from + base, to: splice.to + base }))
    return [
      ...(block ? shifted(text.slice(block.from, block.from + block.text.length), block.from) : []),
      ...(attribute ? renameInAttribute(text.slice(attribute.from, attribute.to), attribute.from, shifted) : []),
    ]
  })
}

/** Inside `style="…"`: the quotes would read as a CSS string, so only what they hold is looked at. */
function renameInAttribute(written: string, base: number, shifted: (part: string, base: number) => Splice[]): Splice[] {
  const lead = /^[^=]*=\s*["']?/.exec(written)?.[0].length ?? 0
  return shifted(written.slice(lead).replace(/["']$/, ''), base + lead)
}
