// What the measurements of dragging have in common: a slider of the picker is drawn to and fro, in Attire and on the plainest page that
// puts a whole new stylesheet into as many frames. The slider is moved once in each drawn frame of the window, as a fast pointer
// does; driving the real pointer from outside takes longer than a frame for each move, so it would measure the driving.
import { inPlainFrames } from './frames-site.mjs'

const SECONDS = 4
/**
 * Counts in every frame how often the header's colour has changed from one drawn frame to the next. It is read behind the drawing, for
 * to read it before would do a part of that work.
 */
const count = () => {
  globalThis.changes = 0
  let last = ''
  const { port1, port2 } = new MessageChannel()
  port1.onmessage = () => {
    const color = getComputedStyle(document.querySelector('.site-header')).backgroundColor
    if (color !== last) globalThis.changes++
    last = color
  }
  const look = () => {
    port2.postMessage(null)
    requestAnimationFrame(look)
  }
  look()
}

/**
 * Draws a slider to and fro for some seconds; gives the changes a second of every frame, by its page and the slowest first, and
 * the longest task of the page in ms.
 */
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
  const rates = await Promise.all(
    frames.map(async (frame) => ({
      page: new URL(frame.url()).pathname.split('/').at(-1),
      rate: (await frame.evaluate(() => globalThis.changes)) / SECONDS,
    })),
  )
  return { moves: moves / SECONDS, rates: rates.sort((a, b) => a.rate - b.rate), longest }
}

/** The same on the plainest page. */
export const dragPlain = (browser, files) =>
  inPlainFrames(browser, files, async (page, frames, sheet) => {
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

/** Draws the picker's slider for lightness, and counts in the frames in view. */
export const dragInAttire = async (page, frames) => {
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
