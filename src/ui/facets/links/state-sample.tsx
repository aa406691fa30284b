'use client'
import type { CSSProperties } from 'react'
import type { Mark } from '../../../core/contrast/marked-off.ts'
import { NEEDS } from '../../../core/color/contrast.ts'
import type { Beside, ProvedState } from '../../../core/links/state-proof.ts'
import { listed } from '../../words.ts'

/** What the columns of a proof are called beside their selectors. */
export const WHEN = {
  link: 'not yet visited',
  visited: 'been there',
  hover: 'pointer on it',
  'focus-visible': 'reached by keyboard',
  active: 'being pressed',
  current: 'leads to its page',
} as const

/** Whether nothing that is said for a state shows in it. */
export const isCrossedOut = ({ unreachable, differs }: ProvedState) => unreachable.length > 0 && !differs

/** A link of the site in one state, as a browser shows it, on what it stands on. */
export function StateSample({
  proved,
  words,
  className = '',
}: {
  proved: ProvedState
  words: string
  className?: string
}) {
  const { values, ground } = proved
  return (
    <span
      data-proof
      className={`relative flex min-w-0 items-center gap-2 overflow-hidden ${ground === null ? 'weave' : ''} ${className}`}
      style={ground === null ? {} : { background: ground }}
    >
      <span aria-hidden className="min-w-0 truncate text-[15px]" style={sampleStyle(values)}>
        {words || 'a picture'}
      </span>
      {isCrossedOut(proved) && <Cross />}
    </span>
  )
}

/** Two lines from corner to corner: nothing of the state shows. */
function Cross() {
  return (
    <svg aria-hidden className="absolute inset-0 size-full text-alarm" preserveAspectRatio="none" viewBox="0 0 100 100">
      {[
        [0, 100],
        [100, 0],
      ].map(([from, to]) => (
        <line
          key={from}
          x1={from}
          x2={to}
          y1={0}
          y2={100}
          stroke="currentColor"
          strokeWidth={1.5}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  )
}

/** Sizes that would burst a sample, px. */
const MOST_PADDING = 10

/** Computed values as React takes them. Pictures of the page are not at hand here; gradients are. */
export function sampleStyle(values: Readonly<Record<string, string>>): CSSProperties {
  return Object.fromEntries(
    Object.entries(values)
      .filter(([name, value]) => name !== 'background-image' || !value.includes('url('))
      .map(([name, value]) => [
        name.replace(/-(.)/g, (_, letter: string) => letter.toUpperCase()),
        name.startsWith('padding') ? `${Math.min(MOST_PADDING, parseFloat(value) || 0)}px` : value,
      ]),
  )
}

const MARKS: Readonly<Record<Mark, string>> = {
  line: 'a line',
  edge: 'an edge below',
  weight: 'its weight',
  slant: 'its slant',
  box: 'a box',
}

/** What tells a link from the text around it, in words. */
export function besideWords({ marks, ratio }: Beside): string {
  const contrast = ratio === null ? '' : `${ratio.toFixed(2)} to the text`
  const told = marks.length > 0 ? `told by ${listed(marks.map((mark) => MARKS[mark]))}` : 'told by colour alone'
  return contrast === '' ? told : `${told}; ${contrast}`
}

/** Whether a link can hardly be told from the text around it (technique G183 of WCAG 2.2). */
export const isLostInText = ({ marks, ratio }: Beside) =>
  marks.length === 0 && ratio !== null && ratio < NEEDS.linkBesideText

/** Contrast with what it is seen on. */
export function Contrast({ contrast }: Pick<ProvedState, 'contrast'>) {
  if (contrast === null) return null
  return (
    <span
      className={`tabular-nums ${contrast < NEEDS.text ? 'font-semibold text-alarm' : ''}`}
      title={`Contrast with what it is seen on; ${NEEDS.text} is the least for text`}
    >
      {contrast.toFixed(2)} : 1
    </span>
  )
}

/** What of a state does not show, and why. */
export function Lost({ proved: { unreachable } }: { proved: ProvedState }) {
  const [lost, ...more] = unreachable
  if (!lost) return null
  return (
    <span className="block text-[11px] text-alarm" title={`${lost.file} line ${lost.line}`}>
      <s className="font-mono">{lost.property}</s> of <code className="font-mono">{lost.selector}</code>, line{' '}
      {lost.line}: {lost.reason}
      {more.length > 0 && ` So it is with ${listed([...new Set(more.map(({ property }) => property))])}.`}
    </span>
  )
}
