import type { PageStyles } from '../cascade/cascade.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import { idOf } from '../properties/longhands.ts'
import { usedLength } from '../values/used-length.ts'
import type { LinkList } from './link-lists.ts'

/** By what the items of a menu stand beside or below one another. */
export const MEANS = ['flex', 'inline-block', 'inline', 'float', 'grid', 'block'] as const
export type Means = (typeof MEANS)[number]

/** What a bar does when it gets too narrow for its items. */
export const NARROW = ['wrap', 'scroll', 'stay'] as const
export type Narrow = (typeof NARROW)[number]

/** A list of links as the controls of a menu see it. */
export interface MenuLook {
  readonly direction: 'bar' | 'column'
  readonly means: Means
  /** Between two items, white space not counted: a length as it is written, or in px. */
  readonly gap: string
  /** Whether the list gives its items bullets; boxes in a line do not show them. */
  readonly bullets: boolean
  /** The line between two items, as a border; '' for none. */
  readonly separator: string
  /** Whether a link fills its item: then all of it can be pressed. */
  readonly filled: boolean
  readonly narrow: Narrow
  /** The widest viewport, px, in which the items of a bar stand below one another; null where they never do. */
  readonly stackBelow: number | null
}

/** A list of links on a page, with what it looks like. */
export interface MenuOnPage extends LinkList {
  readonly styles: PageStyles
}

/** Where room between two items can come from: whose property it is. */
export interface Carrier {
  readonly of: 'list' | 'item' | 'next'
  readonly property: 'column-gap' | 'row-gap' | 'margin-left' | 'margin-right' | 'margin-top' | 'margin-bottom'
}

const BESIDE: readonly Carrier[] = [
  { of: 'list', property: 'column-gap' },
  { of: 'next', property: 'margin-left' },
  { of: 'item', property: 'margin-right' },
]
const BELOW: readonly Carrier[] = [
  { of: 'list', property: 'row-gap' },
  { of: 'next', property: 'margin-top' },
  { of: 'item', property: 'margin-bottom' },
]

export const value = (style: ElementStyle, name: string): string => style.value(idOf(name))

/** What a list of links looks like, but for what it does in other viewports. */
export function readLook(menu: MenuOnPage): Omit<MenuLook, 'stackBelow'> {
  const { list, next, link } = stylesOf(menu)
  const { direction, means } = standingOf(menu)
  const carriers = carriersOf(menu, direction)
  const gap = carriers.reduce((sum, each) => sum + pxOf(menu, each), 0)
  const side = direction === 'bar' ? 'left' : 'top'
  return {
    direction,
    means,
    gap: `${Math.round(gap * 100) / 100}px`,
    bullets: hasBullets(next),
    separator: borderOf(next, side),
    filled:
      link !== null &&
      /^(?:block|flex|grid|flow-root|inline-block|inline-flex|list-item)$/.test(value(link, 'display')),
    narrow: narrowOf(list, means, direction),
  }
}

/** Whether items stand in a line of text, where white space between them takes room. */
export const isInLine = (means: Means): boolean => means === 'inline-block' || means === 'inline'

/** How the items stand, and by what. */
export function standingOf(menu: MenuOnPage): Pick<MenuLook, 'direction' | 'means'> {
  const { list, next, link } = stylesOf(menu)
  const display = value(list, 'display')
  if (/flex$/.test(display))
    return { direction: value(list, 'flex-direction').startsWith('column') ? 'column' : 'bar', means: 'flex' }
  if (/grid$/.test(display)) return { direction: hasColumns(list) ? 'bar' : 'column', means: 'grid' }
  if (value(next, 'float') !== 'none') return { direction: 'bar', means: 'float' }
  const item = value(next, 'display')
  // A block in a line of text breaks the line (CSS 2.2, section 9.2.1.1).
  if (item === 'inline' && link && isBlock(link)) return { direction: 'column', means: 'inline' }
  if (!item.startsWith('inline')) return { direction: 'column', means: 'block' }
  return { direction: 'bar', means: item === 'inline' ? 'inline' : 'inline-block' }
}

const isBlock = (style: ElementStyle) =>
  /^(?:block|flex|grid|flow-root|list-item|table)/.test(value(style, 'display')) && value(style, 'float') === 'none'

const hasColumns = (list: ElementStyle) =>
  value(list, 'grid-auto-flow').includes('column') ||
  /\s|repeat/.test(value(list, 'grid-template-columns').replace(/\([^()]*\)/g, '()'))

/** The styles of the list, of its first item, of one behind another, and of a link. */
export function stylesOf({ styles, list, items, links }: MenuOnPage) {
  const link = links[1] ?? links[0] ?? links[2]
  return {
    list: styles.of(list),
    item: styles.of(items[0]!),
    next: styles.of(items[1]!),
    link: link ? styles.of(link) : null,
  }
}

/** What room between two items comes from. */
export function carriersOf(menu: MenuOnPage, direction: MenuLook['direction']): Carrier[] {
  const { means } = standingOf(menu)
  const gaps = means === 'flex' || means === 'grid'
  return (direction === 'bar' ? BESIDE : BELOW)
    .filter(({ of }) => gaps || of !== 'list')
    .filter((carrier) => pxOf(menu, carrier) !== 0)
}

function pxOf(menu: MenuOnPage, { of, property }: Carrier): number {
  return usedLength(value(stylesOf(menu)[of], property), 0) ?? 0
}

const hasBullets = (item: ElementStyle) =>
  value(item, 'list-style-type') !== 'none' || value(item, 'list-style-image') !== 'none'

function borderOf(style: ElementStyle, side: 'left' | 'top'): string {
  const [width, line] = [value(style, `border-${side}-width`), value(style, `border-${side}-style`)]
  if (line === 'none' || line === 'hidden' || usedLength(width, 0) === 0) return ''
  return `${width} ${line} ${resolvedValue(style, idOf(`border-${side}-color`))}`
}

function narrowOf(list: ElementStyle, means: Means, direction: MenuLook['direction']): Narrow {
  if (direction === 'column') return 'wrap'
  if (/auto|scroll/.test(value(list, 'overflow-x'))) {
    // What wraps has nothing to scroll.
    const stays = means === 'flex' ? value(list, 'flex-wrap') === 'nowrap' : value(list, 'text-wrap-mode') === 'nowrap'
    if (stays) return 'scroll'
  }
  if (means === 'flex') return value(list, 'flex-wrap') === 'nowrap' ? 'stay' : 'wrap'
  if (isInLine(means) && value(list, 'text-wrap-mode') === 'nowrap') return 'stay'
  return means === 'grid' ? 'stay' : 'wrap'
}
