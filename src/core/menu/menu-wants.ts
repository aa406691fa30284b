import { isInLine, type MenuLook } from './menu-look.ts'

/** What is part of a menu: the list, each item, each item behind another, each link. */
export const PARTS = ['list', 'item', 'next', 'link'] as const
export type MenuPart = (typeof PARTS)[number]

/** A property that a part of a menu is to have; '' for none of its own. */
export interface Want {
  readonly of: MenuPart
  readonly property: string
  readonly value: string
}

/** A look that can be: floats stand beside one another and wrap; what stands in a column has no floats. */
export function possible(look: MenuLook): MenuLook {
  const { direction } = look
  const means =
    direction === 'column' && (look.means === 'float' || isInLine(look.means))
      ? 'block'
      : direction === 'bar' && look.means === 'block'
        ? 'flex'
        : look.means === 'inline' && look.filled
          ? 'inline-block'
          : look.means
  return { ...look, means, narrow: means === 'float' ? 'wrap' : look.narrow }
}

/** All that a look asks of the parts of a menu. */
export function wantsOf(look: MenuLook, tag: string): Want[] {
  return [...listWants(look, tag), ...itemWants(look), ...betweenWants(look)]
}

function listWants({ direction, means, narrow, bullets }: MenuLook, tag: string): Want[] {
  const bar = direction === 'bar'
  const display = { flex: 'flex', grid: 'grid', float: 'flow-root', 'inline-block': '', inline: '', block: '' }[means]
  const values: Record<string, string> = {
    display,
    'flex-direction': means === 'flex' && !bar ? 'column' : '',
    'flex-wrap': means === 'flex' && bar && narrow === 'wrap' ? 'wrap' : '',
    'overflow-x': bar && narrow === 'scroll' ? 'auto' : '',
    'white-space': bar && (narrow === 'scroll' || (narrow === 'stay' && isInLine(means))) ? 'nowrap' : '',
    'list-style': bullets ? (tag === 'ol' ? 'decimal' : 'disc') : 'none',
    'padding-left': bullets ? '1.5em' : '0',
  }
  return Object.entries(values).map(([property, value]) => ({ of: 'list', property, value }))
}

function itemWants({ means, filled }: MenuLook): Want[] {
  return [
    { of: 'item', property: 'display', value: isInLine(means) ? means : '' },
    { of: 'item', property: 'float', value: means === 'float' ? 'left' : '' },
    { of: 'link', property: 'display', value: filled ? 'block' : '' },
  ]
}

/** What stands between two items: room, and a line in the middle of it. */
function betweenWants({ direction, means, gap, separator }: MenuLook): Want[] {
  const bar = direction === 'bar'
  const room = (here: boolean) => (here && !isNoRoom(gap) ? gap : '')
  const line = (here: boolean) => (here ? separator : '')
  return [
    { of: 'list', property: 'gap', value: room(means === 'flex' || means === 'grid') },
    { of: 'next', property: 'margin-left', value: room(bar && (isInLine(means) || means === 'float')) },
    { of: 'next', property: 'margin-top', value: room(!bar && means === 'block') },
    { of: 'next', property: 'border-left', value: line(bar) },
    { of: 'next', property: 'border-top', value: line(!bar) },
    { of: 'next', property: 'padding-left', value: room(bar && separator !== '') },
    { of: 'next', property: 'padding-top', value: room(!bar && separator !== '') },
  ]
}

const isNoRoom = (gap: string) => /^0(?:px|rem|em)?$/.test(gap.trim()) || gap.trim() === ''

/** What says nothing, where what says something cannot be taken out. */
export const NOTHING: Readonly<Record<string, string>> = {
  'list display': 'block',
  'item display': 'list-item',
  'link display': 'inline',
  'flex-direction': 'row',
  'flex-wrap': 'nowrap',
  'overflow-x': 'visible',
  'white-space': 'normal',
  float: 'none',
  gap: 'normal',
  'border-left': 'none',
  'border-top': 'none',
}

export const nothingFor = ({ of, property }: Pick<Want, 'of' | 'property'>): string =>
  NOTHING[`${of} ${property}`] ?? NOTHING[property] ?? '0'

/** The longhand by which a property is looked for in the cascade. */
export const longhandOf = (property: string): string =>
  ({
    gap: 'column-gap',
    'list-style': 'list-style-type',
    'border-left': 'border-left-style',
    'border-top': 'border-top-style',
    'white-space': 'text-wrap-mode',
  })[property] ?? property
