import { splitAtCommas } from '../css/tokens.ts'
import { formatPx } from '../values/number.ts'
import { idOf, idsWhere, LONGHANDS } from '../properties/longhands.ts'
import type { ElementStyle } from './style.ts'

const COLOR = idOf('color')
const LINE_HEIGHT = idOf('line-height')
const MINIMUMS = new Set([idOf('min-width'), idOf('min-height')])
const CONTENT = idOf('content')
const IMAGE = idOf('background-image')
const PER_IMAGE = idsWhere(({ perImage }) => perImage === true)
const OWN_COLOR = new Set([idOf('caret-color'), idOf('accent-color')])

/**
 * A longhand as `getComputedStyle` gives it (CSSOM 1, section 9, "resolved value"), as far as it does not depend on layout:
 * colours in place of `currentcolor`, line height in px.
 */
export function resolvedValue(style: ElementStyle, id: number): string {
  const value = style.value(id)
  if (id === LINE_HEIGHT)
    return value === 'normal' || value.endsWith('px') ? value : formatPx(style.inherited.fontSize * Number(value))
  if (value === 'auto' && OWN_COLOR.has(id)) return LONGHANDS[id]!.name === 'caret-color' ? style.value(COLOR) : value
  // CSSOM 1, section 9: an automatic minimum is 0 except for items of flex and grid containers.
  if (value === 'auto' && MINIMUMS.has(id)) return style.isItem ? value : '0px'
  if (id === CONTENT && value === 'none' && style.pseudoName === '') return 'normal'
  // CSS Backgrounds 3, section 2.1: lists are repeated or cut to the number of images.
  if (PER_IMAGE.has(id) && (value.includes(',') || style.value(IMAGE).includes(',')))
    return fitLayers(value, style.value(IMAGE))
  return value.includes('currentcolor') ? value.replaceAll('currentcolor', style.value(COLOR)) : value
}

function fitLayers(value: string, images: string): string {
  const own = value.split(', ')
  return splitAtCommas(images)
    .map((_, at) => own[at % own.length])
    .join(', ')
}

/** Shorthands that browsers still list beside longhands, read back from their parts. */
export function legacyShorthand(
  style: ElementStyle,
  name: 'white-space' | 'background-position' | 'text-decoration',
): string {
  const get = (part: string) => resolvedValue(style, idOf(part))
  switch (name) {
    case 'white-space': {
      const both = `${get('white-space-collapse')} ${get('text-wrap-mode')}`
      return (
        {
          'collapse wrap': 'normal',
          'preserve nowrap': 'pre',
          'collapse nowrap': 'nowrap',
          'preserve wrap': 'pre-wrap',
          'preserve-breaks wrap': 'pre-line',
          'break-spaces wrap': 'break-spaces',
        }[both] ?? both
      )
    }
    case 'background-position': {
      const y = get('background-position-y').split(', ')
      return get('background-position-x')
        .split(', ')
        .map((x, at) => `${x} ${y[at % y.length]}`)
        .join(', ')
    }
    case 'text-decoration': {
      const [line, style_, color, thickness] = ['line', 'style', 'color', 'thickness'].map((part) =>
        get(`text-decoration-${part}`),
      ) as [string, string, string, string]
      const parts = [
        line,
        thickness === 'auto' ? '' : thickness,
        style_ === 'solid' ? '' : style_,
        color === style.value(COLOR) ? '' : color,
      ]
      return parts.filter((part) => part !== '').join(' ')
    }
  }
}
