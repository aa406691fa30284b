'use client'
import { ChoiceRow, type Keyword } from '../../controls/choice-row.tsx'
import { Group } from '../../controls/parts.tsx'
import { useField } from '../../controls/use-field.ts'
import type { Seen } from '../../controls/sides.tsx'
import { TextField } from '../../controls/text-field.tsx'

const SELVES: readonly Keyword[] = [
  { value: 'auto', says: 'as the container says' },
  { value: 'stretch', says: 'fills the line' },
  { value: 'flex-start', says: 'where it begins' },
  { value: 'center', says: 'in the middle' },
  { value: 'flex-end', says: 'where it ends' },
  { value: 'baseline', says: 'by its text' },
]

/** How a box stands in the flex or grid container that sets it. */
export function Member({ selector, setBy, seen }: { selector: string; setBy: 'flex' | 'grid'; seen: Seen }) {
  return (
    <Group title={setBy === 'flex' ? 'Its place in the flex row or column' : 'Its place in the grid'}>
      {setBy === 'flex' ? <FlexMember selector={selector} /> : <GridMember selector={selector} seen={seen} />}
      <Common selector={selector} seen={seen} />
    </Group>
  )
}

function FlexMember({ selector }: { selector: string }) {
  const flex = useField(selector, 'flex', 'flex')
  return <TextField label="Flex" field={flex} example="1, or 0 0 200px: grow, shrink, size to begin with" />
}

function GridMember({ selector, seen }: { selector: string; seen: Seen }) {
  const column = useField(selector, 'grid-column', 'grid column')
  const row = useField(selector, 'grid-row', 'grid row')
  const self = useField(selector, 'justify-self', 'alignment in its column')
  return (
    <>
      <TextField label="Columns" field={column} example="span 2, or 1 / -1" />
      <TextField label="Rows" field={row} example="span 2, or 1 / 3" />
      <ChoiceRow label="Along" field={self} computed={seen['justify-self']} options={SELVES} />
    </>
  )
}

function Common({ selector, seen }: { selector: string; seen: Seen }) {
  const self = useField(selector, 'align-self', 'alignment in its line')
  const order = useField(selector, 'order', 'order')
  return (
    <>
      <ChoiceRow label="Across" field={self} computed={seen['align-self']} options={SELVES} />
      <TextField label="Order" field={order} example="-1 for first, 1 for last" />
    </>
  )
}
