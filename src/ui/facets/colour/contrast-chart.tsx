'use client'
import { BarController, BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip } from 'chart.js'
import { useEffect, useRef } from 'react'
import type { ContrastPair } from '../../../core/contrast/pairs.ts'
import { count } from '../../words.ts'
import { useTheme } from '../../state/theme.ts'

Chart.defaults.font.family = '"Public Sans Variable", system-ui, sans-serif'
Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip, Legend)

/** Where the bars begin; the thresholds of WCAG 2.2 are among them. */
const FROM = [1, 2, 3, 4.5, 7, 10, 14]

/** How many elements have which contrast; those that do not pass apart. */
export function ContrastChart({ pairs }: { pairs: readonly ContrastPair[] }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { theme } = useTheme()
  const sums = FROM.map((from, at) => {
    const within = pairs.filter(({ ratio }) => ratio !== null && ratio >= from && ratio < (FROM[at + 1] ?? 22))
    const sum = (passes: boolean) =>
      within.filter((pair) => pair.passes === passes).reduce((total, { elements }) => total + elements, 0)
    return { pass: sum(true), fail: sum(false) }
  })
  const key = JSON.stringify(sums)
  useEffect(() => {
    const bars = JSON.parse(key) as typeof sums
    const style = getComputedStyle(document.documentElement)
    const [ink, line, accent, alarm] = ['--ink', '--line', '--accent', '--alarm'].map((name) =>
      style.getPropertyValue(name),
    ) as [string, string, string, string]
    const chart = new Chart(canvas.current!, {
      type: 'bar',
      data: {
        labels: FROM.map((from, at) => (FROM[at + 1] ? `${from}–${FROM[at + 1]}` : `${from}+`)),
        datasets: [
          { label: 'passes', data: bars.map(({ pass }) => pass), backgroundColor: accent },
          { label: 'does not pass', data: bars.map(({ fail }) => fail), backgroundColor: alarm },
        ],
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        color: ink,
        scales: {
          x: {
            stacked: true,
            grid: { display: false },
            ticks: { color: ink, font: { size: 10 }, maxRotation: 0, autoSkip: false },
            title: { display: true, text: 'contrast ratio', color: ink, font: { size: 11 } },
          },
          y: {
            stacked: true,
            grid: { color: line },
            ticks: { color: ink, maxTicksLimit: 4, precision: 0 },
            title: { display: true, text: 'elements', color: ink, font: { size: 11 } },
          },
        },
        plugins: {
          legend: {
            display: bars.some(({ fail }) => fail > 0),
            position: 'bottom',
            labels: { color: ink, boxWidth: 10, boxHeight: 10, font: { size: 11 } },
          },
        },
      },
    })
    return () => chart.destroy()
  }, [key, theme])
  const said = sums.flatMap(({ pass, fail }, at) =>
    pass + fail === 0
      ? []
      : [
          `ratio ${FROM[at]}${FROM[at + 1] ? ` to ${FROM[at + 1]}` : ' and more'}: ${count(pass + fail, 'element')}${fail > 0 ? `, ${fail} of them do not pass` : ''}`,
        ],
  )
  return (
    <div className="h-[170px]">
      <canvas ref={canvas} role="img" aria-label={`Contrast of all elements. ${said.join('; ')}`} />
    </div>
  )
}
