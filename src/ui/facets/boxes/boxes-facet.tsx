'use client'
import { BoxChoice } from './box-choice.tsx'
import { Borders } from './borders.tsx'
import { Corners } from './corners.tsx'
import { Children, Layout } from './layout.tsx'
import { Member } from './member.tsx'
import { SizeWords } from './size-words.tsx'
import { useViewport } from '../../state/viewport.ts'
import { useAnswer } from '../../state/use-answer.ts'
import { MeasureLine } from './measure-line.tsx'
import { Shares } from './shares.tsx'
import { Shadows } from './shadows.tsx'
import { Sides } from '../../controls/sides.tsx'
import { TextField } from '../../controls/text-field.tsx'
import { ColorRow } from '../../controls/color-row.tsx'
import { SizeField } from '../../controls/size-field.tsx'
import { Where } from '../../controls/where.tsx'
import { useInsights, useRoom } from '../../state/context.tsx'
import { Group, Rivals } from '../../controls/parts.tsx'
import { useComputed, useField, useRivals } from '../../controls/use-field.ts'

const PROPERTIES =
  'width max-width min-width height min-height max-height padding-top padding-right padding-bottom padding-left margin-top margin-right margin-bottom margin-left border-top-width border-top-style border-top-color border-top-left-radius border-top-right-radius border-bottom-right-radius border-bottom-left-radius background-color color display float clear position overflow-x box-sizing flex-direction flex-wrap justify-content align-items column-gap align-self justify-self'

/** Width, padding, margin, border and background of the boxes that pages are made of. */
export function BoxesFacet() {
  const targets = useInsights((insights) => insights.boxTargets)
  const wanted = useRoom((state) => state.box)
  const set = useRoom((state) => state.set)
  const setSelector = (box: string) => set({ box })
  const present = targets.filter((target) => target.count > 0)
  // A site without a main shows the first box that is there.
  const first = present.find((target) => target.selector === 'main') ?? present[0]
  const selector = wanted ?? first?.selector ?? 'body'
  const chosen = targets.find((target) => target.selector === selector)
  return (
    <>
      <BoxChoice value={selector} targets={present} onChange={setSelector} />
      {chosen && chosen.count === 0 ? (
        <p className="px-4 py-3.5 text-quiet">
          No page has a <code className="font-mono">{selector}</code>.
        </p>
      ) : (
        <>
          <MeasureLine selector={selector} onChoose={setSelector} />
          <Shares selector={selector} />
          <Box key={selector} selector={selector} />
        </>
      )}
    </>
  )
}

function Box({ selector }: { selector: string }) {
  const computed = useComputed(selector, PROPERTIES)
  const rivals = useRivals(selector, 'width max-width padding margin border background-color')
  const width = useField(selector, 'width', 'width')
  const most = useField(selector, 'max-width', 'max-width')
  const least = useField(selector, 'min-width', 'min-width')
  const height = useField(selector, 'height', 'height')
  const leastHeight = useField(selector, 'min-height', 'min-height')
  const mostHeight = useField(selector, 'max-height', 'max-height')
  const ratio = useField(selector, 'aspect-ratio', 'ratio')
  const background = useField(selector, 'background-color', 'background')
  const seen = computed.values
  const { width: across } = useViewport()
  const page = useRoom((state) => state.closeUp)
  const sizes = useAnswer('boxSizes', { selector, page, width: across }, { keep: true }) ?? null
  const size = (field: typeof width, label: string, top: number) => (
    <div className="flex flex-col gap-1">
      <SizeField
        label={label}
        property={field.property}
        unit="px"
        least={0}
        most={top}
        example="960px, 60em or 85%"
        value={field.value}
        computed={seen[field.property]}
        onPreview={field.preview}
        onCommit={field.commit}
        onClear={field.clear}
      />
      <div className="pl-[100px]">
        <SizeWords value={field.value} property={field.property} sizes={sizes} />
        <Where field={field} />
      </div>
    </div>
  )
  return (
    <>
      <Group title="Size">
        {size(width, 'Width', 1280)}
        {size(most, 'Max width', 1600)}
        <details>
          <summary className="cursor-pointer text-quiet">Least width, heights and ratio</summary>
          <div className="mt-2 flex flex-col gap-3">
            {size(least, 'Min width', 800)}
            {size(height, 'Height', 800)}
            {size(leastHeight, 'Min height', 800)}
            {size(mostHeight, 'Max height', 800)}
            <TextField label="Ratio" field={ratio} example="16 / 9" />
          </div>
        </details>
      </Group>
      <Sides selector={selector} property="padding" title="Padding, inside the edge" top={120} seen={seen} />
      <Sides selector={selector} property="margin" title="Margin, outside the edge" top={120} seen={seen} />
      <Borders selector={selector} seen={seen} />
      <Corners selector={selector} seen={seen} />
      <Shadows selector={selector} seen={seen} />
      <Layout selector={selector} seen={seen} />
      {sizes && sizes.setBy !== 'flow' && <Member selector={selector} setBy={sizes.setBy} seen={seen} />}
      <Children selector={selector} seen={seen} />
      <Group title="Background">
        <ColorRow label="Colour" field={background} computed={seen['background-color']} />
      </Group>
      <Rivals rivals={rivals} />
    </>
  )
}
