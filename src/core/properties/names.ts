import { longhand } from './longhands.ts'

/** Other names of properties: legacy name aliases (CSS Cascade 5, section 2.5) that browsers keep. */
const ALIASES: Readonly<Record<string, string>> = {
  'word-wrap': 'overflow-wrap',
  'grid-gap': 'gap',
  'grid-row-gap': 'row-gap',
  'grid-column-gap': 'column-gap',
  'font-width': 'font-stretch',
  'page-break-before': 'break-before',
  'page-break-after': 'break-after',
  'page-break-inside': 'break-inside',
  'color-adjust': 'print-color-adjust',
  '-epub-text-transform': 'text-transform',
  '-webkit-margin-start': 'margin-inline-start',
  '-webkit-margin-end': 'margin-inline-end',
  '-webkit-padding-start': 'padding-inline-start',
  '-webkit-padding-end': 'padding-inline-end',
  '-webkit-border-start': 'border-inline-start',
  '-webkit-border-end': 'border-inline-end',
  '-webkit-margin-before': 'margin-block-start',
  '-webkit-margin-after': 'margin-block-end',
}

/** A few `-webkit-` properties are their own, not other names. */
const OWN =
  /^-webkit-(?:box-(?:align|direction|flex|ordinal-group|orient|pack|reflect|lines)|line-clamp|text-(?:fill-color|stroke.*|security)|tap-highlight-color|font-smoothing|mask-box-image.*|user-(?:drag|modify)|margin-collapse|rtl-ordering|locale)$/

/** The name under which a property is computed: the standard one for an alias, else itself. */
export function aliasOf(property: string): string {
  const alias = ALIASES[property]
  if (alias) return alias
  if (!property.startsWith('-webkit-') || OWN.test(property) || longhand(property)) return property
  return property.slice('-webkit-'.length)
}

const FLOW: Readonly<Record<string, readonly [block: readonly [string, string], inline: readonly [string, string]]>> = {
  'horizontal-tb': [
    ['top', 'bottom'],
    ['left', 'right'],
  ],
  'vertical-rl': [
    ['right', 'left'],
    ['top', 'bottom'],
  ],
  'sideways-rl': [
    ['right', 'left'],
    ['top', 'bottom'],
  ],
  'vertical-lr': [
    ['left', 'right'],
    ['top', 'bottom'],
  ],
  'sideways-lr': [
    ['left', 'right'],
    ['bottom', 'top'],
  ],
}

const LOGICAL =
  /^(?:(margin|padding|border|inset|scroll-margin|scroll-padding)-(block|inline)-(start|end)(-(?:width|style|color))?|border-(start|end)-(start|end)-radius|(min-|max-|contain-intrinsic-)?(block|inline)-size|(overflow|overscroll-behavior)-(block|inline))$/

/** Whether a longhand is flow-relative (CSS Logical Properties 1). */
export function isLogical(property: string): boolean {
  return LOGICAL.test(property)
}

/** The physical longhand a flow-relative one stands for in a writing mode and direction; others are given back. */
export function physicalName(property: string, writingMode: string, direction: string): string {
  const match = LOGICAL.exec(property)
  if (!match) return property
  const [, box, axis, end, part = '', cornerBlock, cornerInline, limit = '', size, other, otherAxis] = match
  const [block, inline] = FLOW[writingMode] ?? FLOW['horizontal-tb']!
  const side = (which: string, edge: string) => {
    const reversed = which === 'inline' && direction === 'rtl'
    return (which === 'block' ? block : inline)[(edge === 'end') === reversed ? 0 : 1]!
  }
  const horizontal = writingMode === 'horizontal-tb' || !FLOW[writingMode]
  if (box) return box === 'inset' ? side(axis!, end!) : `${box}-${side(axis!, end!)}${part}`
  if (cornerBlock) {
    const sides = [side('block', cornerBlock), side('inline', cornerInline!)]
    const vertical = sides.find((each) => each === 'top' || each === 'bottom')!
    return `border-${vertical}-${sides.find((each) => each !== vertical)!}-radius`
  }
  if (size) return `${limit}${(size === 'inline') === horizontal ? 'width' : 'height'}`
  return `${other}-${(otherAxis === 'inline') === horizontal ? 'x' : 'y'}`
}
