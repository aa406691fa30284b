'use client'
import { useId, useMemo } from 'react'
import {
  boxOf,
  changeAlike,
  changeBox,
  columnsOf,
  rename,
  setColumn,
  setSetting,
  setValue,
  spotOf,
} from '../../../../core/plan/edit-plan.ts'
import {
  boxesAmong,
  PLAN_ELEMENTS,
  planSelector,
  type NamedBy,
  type PlanBox,
  type PlanElement,
  type PlanItem,
  type PlanProperty,
  type Setting,
} from '../../../../core/plan/plan.ts'
import { selectorsOf } from '../../../../core/edit/rules-naming.ts'
import { topStyleRules } from '../../../../core/sheet/walk.ts'
import { Choice } from '../../../controls/choice.tsx'
import { ColorField } from '../../../controls/color-field.tsx'
import { Group } from '../../../controls/parts.tsx'
import { useDraft } from '../../../controls/use-draft.ts'
import { settledSheetText } from '../../../state/document.ts'
import { useInsights, useRoom, useWorkroom } from '../../../state/context.tsx'
import { sheetOf } from '../../../state/texts.ts'
import { askOnce } from '../../../state/use-answer.ts'
import { Row } from './plan-place.tsx'

const SETTING_WORDS: Readonly<Record<Setting, string>> = {
  stacked: 'one under another',
  row: 'in a row (flex)',
  columns: 'in columns (grid)',
  floats: 'beside each other (floats)',
}

/** What a chosen box of the plan is like. */
export function BoxFields({ chosen, items }: { chosen: string; items: readonly PlanItem[] }) {
  const changePlan = useRoom((state) => state.changePlan)
  const box = boxOf(items, chosen)
  if (!box) return <ContentWords chosen={chosen} />
  const set = (property: PlanProperty) => (value: string) => changePlan((now) => setValue(now, chosen, property, value))
  const text = (label: string, property: PlanProperty, example: string) => (
    <PlanText
      label={label}
      property={property}
      value={box.values[property]}
      example={example}
      onCommit={set(property)}
    />
  )
  return (
    <Group title={`Box ${box.name === '' ? 'without a name' : planSelector(box)}`}>
      {box.element !== 'body' && <Naming box={box} />}
      <Width box={box} items={items} onWidth={set('width')} />
      {text('Height', 'height', '15vh')}
      {text('Padding', 'padding', '10px 20px')}
      {text('Margin', 'margin', '0 auto')}
      <ColorField
        label="Background"
        value={box.values['background-color']}
        onPreview={() => undefined}
        onCommit={set('background-color')}
        onClear={() => set('background-color')('')}
      />
      <Row label="Boxes in it">
        <Choice
          label="How the boxes in it stand"
          className="min-w-0 flex-1"
          value={box.setting}
          options={Object.entries(SETTING_WORDS).map(([value, label]) => ({ value, label }))}
          onChange={(setting) => changePlan((now) => setSetting(now, chosen, setting as Setting))}
        />
      </Row>
      {box.setting === 'columns' && (
        <PlanText
          label="Columns"
          property="grid-template-columns"
          value={box.columns}
          example="200px 1fr"
          onCommit={(columns) => changePlan((now) => changeAlike(now, chosen, (each) => ({ ...each, columns })))}
        />
      )}
      {(box.setting === 'row' || box.setting === 'columns') && text('Gap', 'gap', '20px')}
    </Group>
  )
}

function ContentWords({ chosen }: { chosen: string }) {
  if (!chosen.startsWith('c')) return null
  return (
    <Group title="Content">
      <p className="text-quiet">This stands there already. It stays as it is, and moves with its box.</p>
    </Group>
  )
}

/** In columns the column is as wide as it is told, and the box fills it. */
function Width({
  box,
  items,
  onWidth,
}: {
  box: PlanBox
  items: readonly PlanItem[]
  onWidth: (value: string) => void
}) {
  const changePlan = useRoom((state) => state.changePlan)
  const around = spotOf(items, box.key)?.around
  const holder = around ? boxOf(items, around) : null
  const boxes = holder?.setting === 'columns' ? boxesAmong(holder.items) : []
  const tracks = holder && boxes.length > 0 ? columnsOf(holder.columns, boxes.length) : null
  if (!tracks)
    return <PlanText label="Width" property="width" value={box.values.width} example="25%" onCommit={onWidth} />
  return (
    <PlanText
      label="Column"
      property="grid-template-columns"
      value={tracks[boxes.findIndex(({ key }) => key === box.key)]!}
      example="1fr"
      onCommit={(value) => value !== '' && changePlan((now) => setColumn(now, box.key, value))}
    />
  )
}

function Naming({ box }: { box: PlanBox }) {
  const workroom = useWorkroom()
  const changePlan = useRoom((state) => state.changePlan)
  const list = useId()
  const known = useKnownNames(box.by)
  const name = async (named: Pick<PlanBox, 'by' | 'name' | 'element'>) => {
    const isKnown = known.includes(named.name)
    const said = isKnown ? await askOnce(workroom, 'planSaid', { selector: planSelector(named) }) : null
    changePlan((now) => rename(now, box.key, named, said))
  }
  const { input } = useDraft({
    value: box.name,
    refuses: () => false,
    onCommit: (next) => void name({ by: box.by, name: next, element: box.element }),
  })
  return (
    <>
      <Row label="Element">
        <Choice
          label="Element of the box"
          mono
          className="min-w-0 flex-1"
          value={box.element}
          options={PLAN_ELEMENTS.map((each) => ({ value: each, label: each }))}
          onChange={(element) =>
            changePlan((now) =>
              changeBox(now, box.key, (each) => ({
                ...each,
                element: element as PlanElement,
                name: each.by === 'element' ? element : each.name,
              })),
            )
          }
        />
      </Row>
      <Row label="Name">
        <Choice
          label="Named by"
          className="w-[84px]"
          value={box.by}
          options={[
            { value: 'class', label: 'class' },
            { value: 'id', label: 'id' },
            ...(box.by === 'element' ? [{ value: 'element', label: 'element' }] : []),
          ]}
          onChange={(by) =>
            void name({ by: by as NamedBy, name: by === 'element' ? box.element : box.name, element: box.element })
          }
        />
        <input
          aria-label="Name of the box"
          list={list}
          className="field min-w-0 flex-1 font-mono text-[12px]"
          disabled={box.by === 'element'}
          autoComplete="off"
          {...input}
        />
        <datalist id={list}>
          {known.map((each) => (
            <option key={each} value={each} />
          ))}
        </datalist>
      </Row>
      {box.by === 'id' && <p className="pl-[100px] text-[12px] text-quiet">An id is there once a page.</p>}
    </>
  )
}

/** Names that pages or sheet have already. */
function useKnownNames(by: NamedBy): readonly string[] {
  const targets = useInsights((insights) => insights.boxTargets)
  const text = useRoom(settledSheetText)
  return useMemo(() => {
    const sign = by === 'id' ? '#' : '.'
    const selectors = [
      ...targets.map(({ selector }) => selector),
      ...topStyleRules(sheetOf(text)).flatMap((rule) => selectorsOf(rule)),
    ]
    const named = selectors.filter((selector) => selector.startsWith(sign) && /^.[\w-]+$/.test(selector))
    return [...new Set(named.map((selector) => selector.slice(1)))].sort()
  }, [by, targets, text])
}

/** A value of a box, written by hand. */
function PlanText({
  label,
  property,
  value,
  example,
  onCommit,
}: {
  label: string
  property: string
  value: string
  example: string
  onCommit: (value: string) => void
}) {
  const id = useId()
  const { draft, bad, input } = useDraft({
    value,
    refuses: (text) => !CSS.supports(property, text),
    onCommit: (next) => next !== value && onCommit(next),
  })
  return (
    <div>
      <Row label={label}>
        <input
          aria-label={`${label} of the box`}
          aria-describedby={bad ? id : undefined}
          className="field min-w-0 flex-1 font-mono text-[12px]"
          placeholder={`not set, say ${example}`}
          {...input}
        />
      </Row>
      {bad && (
        <p id={id} className="mt-1 text-[12px] text-alarm">
          “{draft}” is no {label.toLowerCase()}. Try {example}.
        </p>
      )}
    </div>
  )
}
