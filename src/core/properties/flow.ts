/**
 * A longhand in flow-relative terms (CSS Logical Properties 1): `pattern` is the name with a star where the side, corner,
 * axis or dimension stands, and `at` where this longhand is.
 */
export interface FlowRelative {
  readonly kind: 'side' | 'corner' | 'size' | 'axis'
  readonly pattern: string
  readonly at: string
}

type Side = 'top' | 'right' | 'bottom' | 'left'

export const side = (pattern: string, at: Side): FlowRelative => ({ kind: 'side', pattern, at })

export const size = (pattern: string, at: 'width' | 'height'): FlowRelative => ({ kind: 'size', pattern, at })

export const axisOf = (pattern: string, at: 'x' | 'y'): FlowRelative => ({ kind: 'axis', pattern, at })

export const corner = (vertical: 'top' | 'bottom', horizontal: 'left' | 'right'): FlowRelative => ({
  kind: 'corner',
  pattern: 'border-*-radius',
  at: `${vertical}-${horizontal}`,
})

/** What stands for the star in flow-relative names, by kind. */
export const FLOW_NAMES: Readonly<Record<FlowRelative['kind'], readonly string[]>> = {
  side: ['block-start', 'block-end', 'inline-start', 'inline-end'],
  corner: ['start-start', 'start-end', 'end-start', 'end-end'],
  size: ['block', 'inline'],
  axis: ['block', 'inline'],
}

type Axes = Readonly<Record<'block' | 'inline', readonly [start: Side, end: Side]>>

/** Where the block and the inline axis begin and end, by writing mode, for text that runs from left to right. */
const AXES: Readonly<Record<string, Axes>> = {
  'horizontal-tb': { block: ['top', 'bottom'], inline: ['left', 'right'] },
  'vertical-rl': { block: ['right', 'left'], inline: ['top', 'bottom'] },
  'sideways-rl': { block: ['right', 'left'], inline: ['top', 'bottom'] },
  'vertical-lr': { block: ['left', 'right'], inline: ['top', 'bottom'] },
  'sideways-lr': { block: ['left', 'right'], inline: ['bottom', 'top'] },
}

/** What a flow-relative name stands for in a writing mode and direction: a side, a corner, a dimension or an axis. */
export function physicalAt(kind: FlowRelative['kind'], name: string, writingMode: string, direction: string): string {
  const axes = AXES[writingMode] ?? AXES['horizontal-tb']!
  const sideAt = (axis: string, end: string): Side => {
    const reversed = axis === 'inline' && direction === 'rtl'
    return axes[axis as keyof Axes][(end === 'end') === reversed ? 0 : 1]
  }
  const [first = '', second = ''] = name.split('-')
  if (kind === 'side') return sideAt(first, second)
  if (kind === 'corner') {
    const sides = [sideAt('block', first), sideAt('inline', second)]
    return ['top', 'bottom', 'left', 'right'].filter((each) => sides.includes(each as Side)).join('-')
  }
  const alongText = (first === 'inline') === (axes.inline[0] === 'left')
  if (kind === 'size') return alongText ? 'width' : 'height'
  return alongText ? 'x' : 'y'
}
