'use client'
import { BarController, BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip } from 'chart.js'
import { useEffect, useRef } from 'react'
import { WEIGHT_KINDS, type PageWeight } from '../../../core/site/weights.ts'
import { weight } from '../../words.ts'
import { useTheme } from '../../state/theme.ts'

Chart.defaults.font.family = '"Public Sans Variable", system-ui, sans-serif'
Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip, Legend)

/** Greys that can be told apart in both themes, and the accent for what mostly weighs most. */
const SHADES: Readonly<Record<(typeof WEIGHT_KINDS)[number], readonly [light: string, dark: string]>> = {
  markup: ['#3a3a3a', '#ededed'],
  sheets: ['#7a7a7a', '#b5b5b5'],
  images: ['#00705f', '#5fd0bb'],
  fonts: ['#a9a9a9', '#858585'],
  other: ['#d2d2d2', '#5c5c5c'],
}
const MOST_PAGES = 20

/** What each page weighs, by kind: the heaviest first. A table beside it says the same in numbers. */
export function WeightChart({ weights }: { weights: readonly PageWeight[] }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { theme } = useTheme()
  const sum = ({ bytes }: PageWeight) => Object.values(bytes).reduce((total, each) => total + each, 0)
  const shown = [...weights].sort((a, b) => sum(b) - sum(a)).slice(0, MOST_PAGES)
  const key = JSON.stringify(shown)

  useEffect(() => {
    const pages = JSON.parse(key) as PageWeight[]
    const style = getComputedStyle(document.documentElement)
    const ink = style.getPropertyValue('--ink')
    const line = style.getPropertyValue('--line')
    const shade = theme === 'dark' ? 1 : 0
    const chart = new Chart(canvas.current!, {
      type: 'bar',
      data: {
        labels: pages.map(({ page }) => (page.length > 22 ? `…${page.slice(-21)}` : page)),
        datasets: WEIGHT_KINDS.filter((kind) => pages.some(({ bytes }) => bytes[kind] > 0)).map((kind) => ({
          label: kind,
          data: pages.map(({ bytes }) => bytes[kind]),
          backgroundColor: SHADES[kind][shade],
          barThickness: 12,
        })),
      },
      options: {
        indexAxis: 'y',
        animation: false,
        maintainAspectRatio: false,
        color: ink,
        scales: {
          x: {
            stacked: true,
            grid: { color: line },
            ticks: { color: ink, maxTicksLimit: 4, callback: (value) => weight(Number(value)) },
          },
          y: { stacked: true, grid: { display: false }, ticks: { color: ink, autoSkip: false, font: { size: 11 } } },
        },
        plugins: {
          legend: { position: 'bottom', labels: { color: ink, boxWidth: 10, boxHeight: 10, font: { size: 11 } } },
          tooltip: { callbacks: { label: ({ dataset, raw }) => `${dataset.label ?? ''}: ${weight(Number(raw))}` } },
        },
      },
    })
    return () => chart.destroy()
  }, [key, theme])

  return (
    <figure>
      <div style={{ height: shown.length * 22 + 70 }}>
        <canvas ref={canvas} role="img" aria-label="Weight of each page by kind; the table below says the same" />
      </div>
      <details className="mt-1 text-[12px]">
        <summary className="cursor-pointer text-quiet">In numbers</summary>
        <table className="mt-1 w-full">
          <thead>
            <tr className="text-left text-quiet">
              <th className="font-normal">page</th>
              <th className="text-right font-normal">all</th>
              <th className="text-right font-normal">images</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((each) => (
              <tr key={each.page}>
                <td className="max-w-40 truncate">{each.page}</td>
                <td className="text-right">{weight(sum(each))}</td>
                <td className="text-right">{weight(each.bytes.images)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  )
}
