import type { PageElement } from '../markup/tree.ts'
import type { PageStyles } from '../cascade/cascade.ts'
import { SIDES } from '../values/sides.ts'
import { linkAspect } from './link-aspect.ts'
import type { Aspect, AspectId } from './aspect.ts'
import { placedTraces, subjectOf, type TraceContext } from './placed.ts'
import { sentenceOf } from './sentences.ts'

const around = (before: string, after = '') => SIDES.map((side) => `${before}-${side}${after}`)
const CORNERS = ['top-left', 'top-right', 'bottom-right', 'bottom-left'].map((corner) => `border-${corner}-radius`)

/** What goes into which aspect. */
const ASPECTS: readonly { readonly id: AspectId; readonly name: string; readonly properties: readonly string[] }[] = [
  { id: 'colour', name: 'Colour', properties: ['color'] },
  { id: 'background', name: 'Background', properties: ['background-color', 'background-image'] },
  {
    id: 'font',
    name: 'Font',
    properties: ['font-family', 'font-weight', 'font-style', 'font-variant-caps', 'text-transform'],
  },
  { id: 'size', name: 'Size', properties: ['font-size', 'line-height', 'letter-spacing'] },
  { id: 'spacing', name: 'Spacing', properties: [...around('margin'), ...around('padding')] },
  {
    id: 'border',
    name: 'Border',
    properties: [...['-width', '-style', '-color'].flatMap((part) => around('border', part)), ...CORNERS],
  },
]

/** The visible aspects of an element, each with its sentence and its ladders. */
export function aspectsOf(styles: PageStyles, element: PageElement, context: TraceContext, pseudo = ''): Aspect[] {
  const subject = subjectOf(styles, element, pseudo)
  const aspects: Aspect[] = ASPECTS.map(({ id, name, properties }) => {
    const traces = placedTraces(subject, properties, context)
    return { id, name, traces, sentence: sentenceOf(id, subject, traces, context.page) }
  })
  const link = linkAspect(subject, context)
  return link ? [...aspects, link] : aspects
}
