'use client'
import { ChoiceRow, type Keyword } from '../../controls/choice-row.tsx'
import { Group } from '../../controls/parts.tsx'
import { SizeField } from '../../controls/size-field.tsx'
import { useField } from '../../controls/use-field.ts'
import type { Seen } from '../../controls/sides.tsx'
import { TextField } from '../../controls/text-field.tsx'

const words = (text: string): Keyword[] =>
  text.split('; ').map((each) => {
    const [value, ...says] = each.split(': ')
    return { value: value!, says: says.join(': ') }
  })

const DISPLAYS = words(
  'block: on a line of its own; inline: in the text; inline-block: a box in the text; flex: its children in a row or column; grid: its children in columns; flow-root: keeps its floats in; none: not there',
)
const FLOATS = words('none: in the flow; left: at the left, text flows by; right: at the right, text flows by')
const CLEARS = words('none: beside floats; left: below left floats; right: below right floats; both: below all floats')
const POSITIONS = words(
  'static: where it falls; relative: moved from there; absolute: in the nearest positioned box; fixed: in the window; sticky: stays in view',
)
const OVERFLOWS = words(
  'visible: sticks out; hidden: cut off; auto: scrolls where it must; scroll: always scrolls; clip: cut off, never scrolled',
)
const SIZINGS = words('content-box: width is the content; border-box: width counts padding and border')
const DIRECTIONS = words(
  'row: side by side; column: one below another; row-reverse: from the end; column-reverse: from the bottom',
)
const WRAPS = words('nowrap: on one line; wrap: on more lines where needed; wrap-reverse: lines from below')
const JUSTIFIES = words(
  'normal: from the start; flex-start: at the start; center: in the middle; flex-end: at the end; space-between: first and last at the ends; space-around: equal room around; space-evenly: equal room everywhere',
)
const ALIGNS = words(
  'normal: fills the line; stretch: fills the line; flex-start: where it begins; center: in the middle; flex-end: where it ends; baseline: by their text',
)

/** How a box stands on the page, and what it does with what does not fit. */
export function Layout({ selector, seen }: { selector: string; seen: Seen }) {
  const display = useField(selector, 'display', 'display')
  const float = useField(selector, 'float', 'float')
  const clear = useField(selector, 'clear', 'clear')
  const position = useField(selector, 'position', 'position')
  const overflow = useField(selector, 'overflow', 'overflow')
  const sizing = useField(selector, 'box-sizing', 'box-sizing')
  return (
    <Group title="Layout">
      <ChoiceRow label="Display" field={display} computed={seen['display']} options={DISPLAYS} />
      <ChoiceRow label="Float" field={float} computed={seen['float']} options={FLOATS} />
      <ChoiceRow label="Clear" field={clear} computed={seen['clear']} options={CLEARS} />
      <ChoiceRow label="Position" field={position} computed={seen['position']} options={POSITIONS} />
      <ChoiceRow label="Overflow" field={overflow} computed={seen['overflow-x']} options={OVERFLOWS} />
      <ChoiceRow label="Sizes count" field={sizing} computed={seen['box-sizing']} options={SIZINGS} />
      <Centring selector={selector} seen={seen} />
    </Group>
  )
}

/** Puts a block in the middle of its container: with a width of its own, by equal margins. */
function Centring({ selector, seen }: { selector: string; seen: Seen }) {
  const margin = useField(selector, 'margin-inline', 'inline margins')
  const isCentred =
    margin.value === 'auto' || (seen['margin-left'] === seen['margin-right'] && seen['margin-left'] !== '0px')
  const isBlock = /^(?:block|flow-root|flex|grid|table)/.test(seen['display'] ?? '')
  const floats = (seen['float'] ?? 'none') !== 'none'
  return (
    <div className="flex items-center gap-2">
      <span className="w-[92px] shrink-0 text-quiet">In the middle</span>
      <button
        type="button"
        className="btn h-7"
        disabled={!isBlock || floats || margin.value === 'auto'}
        onClick={() => margin.commit('auto')}
      >
        Centre it
      </button>
      <span className="text-[12px] text-quiet">
        {floats
          ? 'What floats has no middle.'
          : !isBlock
            ? 'Only a block stands in the middle by its margins.'
            : margin.value === 'auto'
              ? 'by margin-inline: auto'
              : isCentred
                ? 'its margins are equal'
                : 'writes margin-inline: auto; it needs a width'}
      </span>
    </div>
  )
}

/** How a flex or grid container sets its children. */
export function Children({ selector, seen }: { selector: string; seen: Seen }) {
  const direction = useField(selector, 'flex-direction', 'flex direction')
  const wrap = useField(selector, 'flex-wrap', 'wrapping')
  const justify = useField(selector, 'justify-content', 'alignment along the line')
  const align = useField(selector, 'align-items', 'alignment across the line')
  const gap = useField(selector, 'gap', 'gap')
  const columns = useField(selector, 'grid-template-columns', 'columns')
  const display = seen['display'] ?? ''
  if (!/flex|grid/.test(display)) return null
  return (
    <Group title="Its children">
      {display.includes('flex') && (
        <>
          <ChoiceRow label="Direction" field={direction} computed={seen['flex-direction']} options={DIRECTIONS} />
          <ChoiceRow label="Wrapping" field={wrap} computed={seen['flex-wrap']} options={WRAPS} />
        </>
      )}
      {display.includes('grid') && (
        <TextField label="Columns" field={columns} example="1fr 2fr, or repeat(auto-fit, minmax(200px, 1fr))" />
      )}
      <ChoiceRow label="Along" field={justify} computed={seen['justify-content']} options={JUSTIFIES} />
      <ChoiceRow label="Across" field={align} computed={seen['align-items']} options={ALIGNS} />
      <SizeField
        label="Gap"
        property="gap"
        unit="px"
        least={0}
        most={80}
        example="16px or 1rem 2rem"
        value={gap.value}
        computed={seen['column-gap'] === 'normal' ? '0px' : seen['column-gap']}
        onPreview={gap.preview}
        onCommit={gap.commit}
        onClear={gap.clear}
      />
    </Group>
  )
}
