import { splitAtCommas } from '../css/tokens.ts'

/** An easing function (CSS Easing 2, section 2), as it is computed with. */
export type Easing =
  | {
      readonly kind: 'cubic-bezier'
      readonly x1: number
      readonly y1: number
      readonly x2: number
      readonly y2: number
    }
  | { readonly kind: 'steps'; readonly count: number; readonly jump: Jump }
  | { readonly kind: 'linear'; readonly points: readonly EasingPoint[] }

/** A control point of `linear()`: progress in, progress out; both 1 for the end. */
export interface EasingPoint {
  readonly input: number
  readonly output: number
}

export const JUMPS = ['jump-start', 'jump-end', 'jump-none', 'jump-both'] as const
export type Jump = (typeof JUMPS)[number]

const bezier = (x1: number, y1: number, x2: number, y2: number): Easing => ({ kind: 'cubic-bezier', x1, y1, x2, y2 })

/** The named curves of the standard (CSS Easing 2, sections 2.1 to 2.3). */
export const NAMED_EASINGS: Readonly<Record<string, Easing>> = {
  linear: {
    kind: 'linear',
    points: [
      { input: 0, output: 0 },
      { input: 1, output: 1 },
    ],
  },
  ease: bezier(0.25, 0.1, 0.25, 1),
  'ease-in': bezier(0.42, 0, 1, 1),
  'ease-out': bezier(0, 0, 0.58, 1),
  'ease-in-out': bezier(0.42, 0, 0.58, 1),
  'step-start': { kind: 'steps', count: 1, jump: 'jump-start' },
  'step-end': { kind: 'steps', count: 1, jump: 'jump-end' },
}

/** Reads an easing function; null for what is none, such as a cubic-bezier() whose x leaves 0 to 1. */
export function readEasing(text: string): Easing | null {
  const trimmed = text.trim().toLowerCase()
  const named = NAMED_EASINGS[trimmed]
  if (named) return named
  const call = /^(cubic-bezier|steps|linear)\((.*)\)$/s.exec(trimmed)
  if (!call) return null
  const args = splitAtCommas(call[2]!).map((part) => part.text.trim())
  if (call[1] === 'cubic-bezier') return readBezier(args)
  return call[1] === 'steps' ? readSteps(args) : readLinear(args)
}

const NUMBER = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?$/

function readBezier(args: readonly string[]): Easing | null {
  if (args.length !== 4 || !args.every((each) => NUMBER.test(each))) return null
  const [x1, y1, x2, y2] = args.map(Number) as [number, number, number, number]
  return [x1, x2].every((x) => x >= 0 && x <= 1) ? bezier(x1, y1, x2, y2) : null
}

function readSteps([number = '', jump = 'end', ...more]: readonly string[]): Easing | null {
  const full = jump === 'start' ? 'jump-start' : jump === 'end' ? 'jump-end' : jump
  const count = Number(number)
  if (more.length > 0 || !/^[+]?\d+$/.test(number) || !(JUMPS as readonly string[]).includes(full)) return null
  return count >= (full === 'jump-none' ? 2 : 1) ? { kind: 'steps', count, jump: full as Jump } : null
}

/** A point as written: percentages may be left out, and one output may hold between two of them. */
function readLinear(args: readonly string[]): Easing | null {
  const written: { input: number | null; output: number }[] = []
  for (const arg of args) {
    const parts = arg.split(/\s+/)
    const outputs = parts.filter((part) => NUMBER.test(part))
    const inputs = parts.filter((part) => part.endsWith('%') && NUMBER.test(part.slice(0, -1)))
    if (outputs.length !== 1 || inputs.length > 2 || outputs.length + inputs.length !== parts.length) return null
    const output = Number(outputs[0])
    if (inputs.length === 0) written.push({ input: null, output })
    for (const each of inputs) written.push({ input: Number(each.slice(0, -1)) / 100, output })
  }
  return written.length >= 2 ? { kind: 'linear', points: spread(written) } : null
}

/** Gives points without a place theirs (CSS Easing 2, section 2.1.1): never before those in front, evenly between those that have one. */
function spread(written: readonly { readonly input: number | null; readonly output: number }[]): EasingPoint[] {
  const inputs = written.map(({ input }) => input)
  inputs[0] ??= 0
  inputs[inputs.length - 1] ??= 1
  let most = -Infinity
  for (const [at, input] of inputs.entries()) if (input !== null) inputs[at] = most = Math.max(most, input)
  for (let at = 1; at < inputs.length; at++) {
    if (inputs[at] !== null) continue
    const next = inputs.findIndex((input, index) => index > at && input !== null)
    const from = inputs[at - 1]!
    inputs[at] = from + (inputs[next]! - from) / (next - at + 1)
  }
  return written.map(({ output }, at) => ({ input: inputs[at]!, output }))
}

/** How far a change has come at a share of its time, from 0 to 1; curves may leave that range. */
export function progressOf(easing: Easing, time: number): number {
  switch (easing.kind) {
    case 'linear':
      return alongPoints(easing.points, time)
    case 'steps':
      return alongSteps(easing, time)
    case 'cubic-bezier':
      return alongBezier(easing, time)
  }
}

/** Output of `linear()` (CSS Easing 2, section 2.1.2): straight between the two points around; the last pair goes on beyond the ends. */
function alongPoints(points: readonly EasingPoint[], time: number): number {
  let at = points.findLastIndex(({ input }) => input <= time)
  at = Math.min(Math.max(0, at), points.length - 2)
  const [a, b] = [points[at]!, points[at + 1]!]
  if (a.input === b.input) return time < a.input ? a.output : b.output
  return a.output + ((b.output - a.output) * (time - a.input)) / (b.input - a.input)
}

/** Output of `steps()` (CSS Easing 2, section 2.3.1). */
function alongSteps({ count, jump }: Extract<Easing, { kind: 'steps' }>, time: number): number {
  let step = Math.floor(time * count + 1e-9)
  if (jump === 'jump-start' || jump === 'jump-both') step++
  const jumps = jump === 'jump-none' ? count - 1 : jump === 'jump-both' ? count + 1 : count
  if (time >= 0 && step < 0) step = 0
  if (time <= 1 && step > jumps) step = jumps
  return step / jumps
}

/** Close enough that no screen shows the difference. */
const NEAR = 1e-7
const HALVINGS = 60

/** Output of a cubic Bézier curve from (0, 0) to (1, 1) (CSS Easing 2, section 2.2.1); beyond its ends it goes on straight. */
function alongBezier({ x1, y1, x2, y2 }: Extract<Easing, { kind: 'cubic-bezier' }>, time: number): number {
  const curve = (a: number, b: number, s: number) => 3 * a * s * (1 - s) ** 2 + 3 * b * s ** 2 * (1 - s) + s ** 3
  if (time < 0) return time * (x1 > 0 ? y1 / x1 : y1 === 0 && x2 > 0 ? y2 / x2 : 0)
  if (time > 1) return 1 + (time - 1) * (x2 < 1 ? (1 - y2) / (1 - x2) : y2 === 1 && x1 < 1 ? (1 - y1) / (1 - x1) : 0)
  // x only ever grows with s, so halving finds it.
  let [low, high] = [0, 1]
  for (let round = 0; round < HALVINGS; round++) {
    const s = (low + high) / 2
    const x = curve(x1, x2, s)
    if (Math.abs(x - time) < NEAR) return curve(y1, y2, s)
    if (x < time) low = s
    else high = s
  }
  return curve(y1, y2, (low + high) / 2)
}

/** An easing function as CSS writes it, the shorter name where it has one. */
export function writeEasing(easing: Easing): string {
  const named = Object.entries(NAMED_EASINGS).find(([, each]) => JSON.stringify(each) === JSON.stringify(easing))
  if (named) return named[0]
  const short = (value: number) => String(Math.round(value * 1000) / 1000)
  if (easing.kind === 'steps') return `steps(${easing.count}, ${easing.jump})`
  if (easing.kind === 'cubic-bezier')
    return `cubic-bezier(${[easing.x1, easing.y1, easing.x2, easing.y2].map(short).join(', ')})`
  return `linear(${easing.points.map(({ input, output }) => `${short(output)} ${short(input * 100)}%`).join(', ')})`
}
