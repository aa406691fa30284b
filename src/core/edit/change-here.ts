import { parsePage } from '../markup/tree.ts'
import { planAt } from './decide.ts'
import { parseDeclarations, parseSheet } from '../sheet/parse.ts'
import type { Splice } from '../text/splice.ts'
import type { Rung } from '../trace/trace.ts'

/**
 * The smallest splices that give a property another value where a rung of a trace stands: in a rule of a stylesheet, in an
 * embedded block, or in a style attribute. `text` is that of the rung's file. None when it cannot be written there.
 */
export function planChange(
  text: string,
  rung: Pick<Rung, 'kind' | 'offset' | 'end'>,
  property: string,
  value: string,
): Splice[] {
  switch (rung.kind) {
    case 'external':
      return planAt(parseSheet(text), rung.offset, property, value)
    case 'embedded': {
      const block = parsePage(text).elements.find(
        ({ tag, rawText }) =>
          tag === 'style' &&
          rawText !== null &&
          rawText.from <= rung.offset &&
          rung.offset < rawText.from + rawText.text.length,
      )?.rawText
      if (!block) return []
      return planAt(parseSheet(block.text), rung.offset - block.from, property, value).map(({ from, to, insert }) => ({
        from: from + block.from,
        to: to + block.from,
        insert,
      }))
    }
    case 'inline':
      return changeAttribute(text, rung, property, value)
    default:
      return []
  }
}

/** Attributes written with character references are left alone: their text is not the text of their declarations. */
function changeAttribute(
  text: string,
  { offset, end }: Pick<Rung, 'offset' | 'end'>,
  property: string,
  value: string,
): Splice[] {
  const written = /^style\s*=\s*("|')([\s\S]*)\1$/i.exec(text.slice(offset, end))
  if (!written || written[2]!.includes('&') || value.includes(written[1]!)) return []
  const body = written[2]!
  const from = end - 1 - body.length
  const own = parseDeclarations(body)
    .items.filter((declaration) => declaration.property === property)
    .at(-1)
  if (own) return [{ from: from + own.valueRange.from, to: from + own.valueRange.to, insert: value }]
  const trimmed = body.trimEnd()
  const at = from + trimmed.length
  return [
    {
      from: at,
      to: at,
      insert: `${trimmed === '' || trimmed.endsWith(';') ? '' : ';'}${trimmed === '' ? '' : ' '}${property}: ${value};`,
    },
  ]
}
