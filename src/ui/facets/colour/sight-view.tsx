'use client'
import { settledSheets } from '../../state/sheets.ts'
import { useMemo } from 'react'
import { collapses } from '../../../core/color/collapse.ts'
import { resolveColorAmong } from '../../../core/color/resolve.ts'
import { swatchesAmong } from '../../../core/color/swatches.ts'
import { VISIONS, type Vision } from '../../../core/color/vision.ts'
import { useRoom } from '../../state/context.tsx'
import { Group } from '../../controls/parts.tsx'

/** What each way of seeing is, in a sentence. How common it is: common practice, for people of European descent. */
const WORDS: Readonly<Record<Vision, string>> = {
  protanopia: 'No red cones: red looks dark, red and green alike. About 1 man in 100.',
  deuteranopia: 'No green cones: red and green look alike. About 1 man in 100; a weaker form, 5 in 100.',
  tritanopia: 'No blue cones: blue and green look alike, yellow and pink too. Very rare.',
  achromatopsia: 'No colours at all, only light and dark. Very rare.',
  greyscale: 'As a grey print or an ink screen shows it.',
}
const name = (vision: Vision | null) => (vision === null ? 'As it is' : vision[0]!.toUpperCase() + vision.slice(1))

/** The lineup through other eyes, and the swatches that are no longer told apart. */
export function SightView() {
  const vision = useRoom((state) => state.vision)
  const set = useRoom((state) => state.set)
  const settled = useRoom(settledSheets)
  const found = useMemo(() => {
    const colors = swatchesAmong(settled).flatMap(({ name: swatch, value }) => {
      const hex = resolveColorAmong(settled, value)
      return hex === null ? [] : [{ name: swatch, value: hex }]
    })
    return new Map(VISIONS.map((each) => [each, collapses(colors, each)]))
  }, [settled])
  return (
    <>
      <Group title="See all pages">
        <div role="radiogroup" aria-label="Way of seeing" className="flex flex-col gap-2">
          {[null, ...VISIONS].map((each) => {
            const pairs = each === null ? [] : found.get(each)!
            return (
              <label key={each ?? ''} className="flex cursor-pointer items-start gap-2.5">
                <input
                  type="radio"
                  name="vision"
                  className="mt-0.5 accent-(--accent)"
                  checked={vision === each}
                  onChange={() => set({ vision: each })}
                />
                <span className="min-w-0">
                  <span className={vision === each ? 'font-semibold' : ''}>{name(each)}</span>
                  {pairs.length > 0 && (
                    <span className="ml-2 text-[12px] text-alarm">
                      {pairs.length === 1 ? '1 pair collapses' : `${pairs.length} pairs collapse`}
                    </span>
                  )}
                  {each !== null && <span className="block text-[12px] text-quiet">{WORDS[each]}</span>}
                </span>
              </label>
            )
          })}
        </div>
      </Group>
      {VISIONS.filter((each) => vision === null || vision === each).map((each) => {
        const pairs = found.get(each)!
        if (pairs.length === 0) return null
        return (
          <Group key={each} title={`Collapse in ${each === 'greyscale' ? 'greyscale' : each}`}>
            <ul className="flex flex-col gap-2">
              {pairs.map(({ names, values, seen }) => (
                <li key={names.join()} className="flex items-center gap-2.5">
                  <Pair colors={values} />
                  <span aria-hidden className="text-quiet">
                    →
                  </span>
                  <Pair colors={seen} />
                  <span className="min-w-0 font-mono text-[12px]">
                    {names[0]}
                    <br />
                    {names[1]}
                  </span>
                </li>
              ))}
            </ul>
          </Group>
        )
      })}
      <p className="px-4 py-3 text-[12px] text-quiet">
        {[...found.values()].every((pairs) => pairs.length === 0)
          ? 'No two swatches collapse in any of them. '
          : 'Do not let colour alone tell such pairs apart: add a word, a line or a shape. '}
        Simulated after Machado, Oliveira and Fernandes (2009); real eyes differ.
      </p>
    </>
  )
}

function Pair({ colors }: { colors: readonly [string, string] }) {
  return (
    <span aria-hidden className="flex h-[30px] w-14 shrink-0 overflow-hidden rounded-[3px] border border-edge">
      {colors.map((color, at) => (
        <span key={at} className="flex-1" style={{ backgroundColor: color }} />
      ))}
    </span>
  )
}
