'use client'
import { useState } from 'react'
import type { ReadMenu } from '../../../core/menu/menu.ts'
import type { MenuLook, Means } from '../../../core/menu/menu-look.ts'
import type { MenuPlace } from '../../../core/menu/menu-place.ts'
import { SIDES } from '../../../core/values/sides.ts'
import { Choice } from '../../controls/choice.tsx'
import { Group } from '../../controls/parts.tsx'
import { Sides } from '../../controls/sides.tsx'
import { SizeField } from '../../controls/size-field.tsx'
import { useDraft } from '../../controls/use-draft.ts'
import { useComputed, useField } from '../../controls/use-field.ts'
import { Where } from '../../controls/where.tsx'
import { MenuNarrow } from './menu-narrow.tsx'
import type { OnWish } from './on-wish.ts'
import { MenuFit, type Fit } from './menu-fit.tsx'

const MEANS_WORDS: Readonly<Record<Means, string>> = {
  flex: 'the list sets them, with a gap',
  'inline-block': 'boxes in a line of text',
  inline: 'words in a line of text',
  float: 'each at the left, as old sites do',
  grid: 'in columns of a grid',
  block: 'one below another, as lists are',
}
const MEANS_FOR: Readonly<Record<MenuLook['direction'], readonly Means[]>> = {
  bar: ['flex', 'inline-block', 'float'],
  column: ['block', 'flex'],
}

/** How the items of a menu stand, and what is between them. */
export function MenuControls({
  read,
  menu,
  onWish,
  draggable,
}: {
  read: ReadMenu
  menu: MenuPlace
  onWish: OnWish
  draggable: boolean
}) {
  const { look } = read
  const [fit, setFit] = useState<Fit | null>(null)
  return (
    <>
      <Group title="Items">
        <Direction look={look} onWish={onWish} />
        <By look={look} onWish={onWish} />
        {read.spaced && <SpaceWords space={fit?.space ?? null} onWish={onWish} />}
        {draggable && read.gapField ? (
          <GapField {...read.gapField} />
        ) : (
          <SizeField
            label="Gap"
            property="column-gap"
            unit="px"
            least={0}
            most={80}
            example="16px or 1rem"
            value=""
            computed={look.gap}
            onPreview={() => undefined}
            onCommit={(gap) => onWish({ gap }, `Gap ${gap}`)}
          />
        )}
        <Check
          label="Whole item"
          checked={look.filled}
          note={
            look.filled ? 'each link fills its item' : 'links are in the text: padding above and below makes no room'
          }
          onChange={(filled) => onWish({ filled }, filled ? 'Links fill their items' : 'Links in the text of items')}
        />
        <Check
          label="Bullets"
          checked={look.bullets}
          note={look.bullets && !read.showsBullets ? 'set, but the items are no list items and show none' : ''}
          onChange={(bullets) => onWish({ bullets }, bullets ? 'Bullets on' : 'Bullets off')}
        />
        <Separator look={look} onWish={onWish} />
      </Group>
      <LinkPadding selector={read.selectors.link} />
      <MenuNarrow read={read} fit={fit} onWish={onWish} />
      <MenuFit menu={menu} read={read} onFit={setFit} />
    </>
  )
}

interface Part {
  readonly look: MenuLook
  readonly onWish: OnWish
}

function Direction({ look, onWish }: Part) {
  return (
    <div role="group" aria-label="The items stand" className="flex gap-1.5">
      {(['bar', 'column'] as const).map((direction) => (
        <button
          key={direction}
          type="button"
          aria-pressed={look.direction === direction}
          title={direction === 'bar' ? 'Side by side' : 'One below another'}
          className="btn h-8 flex-1 aria-pressed:border-accent aria-pressed:bg-accent-wash"
          onClick={() =>
            look.direction !== direction && onWish({ direction }, direction === 'bar' ? 'Menu bar' : 'Menu column')
          }
        >
          {direction === 'bar' ? 'Bar' : 'Column'}
        </button>
      ))}
    </div>
  )
}

function By({ look, onWish }: Part) {
  const means = MEANS_FOR[look.direction]
  return (
    <div className="flex items-center gap-2">
      <span className="w-[92px] shrink-0 text-quiet">By</span>
      <Choice
        label="By what they stand so"
        sentences
        className="min-w-0 flex-1"
        value={look.means}
        options={[...means, ...(means.includes(look.means) ? [] : [look.means])].map((each) => ({
          value: each,
          label: each,
          hint: MEANS_WORDS[each],
        }))}
        onChange={(next) => onWish({ means: next as Means }, `Menu by ${next}`)}
      />
    </div>
  )
}

/** Why boxes in a line stand apart although nothing says so. */
function SpaceWords({ space, onWish }: { space: number | null; onWish: OnWish }) {
  return (
    <p className="text-[12px] text-quiet">
      The line break between two items counts as a space
      {space === null ? '' : `: ${Math.round(space * 10) / 10} px here`}. It comes on top of the gap.{' '}
      <button
        type="button"
        className="text-ink underline decoration-edge underline-offset-2"
        onClick={() => onWish({ means: 'flex' }, 'Menu by flex')}
      >
        Without it: by flex
      </button>
    </p>
  )
}

function GapField({ selector, property }: { selector: string; property: string }) {
  const gap = useField(selector, property, 'gap')
  const seen = useComputed(selector, property).values[property]
  return (
    <div className="flex flex-col gap-1">
      <SizeField
        label="Gap"
        property={property}
        unit="px"
        least={0}
        most={80}
        example="16px or 1rem"
        value={gap.value}
        computed={seen}
        onPreview={gap.preview}
        onCommit={gap.commit}
      />
      <div className="pl-[100px]">
        <Where field={gap} />
      </div>
    </div>
  )
}

const PADDINGS = SIDES.map((side) => `padding-${side}`).join(' ')

function LinkPadding({ selector }: { selector: string }) {
  const seen = useComputed(selector, PADDINGS).values
  return <Sides selector={selector} property="padding" title="Padding of a link" top={40} seen={seen} />
}

/** A choice of yes or no, with what is to be known of it. */
export function Check({
  label,
  checked,
  note,
  onChange,
}: {
  label: string
  checked: boolean
  note: string
  onChange: (checked: boolean) => void
}) {
  return (
    <label className="flex items-center gap-2">
      <span className="w-[92px] shrink-0 text-quiet">{label}</span>
      <input
        type="checkbox"
        aria-label={label}
        className="accent-(--accent)"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      <span className="text-[12px] text-quiet">{note}</span>
    </label>
  )
}

const FIRST_LINE = '1px solid currentcolor'

function Separator({ look, onWish }: Part) {
  const { separator } = look
  const { draft, bad, input } = useDraft({
    value: separator,
    refuses: (text) => text !== '' && !CSS.supports('border-left', text),
    onCommit: (next) => next !== separator && onWish({ separator: next }, next === '' ? 'No lines' : `Lines ${next}`),
  })
  return (
    <div className="flex flex-col gap-1">
      <div className="flex items-center gap-2">
        <span className="w-[92px] shrink-0 text-quiet">Lines between</span>
        <input
          type="checkbox"
          aria-label="Lines between items"
          className="accent-(--accent)"
          checked={separator !== ''}
          onChange={(event) =>
            onWish(
              { separator: event.target.checked ? FIRST_LINE : '' },
              event.target.checked ? 'Lines between' : 'No lines',
            )
          }
        />
        {separator !== '' && (
          <input aria-label="Line between items" className="field min-w-0 flex-1 font-mono text-[12px]" {...input} />
        )}
      </div>
      {bad && <p className="text-[12px] text-alarm">“{draft}” is no line. Try 1px solid #cccccc.</p>}
    </div>
  )
}
