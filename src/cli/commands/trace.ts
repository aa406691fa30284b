import { longhand } from '../../core/properties/longhands.ts'
import { isShorthand, longhandsOf } from '../../core/properties/shorthands.ts'
import { trace, type Rung, type Trace } from '../../core/trace/trace.ts'
import { lostInWords, placeInWords, specificityInWords } from '../../core/trace/words.ts'
import { elementPath } from '../../core/markup/describe.ts'
import { matching } from '../matching.ts'
import type { FolderSite } from '../read-site.ts'
import { WrongUse } from '../wrong-use.ts'

export interface TracedElement {
  readonly index: number
  readonly path: string
  readonly traces: readonly (Omit<Trace, 'rungs'> & {
    readonly rungs: readonly (Rung & {
      readonly line: number | null
      readonly column: number | null
      readonly words: string
    })[]
  })[]
}

/** The ladder of one property for the first element a selector finds; of every longhand of a shorthand. */
export function traceOf(site: FolderSite, page: string, selector: string, property: string): TracedElement | null {
  if (!longhand(property) && !isShorthand(property))
    throw new WrongUse(`There is no property ${property} that Attire computes.`)
  const {
    elements: [element],
    pseudo,
  } = matching(site.model.page(page), selector)
  if (!element) return null
  const styles = site.model.stylesOf(page)
  return {
    index: element.index,
    path: elementPath(element) + (pseudo === '' ? '' : `::${pseudo}`),
    traces: longhandsOf(property).map((name) => {
      const found = trace(styles, element, name, pseudo)
      return {
        ...found,
        rungs: found.rungs.map((rung) => {
          const place = rung.kind === 'user-agent' ? null : site.place(rung.file || page, rung.offset)
          return {
            ...rung,
            file: rung.kind === 'user-agent' ? '' : rung.file || page,
            line: place?.line ?? null,
            column: place?.column ?? null,
            words: rung.lost ? lostInWords(rung.lost) : '',
          }
        }),
      }
    }),
  }
}

/** The ladders in people's text. */
export function traceText(traced: TracedElement, page: string): string {
  return traced.traces
    .map(({ property, value, source, rungs }) => {
      const [winner, ...rest] = rungs
      const head = `${property}: ${value}`
      if (source === 'initial' && !winner) return `${head}\n  Nothing sets this; it is the initial value.`
      const lines = rungs.map((rung) => {
        const said = `${rung.selector ? `${rung.selector} ` : ''}{ ${rung.property}: ${rung.value}${rung.important ? ' !important' : ''} }`
        const where = placeInWords(rung, page, rung.line)
        return rung.lost
          ? `  - ${said}  ${where}\n      It lost: ${rung.words}`
          : `  > ${said}  ${where}, weighs ${specificityInWords(rung.specificity)}`
      })
      return [
        head + (source === 'inherited' ? '  (inherited)' : source === 'initial' ? '  (the initial value)' : ''),
        ...lines,
        ...(rest.length === 0 && winner ? ['    It beat nothing.'] : []),
      ].join('\n')
    })
    .join('\n\n')
}
