'use client'
import type { ReadMenu } from '../../../core/menu/menu.ts'
import { ColorRow } from '../../controls/color-row.tsx'
import { Group } from '../../controls/parts.tsx'
import { useComputed, useField } from '../../controls/use-field.ts'

const GROUND = 'background-color'

/** The grounds of a menu: of the list, of its links at rest and pointed at, and of the link to the current page. */
export function MenuColours({ selectors }: { selectors: ReadMenu['selectors'] }) {
  const { list, link, hover, current } = selectors
  const seen = {
    list: useComputed(list, GROUND).values[GROUND],
    link: useComputed(link, GROUND).values[GROUND],
    current: useComputed(current, GROUND).values[GROUND],
  }
  return (
    <Group title="Grounds">
      <ColorRow label="List" field={useField(list, GROUND, 'ground')} computed={seen.list} />
      <ColorRow label="Links" field={useField(link, GROUND, 'ground')} computed={seen.link} />
      <ColorRow label="Pointed at" field={useField(hover, GROUND, 'ground')} />
      <ColorRow label="Current page" field={useField(current, GROUND, 'ground')} computed={seen.current} />
      <p className="text-[12px] text-quiet">Colours of the words, underlines and focus are in States.</p>
    </Group>
  )
}
