// From a colour's input event to the frame in which all eight pages show it: Attire beside the plainest page that puts a
// whole new stylesheet into as many frames. Same pages, same frame sizes, same browser, in turns.
import { demoSite, inAttire, inPlainFrames, launch } from './frames-site.mjs'

const CHANGES = 60

/** Put into every frame: tells (in ms of the machine's clock) when a colour has been painted. */
const watch = () => {
  const clock = () => performance.timeOrigin + performance.now()
  globalThis.paintedAt = (color) =>
    new Promise((resolve) => {
      const look = () => {
        if (getComputedStyle(document.querySelector('.site-header')).backgroundColor === color)
          requestAnimationFrame(() => resolve(clock()))
        else requestAnimationFrame(look)
      }
      look()
    })
}

async function measure(page, frames, input) {
  for (const frame of frames) await frame.evaluate(`(${watch})()`)
  const times = []
  for (let change = 0; change < CHANGES; change++) {
    const color = [change * 3, 100, 255 - change * 2]
    const waits = frames.map((frame) =>
      frame.evaluate((wanted) => globalThis.paintedAt(wanted), `rgb(${color.join(', ')})`),
    )
    await page.waitForTimeout(30)
    const start = await input(`#${color.map((part) => part.toString(16).padStart(2, '0')).join('')}`)
    times.push(Math.max(...(await Promise.all(waits))) - start)
  }
  return times.slice(10).sort((a, b) => a - b)
}

const quantile = (times, share) => times[Math.floor(times.length * share)]

const attire = (browser, files) =>
  inAttire(browser, files, async (page, frames) => {
    const field = page.getByRole('textbox', { name: 'Swatch --tide, any CSS colour' })
    const times = await measure(page, frames, (color) =>
      field.evaluate((input, value) => {
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, value)
        const start = performance.timeOrigin + performance.now()
        input.dispatchEvent(new Event('input', { bubbles: true }))
        return start
      }, color),
    )
    return { times, frames: frames.length }
  })

const plain = (browser, files) =>
  inPlainFrames(browser, files, async (page, frames, sheet) => {
    const times = await measure(page, frames, (color) =>
      page.evaluate(
        ([text, value]) => {
          const start = performance.timeOrigin + performance.now()
          const next = text.replace(/--tide: [^;]+/, `--tide: ${value}`)
          for (const { contentWindow: frame } of document.querySelectorAll('iframe'))
            [...frame.document.querySelectorAll('style')].at(-1).textContent = next
          return start
        },
        [sheet, color],
      ),
    )
    return { times, frames: frames.length }
  })

const browser = await launch()
console.log('\nColour change, input to paint in all frames (ms; median and 90 % of 50 changes)\n')
console.log('site    frames   Attire median   90 %   plain median   90 %   plain / Attire')
for (const heavy of [false, true]) {
  const files = demoSite(heavy)
  const other = await plain(browser, files)
  const ours = await attire(browser, files)
  const cells = [
    quantile(ours.times, 0.5),
    quantile(ours.times, 0.9),
    quantile(other.times, 0.5),
    quantile(other.times, 0.9),
  ]
  console.log(
    `${heavy ? 'heavy' : 'demo '}   ${ours.frames}/${other.frames}      ${cells.map((cell) => cell.toFixed(1).padStart(8)).join('     ')}    ${(cells[2] / cells[0]).toFixed(2)}`,
  )
}
await browser.close()
