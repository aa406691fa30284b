import { finderOf } from './named.ts'

/** Px of a unit: boxes whose widths are asked for in em are seldom set in text of more than 20 px (common practice). */
const PX: Readonly<Record<string, number>> = {
  px: 1,
  em: 20,
  rem: 20,
  ch: 20,
  ex: 20,
  pt: 4 / 3,
  pc: 16,
  in: 96,
  cm: 38,
  mm: 3.8,
}

/** Whether a value may come to more px than these; what is computed from others may. */
function mayExceed(value: string, px: number): boolean {
  if (/var\(|calc\(|max\(|clamp\(|attr\(/i.test(value)) return true
  return [...value.matchAll(/(?<![\d.])([\d.]+)([a-z]+)/gi)].some(
    ([, number, unit]) => Number(number) * (PX[unit!.toLowerCase()] ?? 0) > px,
  )
}

const isWidth = (property: string) => /^(?:min-)?(?:width|inline-size)$/.test(property)

/** Of a narrow phone, px (common practice). */
export const PHONE = 360

/** Elements of a page that something says may be wider than a phone. */
export const maybeWide = finderOf(({ property, value }) => isWidth(property) && mayExceed(value, PHONE))
