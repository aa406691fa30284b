import { toHex } from '../values/color-notation.ts'
import { describeElement, elementPath } from '../markup/describe.ts'
import type { PageElement } from '../markup/tree.ts'
import { statesOf, WORN_STATES, type WornState } from '../selectors/states.ts'
import { showsWhenVisited } from '../properties/longhands.ts'
import type { PageStyles } from '../cascade/cascade.ts'
import { idOf } from '../properties/longhands.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { trace, type Rung, type Trace } from './trace.ts'
import { placeInWords } from './words.ts'

/** A rung with its line. */
export interface PlacedRung extends Rung {
  /** Null for the browser's own style. */
  readonly line: number | null
}

/** The trace of a property, or of several that are set alike (`margin-top` to `margin-left` by one `margin`). */
export interface PlacedTrace extends Omit<Trace, 'rungs' | 'property'> {
  /** As people name it: `margin`, `margin-top and margin-bottom`, `color`. */
  readonly name: string
  readonly properties: readonly string[]
  readonly rungs: readonly PlacedRung[]
  /** The element it is inherited from, as people point at it; '' when it is not. */
  readonly inheritedFromName: string
}

/** One visible matter of an element: a sentence, and what is behind it. Code in sentences stands between backticks. */
export interface Matter {
  readonly id: 'colour' | 'background' | 'font' | 'size' | 'spacing' | 'border' | 'link'
  readonly name: string
  readonly sentence: string
  readonly traces: readonly PlacedTrace[]
}

const SIDES = ['top', 'right', 'bottom', 'left']
const sides = (before: string, after = '') => SIDES.map((side) => `${before}-${side}${after}`)

/** What goes into which matter. */
const MATTERS: readonly { readonly id: Matter['id']; readonly name: string; readonly properties: readonly string[] }[] =
  [
    { id: 'colour', name: 'Colour', properties: ['color'] },
    { id: 'background', name: 'Background', properties: ['background-color', 'background-image'] },
    {
      id: 'font',
      name: 'Font',
      properties: ['font-family', 'font-weight', 'font-style', 'font-variant-caps', 'text-transform'],
    },
    { id: 'size', name: 'Size', properties: ['font-size', 'line-height', 'letter-spacing'] },
    { id: 'spacing', name: 'Spacing', properties: [...sides('margin'), ...sides('padding')] },
    {
      id: 'border',
      name: 'Border',
      properties: [
        ...sides('border', '-width'),
        ...sides('border', '-style'),
        ...sides('border', '-color'),
        'border-top-left-radius',
        'border-top-right-radius',
        'border-bottom-right-radius',
        'border-bottom-left-radius',
      ],
    },
  ]

/** What is asked about: an element, or a pseudo-element of it. */
interface Subject {
  readonly styles: PageStyles
  readonly element: PageElement
  readonly pseudo: string
  readonly style: ElementStyle
}

function subjectOf(styles: PageStyles, element: PageElement, pseudo: string): Subject {
  return {
    styles,
    element,
    pseudo,
    style: pseudo === '' ? styles.styles[element.index]! : styles.cascade.pseudoStyle(styles, element, pseudo),
  }
}

/** What matters need to know beside styles. */
export interface MatterContext {
  readonly page: string
  /** The line of an offset in a file; '' is the page. */
  readonly lineOf: (file: string, offset: number) => number
  /** The page's styles while the element is in a state. */
  readonly inState: (states: ReturnType<typeof statesOf>) => PageStyles
}

/** The visible matters of an element, each with its sentence and its ladders. */
export function mattersOf(styles: PageStyles, element: PageElement, context: MatterContext, pseudo = ''): Matter[] {
  const subject = subjectOf(styles, element, pseudo)
  const matters: Matter[] = MATTERS.map(({ id, name, properties }) => {
    const traces = tracesOf(subject, properties, context)
    return { id, name, traces, sentence: SENTENCES[id](subject, traces, context) }
  })
  const link = linkMatter(subject, context)
  return link ? [...matters, link] : matters
}

function tracesOf(
  { styles, element, pseudo }: Subject,
  properties: readonly string[],
  context: MatterContext,
): PlacedTrace[] {
  const groups = new Map<string, PlacedTrace & { properties: string[] }>()
  for (const property of properties) {
    const { rungs, ...found } = trace(styles, element, property, pseudo)
    const placed = rungs.map((rung) => ({
      ...rung,
      line: rung.kind === 'user-agent' ? null : context.lineOf(rung.file, rung.offset),
    }))
    const key = `${found.value}\0${found.source}\0${rungs.map(({ file, offset, lost }) => `${file} ${offset} ${lost?.by}`).join('\0')}`
    const alike = groups.get(key)
    if (alike) alike.properties.push(property)
    else
      groups.set(key, {
        ...found,
        name: property,
        properties: [property],
        rungs: placed,
        inheritedFromName:
          found.inheritedFrom === null ? '' : describeElement(styles.page.elements[found.inheritedFrom]!),
      })
  }
  return [...groups.values()]
    .filter((each) => each.rungs.length > 0 || properties[0] === each.properties[0])
    .map((each) => ({ ...each, name: nameOf(each.properties) }))
}

/** `margin-top`, `margin-right`, `margin-bottom` and `margin-left` together are `margin`. */
function nameOf(properties: readonly string[]): string {
  for (const box of ['margin', 'padding'])
    if (properties.length === 4 && properties.every((name) => name.startsWith(`${box}-`))) return box
  for (const part of ['width', 'style', 'color'])
    if (properties.length === 4 && properties.every((name) => name.startsWith('border-') && name.endsWith(`-${part}`)))
      return `border-${part}`
  if (properties.length === 4 && properties.every((name) => name.endsWith('-radius'))) return 'border-radius'
  if (properties.length > 4 && properties.every((name) => name.startsWith('border-')))
    return properties.some((name) => name.endsWith('radius')) ? 'border and border-radius' : 'border'
  return properties.length > 1 ? `${properties.slice(0, -1).join(', ')} and ${properties.at(-1)}` : properties[0]!
}

/** "because css/site.css line 42, `main p`, sets it; it beat 2 others", or what else it comes from. */
function because(found: PlacedTrace | undefined, page: string): string {
  const winner = found?.rungs.find(({ lost }) => lost === null)
  if (!found || found.source === 'initial' || !winner) return 'Nothing sets this; it comes from what CSS starts with.'
  const beaten = found.rungs.filter(
    ({ lost, kind }) =>
      lost !== null && kind !== 'user-agent' && lost.by !== 'invalid-value' && lost.by !== 'unknown-property',
  ).length
  const ignored = found.rungs.filter(
    ({ lost }) => lost?.by === 'invalid-value' || lost?.by === 'unknown-property',
  ).length
  const heir = found.source === 'inherited' ? `, and it is inherited from \`${found.inheritedFromName}\`` : ''
  const tail = `${beaten > 0 ? `; it beat ${beaten} ${beaten === 1 ? 'other' : 'others'}` : ''}${ignored > 0 ? `; ${ignored} more ${ignored === 1 ? 'is' : 'are'} ignored as mistakes` : ''}.`
  if (winner.kind === 'user-agent')
    return `Nothing on the site sets this; it comes from the browser’s own style${winner.selector ? ` for \`${winner.selector}\`` : ''}${heir}${tail}`
  const swatch = /^var\(\s*(--[^\s,)]+)/.exec(winner.value)?.[1]
  const through = swatch ? ` through the swatch \`${swatch}\`` : ''
  return `because ${placeInWords(winner, page, winner.line)}${winner.selector ? `, \`${winner.selector}\`,` : ''} sets it${through}${heir}${tail}`
}

const joined = (head: string, why: string) => (why.startsWith('because') ? `${head} ${why}` : `${head}. ${why}`)
const shown = ({ style }: Subject, property: string) => resolvedValue(style, idOf(property))

/** A colour as people write it: hex where it is opaque. */
function colorInWords(value: string): string {
  if (value === 'rgba(0, 0, 0, 0)') return 'transparent'
  return value.startsWith('rgb(') ? (toHex(value) ?? value) : value
}

/** Four values as short as they can be said: `0 0 16px`. */
function fourInWords(values: readonly string[]): string {
  const [top, right, bottom, left] = values.map((value) => (value === '0px' ? '0' : value)) as [
    string,
    string,
    string,
    string,
  ]
  if (top === right && right === bottom && bottom === left) return top
  if (top === bottom && left === right) return `${top} ${right}`
  return left === right ? `${top} ${right} ${bottom}` : `${top} ${right} ${bottom} ${left}`
}

/** The trace that explains a matter best: the first whose winner the site sets, else the first. */
function telling(traces: readonly PlacedTrace[], wanted?: string): PlacedTrace | undefined {
  const own = (each: PlacedTrace) => each.rungs.some(({ lost, kind }) => lost === null && kind !== 'user-agent')
  return (
    (wanted ? traces.find(({ properties }) => properties.includes(wanted)) : undefined) ?? traces.find(own) ?? traces[0]
  )
}

type Sentence = (subject: Subject, traces: readonly PlacedTrace[], context: MatterContext) => string

const SENTENCES: Readonly<Record<Exclude<Matter['id'], 'link'>, Sentence>> & Readonly<Record<'link', Sentence>> = {
  colour: (subject, traces, { page }) =>
    joined(`This text is ${colorInWords(shown(subject, 'color'))}`, because(telling(traces, 'color'), page)),
  background: (subject, traces, { page }) => {
    const color = shown(subject, 'background-color')
    const image = shown(subject, 'background-image')
    if (image !== 'none')
      return joined(
        `The background is a picture, ${image.length > 60 ? `${image.slice(0, 59)}…` : image},`,
        because(telling(traces, 'background-image'), page),
      )
    if (color !== 'rgba(0, 0, 0, 0)')
      return joined(`The background is ${colorInWords(color)}`, because(telling(traces, 'background-color'), page))
    const { styles, element, pseudo } = subject
    for (let at = pseudo === '' ? element.parent : element; at; at = at.parent) {
      const around = subjectOf(styles, at, '')
      const behind = shown(around, 'background-color')
      if (shown(around, 'background-image') !== 'none')
        return `No background of its own: what shows through is the picture of \`${describeElement(at)}\`.`
      if (behind !== 'rgba(0, 0, 0, 0)')
        return `No background of its own: what shows through is ${colorInWords(behind)} of \`${describeElement(at)}\`.`
    }
    return 'No background of its own, and nothing behind it either: the browser’s white shows.'
  },
  font: (subject, traces, { page }) => {
    const family = shown(subject, 'font-family').split(',')[0]!.replaceAll('"', '')
    const weight = shown(subject, 'font-weight')
    const style = shown(subject, 'font-style')
    return joined(
      `Set in ${family}, weight ${weight}${style === 'normal' ? '' : `, ${style}`},`,
      because(telling(traces, 'font-family'), page),
    )
  },
  size: (subject, traces, { page }) => {
    const height = shown(subject, 'line-height')
    return joined(
      `The text is ${shown(subject, 'font-size')} high${height === 'normal' ? ', lines as the font likes them,' : `, lines ${height} apart,`}`,
      because(telling(traces, 'font-size'), page),
    )
  },
  spacing: (subject, traces, { page }) => {
    const of = (box: string) => SIDES.map((side) => shown(subject, `${box}-${side}`))
    const [margin, padding] = [fourInWords(of('margin')), fourInWords(of('padding'))]
    return joined(
      margin === '0' && padding === '0' ? 'No margin and no padding' : `Margin ${margin}, padding ${padding},`,
      because(telling(traces), page),
    )
  },
  border: (subject, traces, { page }) => {
    const widths = SIDES.map((side) => shown(subject, `border-${side}-width`))
    const radius = shown(subject, 'border-top-left-radius')
    const rounded = radius === '0px' ? '' : `, corners rounded by ${radius}`
    const drawn = SIDES.filter((_, at) => widths[at] !== '0px')
    if (drawn.length === 0)
      return rounded
        ? joined(`No border${rounded},`, because(telling(traces, 'border-top-left-radius'), page))
        : 'No border.'
    const side = drawn[0]!
    const line = `${shown(subject, `border-${side}-width`)} ${shown(subject, `border-${side}-style`)} ${colorInWords(shown(subject, `border-${side}-color`))}`
    const where = drawn.length === 4 ? 'on all sides' : `on the ${drawn.join(', ')} side`
    return joined(`A border ${line} ${where}${rounded},`, because(telling(traces, `border-${side}-style`), page))
  },
  link: () => '',
}

const STATE_WORDS: Readonly<Record<WornState, string>> = {
  hover: 'Hovered',
  visited: 'Visited',
  focus: 'Focused',
  'focus-visible': 'Reached by keyboard',
  active: 'Pressed',
}
/** What a state can change, in words that follow "Hovered,". */
const STATE_CHANGES: Readonly<Record<string, (value: string) => string>> = {
  color: (value) => `it turns ${value}`,
  'background-color': (value) => `its background turns ${value}`,
  'text-decoration-line': (value) => (value === 'none' ? 'it loses its line' : `it gets the line ${value}`),
  'outline-style': (value) => (value === 'none' ? 'it loses its outline' : `it gets an outline, ${value}`),
}
const STATE_PROPERTIES = Object.keys(STATE_CHANGES)

/** What the states of a link change; null for what is no link. */
function linkMatter(subject: Subject, context: MatterContext): Matter | null {
  const { element, pseudo } = subject
  let link: PageElement | null = element
  while (link && !((link.tag === 'a' || link.tag === 'area') && link.attributes.has('href'))) link = link.parent
  if (!link) return null
  const said: string[] = []
  const traces: PlacedTrace[] = []
  for (const state of WORN_STATES.filter((each) => each !== 'focus')) {
    const worn = subjectOf(context.inState(statesOf([link], state)), element, pseudo)
    const changes: { what: string; where: string }[] = []
    for (const property of STATE_PROPERTIES) {
      if (state === 'visited' && !showsWhenVisited(property)) continue
      const [before, after] = [shown(subject, property), shown(worn, property)]
      if (before === after) continue
      const [found] = tracesOf(worn, [property], context)
      const what = STATE_CHANGES[property]?.(colorInWords(after))
      if (!found || what === undefined) continue
      traces.push({ ...found, name: `${property}, ${STATE_WORDS[state].toLowerCase()}` })
      const winner = found.rungs.find(({ lost }) => lost === null)
      changes.push({
        what,
        where: winner?.line ? `${winner.file || context.page} line ${winner.line}, \`${winner.selector}\`` : '',
      })
    }
    if (changes.length === 0) continue
    const places = [...new Set(changes.map(({ where }) => where).filter((where) => where !== ''))]
    const list = changes.map(({ what }) => what)
    said.push(
      `${STATE_WORDS[state]}, ${list.length > 1 ? `${list.slice(0, -1).join(', ')} and ${list.at(-1)}` : list[0]}${places.length > 0 ? ` (${places.join('; ')})` : ''}.`,
    )
  }
  return {
    id: 'link',
    name: 'Link states',
    traces,
    sentence:
      said.length > 0
        ? said.join(' ')
        : 'Nothing changes when this link is hovered, visited, pressed or reached by keyboard.',
  }
}

/** What the trace of an element shows. */
export interface Inspection {
  readonly page: string
  readonly index: number
  /** The pseudo-element that is meant, '' for the element itself. */
  readonly pseudo: string
  /** A selector that finds it alone. */
  readonly path: string
  /** Pseudo-elements of the element that some rule of the site styles. */
  readonly pseudos: readonly string[]
  readonly ancestors: readonly { readonly index: number; readonly name: string }[]
  readonly children: readonly { readonly index: number; readonly name: string }[]
  /** Where the link it is in leads, as written; null for what is in no link. */
  readonly href: string | null
  readonly matters: readonly Matter[]
}

/** Everything the trace of an element shows. */
export function inspect(styles: PageStyles, element: PageElement, context: MatterContext, pseudo = ''): Inspection {
  const ancestors: { index: number; name: string }[] = []
  let href: string | null = null
  for (let at: PageElement | null = element; at; at = at.parent) {
    ancestors.unshift({ index: at.index, name: describeElement(at) })
    if (href === null && at.tag === 'a' && at.attributes.has('href')) href = at.attributes.get('href')!
  }
  const children = element.children.map((child) => ({ index: child.index, name: describeElement(child) }))
  const pseudos = [
    ...new Set(
      styles.styles[element.index]!.matched.rules.filter(
        ({ pseudo: name, source }) => name !== '' && source.kind !== 'user-agent',
      ).map(({ pseudo: name }) => name),
    ),
  ]
  return {
    page: context.page,
    index: element.index,
    pseudo,
    path: elementPath(element),
    pseudos,
    ancestors,
    children,
    href,
    matters: mattersOf(styles, element, context, pseudo),
  }
}
