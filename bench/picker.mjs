// Dragging in the picker: how often a second each frame of the eight demo pages shows a new colour while a slider of the picker is
// drawn to and fro, and the longest task of the window; beside the plainest page that puts a whole new stylesheet into as many
// frames. The slider is moved once in each drawn frame of the window, as a fast pointer does; driving the real pointer from
// outside takes longer than a frame for each move, so it would measure the driving.
import { demoSite, inAttire, inPlainFrames, launch, USUAL } from './frames-site.mjs'

const SECONDS = 4
/** Counts in every frame how often the header's colour has changed from one drawn frame to the next. */
const count = () => {
  globalThis.changes = 0
  let last = ''
  const look = () => {
    const color = getComputedStyle(document.querySelector('.site-header')).backgroundColor
    if (color !== last) globalThis.changes++
    last = color
    requestAnimationFrame(look)
  }
  look()
}

/** Draws a slider to and fro for some seconds; gives the changes a second of every frame, and the longest task of the page in ms. */
async function drag(page, frames, slider) {
  for (const frame of frames) await frame.evaluate(`(${count})()`)
  const { moves, longest } = await slider.evaluate(
    (input, seconds) =>
      new Promise((resolve) => {
        let longest = 0
        new PerformanceObserver((list) =>
          list.getEntries().forEach(({ duration }) => (longest = Math.max(longest, duration))),
        ).observe({ type: 'longtask' })
        const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set
        window.dispatchEvent(new PointerEvent('pointerdown'))
        const end = performance.now() + seconds * 1000
        let moves = 0
        const move = () => {
          if (performance.now() > end) {
            window.dispatchEvent(new PointerEvent('pointerup'))
            return resolve({ moves, longest })
          }
          set.call(input, String(30 + 20 * Math.sin(moves++ / 11)))
          input.dispatchEvent(new Event('input', { bubbles: true }))
          requestAnimationFrame(move)
        }
        move()
      }),
    SECONDS,
  )
  const rates = await Promise.all(frames.map((frame) => frame.evaluate(() => globalThis.changes)))
  return { moves: moves / SECONDS, rates: rates.map((changes) => changes / SECONDS).sort((a, b) => a - b), longest }
}

const browser = await launch()
const files = demoSite(false)
const plain = await inPlainFrames(browser, files, async (page, frames, sheet) => {
  await page.evaluate((text) => {
    document.body.insertAdjacentHTML('afterbegin', '<input id="slider" type="range" step="any">')
    document.querySelector('#slider').oninput = ({ target }) => {
      const next = text.replace(/--tide: [^;]+/, `--tide: oklch(${target.value}% 0.07 220)`)
      for (const { contentWindow: frame } of document.querySelectorAll('iframe'))
        [...frame.document.querySelectorAll('style')].at(-1).textContent = next
    }
  }, sheet)
  return drag(page, frames, page.locator('#slider'))
})
const ours = async (page, frames) => {
  // Which of the frames are in view.
  const inView = await Promise.all(
    frames.map(async (frame) => {
      const box = await (await frame.frameElement()).boundingBox()
      return box !== null && box.y < page.viewportSize().height - 36 && box.y + box.height > 92
    }),
  )
  return drag(
    page,
    frames.filter((_, at) => inView[at]),
    page.getByRole('slider', { name: 'Lightness', exact: true }),
  )
}
const usual = await inAttire(browser, files, ours, USUAL)
const all = await inAttire(browser, files, ours)
await browser.close()
console.log(
  '\nDragging in the picker, eight demo pages: new colours a second in the slowest and the middle frame in view; longest task of the window',
)
for (const [name, { moves, rates, longest }] of [
  ['Attire, 1280 × 800', usual],
  ['Attire, all in view', all],
  ['plain, all in view', plain],
])
  console.log(
    `  ${name.padEnd(20)} slowest ${rates[0].toFixed(1)}  middle ${rates[rates.length >> 1].toFixed(1)}  (${rates.length} in view)  of ${moves.toFixed(0)} moves a second  longest task ${longest === 0 ? 'under 50' : longest.toFixed(0)} ms`,
  )
console.log(
  `  Attire / plain with all in view: ${(all.rates[0] / plain.rates[0]).toFixed(2)} (wanted: at least 30 a second in every frame in view)`,
)
