'use client'
import { docOfSheet, settledSheets } from '../../state/sheets.ts'
import { useState } from 'react'
import { decide, planEdit } from '../../../core/edit/decide.ts'
import type { SheetAt } from '../../../core/edit/sheets.ts'
import { editInTurn } from '../../../core/sheet/edit.ts'
import { diffTexts } from '../../../core/text/splice.ts'
import { RATIOS, scaledSize, SCALE_STEPS } from '../../../core/type/scale.ts'
import { heightFor, useViewport } from '../../state/viewport.ts'
import { useNotice, useRoom, useWorkroom } from '../../state/context.tsx'
import { useAnswer } from '../../state/use-answer.ts'
import { Group } from '../../controls/parts.tsx'

/** Sizes for all headings from a base and a ratio, or typed; shown on all pages before they are written. */
export function ScaleView() {
  const { store } = useWorkroom()
  const notice = useNotice()
  const settled = useRoom(settledSheets)
  const { width } = useViewport()
  const specimens = useAnswer('specimens', { viewport: { width, height: heightFor(width) } }, { keep: true })
  const body = specimens?.find(({ selector }) => selector === 'body')?.values
  const [base, setBase] = useState('1')
  const [ratio, setRatio] = useState(1.25)
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const [shown, setShown] = useState(false)
  const number = Number(base)
  const fault = number > 0 && number < 10 ? '' : 'The base is a number of rem above 0, such as 1 or 1.125.'
  const sizes = (own: Readonly<Record<string, string>>, of: number, by: number) =>
    SCALE_STEPS.map(([selector, step]) => [selector, own[selector]?.trim() || scaledSize(of, by, step)] as const)
  const wanted = sizes(typed, number, ratio)
  const bad = wanted.filter(([, size]) => !CSS.supports('font-size', size))
  const { path, sheet } = sheetWithSizes(settled)
  const plan = (each: typeof wanted) => {
    return diffTexts(
      sheet.text,
      editInTurn(
        sheet.text,
        each.map(
          ([selector, value]) =>
            (now) =>
              planEdit(now, { selector, property: 'font-size', value, scope: 'only' }),
        ),
      ),
    )
  }
  const preview = (own: Readonly<Record<string, string>>, of: number, by: number) => {
    const next = sizes(own, of, by)
    if (of > 0 && of < 10 && next.every(([, size]) => CSS.supports('font-size', size)))
      store.getState().showPreview(plan(next), docOfSheet(store.getState(), path))
    setShown(true)
  }
  const apply = () => {
    const state = store.getState()
    setShown(false)
    if (
      state.edit({
        label: `Sizes on a scale of ${Math.round(ratio * 1000) / 1000}`,
        texts: [{ doc: docOfSheet(state, path), splices: plan(wanted) }],
      })
    )
      notice(`${wanted.length} sizes written.`)
  }
  const cancel = () => {
    setShown(false)
    setTyped({})
    store.getState().showPreview(null)
  }
  return (
    <Group title="A scale">
      <label className="flex items-center gap-2">
        <span className="w-[92px] shrink-0 text-quiet">Base</span>
        <input
          aria-label="Base in rem"
          inputMode="decimal"
          aria-invalid={fault !== ''}
          className="field w-16 text-right font-mono text-[12px]"
          value={base}
          onChange={(event) => {
            setBase(event.target.value)
            preview(typed, Number(event.target.value), ratio)
          }}
        />
        rem
        {body && (
          <span className="text-[12px] text-quiet">
            base text is {Math.round(parseFloat(body['font-size']!) * 10) / 10} px
          </span>
        )}
      </label>
      {fault && <p className="text-[12px] text-alarm">{fault}</p>}
      <label className="flex items-center gap-2">
        <span className="w-[92px] shrink-0 text-quiet">Ratio</span>
        <select
          aria-label="Ratio"
          className="field min-w-0 flex-1 px-1"
          value={ratio}
          onChange={(event) => {
            setRatio(Number(event.target.value))
            preview(typed, number, Number(event.target.value))
          }}
        >
          {RATIOS.map(([name, value]) => (
            <option key={name} value={value}>
              {Math.round(value * 1000) / 1000}, {name}
            </option>
          ))}
          {!RATIOS.some(([, value]) => value === ratio) && <option value={ratio}>{ratio}</option>}
        </select>
        <input
          type="range"
          aria-label="Ratio, drag"
          min={1.05}
          max={1.7}
          step={0.01}
          className="w-20"
          value={ratio}
          onChange={(event) => {
            setRatio(Number(event.target.value))
            preview(typed, number, Number(event.target.value))
          }}
        />
      </label>
      <table className="w-full">
        <thead>
          <tr className="text-left text-[12px] text-quiet">
            <th className="font-normal">role</th>
            <th className="text-right font-normal">now</th>
            <th className="text-right font-normal">then</th>
            <th className="pl-3 font-normal">or typed</th>
          </tr>
        </thead>
        <tbody>
          {wanted.map(([selector, size]) => {
            const now = specimens?.find((each) => each.selector === selector)?.values?.['font-size']
            const rem = /^([\d.]+)rem$/.exec(size)
            return (
              <tr key={selector} className="border-t border-line">
                <td className="py-1 font-mono text-[12px]">{selector}</td>
                <td className="whitespace-nowrap text-right text-quiet">
                  {now ? `${Math.round(parseFloat(now) * 10) / 10} px` : '–'}
                </td>
                <td className="whitespace-nowrap pl-2 text-right">
                  {rem ? `${Math.round(Number(rem[1]) * 160) / 10} px` : size}
                </td>
                <td className="w-28 pl-3">
                  <input
                    aria-label={`Size of ${selector}`}
                    aria-invalid={bad.some(([each]) => each === selector)}
                    spellCheck={false}
                    placeholder={scaledSize(
                      number > 0 ? number : 1,
                      ratio,
                      SCALE_STEPS.find(([each]) => each === selector)![1],
                    )}
                    className="field h-7 w-full px-1.5 font-mono text-[12px]"
                    value={typed[selector] ?? ''}
                    onChange={(event) => {
                      const next = { ...typed, [selector]: event.target.value }
                      setTyped(next)
                      preview(next, number, ratio)
                    }}
                  />
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      {bad.length > 0 && (
        <p className="text-[12px] text-alarm">
          font-size does not take “{bad[0]![1]}”. Try 1.5rem, 24px or clamp(1rem, 2vw, 2rem).
        </p>
      )}
      <p className="flex items-center gap-2">
        <button type="button" className="btn btn-main" disabled={fault !== '' || bad.length > 0} onClick={apply}>
          Write the sizes
        </button>
        {shown && (
          <button type="button" className="btn" onClick={cancel}>
            Cancel
          </button>
        )}
      </p>
      <p className="text-[12px] text-quiet">
        Shown on all pages at once; one step when written. Headings that share a rule get rules of their own.
      </p>
    </Group>
  )
}

/** Where a scale is written: in the one stylesheet that sets sizes of its steps; where several do, in the sheet, which comes last. */
function sheetWithSizes(sheets: readonly SheetAt[]): SheetAt {
  const sized = sheets.filter(({ sheet }) => SCALE_STEPS.some(([selector]) => decide(sheet, selector, 'font-size')))
  return sized.length === 1 ? sized[0]! : sheets.at(-1)!
}
