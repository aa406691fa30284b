// From a colour's input event to the frame in which all eight pages show it: Attire beside the plainest page that puts a
// whole new stylesheet into as many frames. Same pages, same frame sizes, same browser, in turns.
import { spawn } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { chromium } from '@playwright/test'
import { zipSync } from 'fflate'
import { freePort } from '../scripts/setup.mjs'

const CHANGES = 60
const WIDTH = 1280
const SCALE = 0.25
const TYPES = { html: 'text/html', css: 'text/css', svg: 'image/svg+xml', png: 'image/png', woff2: 'font/woff2' }

/** The demo site with the sheet attached everywhere; `heavy` gives each page twenty times its content and 500 more rules. */
function site(heavy) {
  const folder = 'demo/vennor-isles'
  const files = {}
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true }).filter((each) => each.isFile())) {
    const name = path.relative(folder, path.join(entry.parentPath, entry.name))
    files[name] = readFileSync(path.join(folder, name))
    if (!name.endsWith('.html')) continue
    let text = files[name].toString().replace(/ *<link rel="stylesheet"[^>]*>\n/, '').replace('</title>', `</title>\n<link rel="stylesheet" href="${'../'.repeat(name.split('/').length - 1)}css/site.css">`)
    if (heavy) text = text.replace(/<main>([\s\S]*)<\/main>/, (_all, inner) => `<main>${inner.repeat(20)}</main>`)
    files[name] = Buffer.from(text)
  }
  if (heavy) {
    const rules = Array.from({ length: 500 }, (_, at) => `.made-${at} p:nth-child(${(at % 7) + 1}) > a { color: var(--tide); padding: ${at % 9}px; margin: 0 ${at % 5}px; border: ${at % 3}px solid var(--sand); }\n`)
    files['css/site.css'] = Buffer.concat([files['css/site.css'], Buffer.from(rules.join('\n'))])
  }
  return files
}

/** Put into every frame: tells (in ms of the machine's clock) when a colour has been painted. */
const watch = () => {
  const clock = () => performance.timeOrigin + performance.now()
  globalThis.paintedAt = (color) =>
    new Promise((resolve) => {
      const look = () => {
        if (getComputedStyle(document.querySelector('.site-header')).backgroundColor === color) requestAnimationFrame(() => resolve(clock()))
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
    const waits = frames.map((frame) => frame.evaluate((wanted) => globalThis.paintedAt(wanted), `rgb(${color.join(', ')})`))
    await page.waitForTimeout(30)
    const start = await input(`#${color.map((part) => part.toString(16).padStart(2, '0')).join('')}`)
    times.push(Math.max(...(await Promise.all(waits))) - start)
  }
  return times.slice(10).sort((a, b) => a - b)
}

const quantile = (times, share) => times[Math.floor(times.length * share)]

async function attire(browser, files) {
  const port = await freePort()
  const server = spawn(process.execPath, ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(port)], { env: { ...process.env, ATTIRE_DATA: mkdtempSync(path.join(tmpdir(), 'attire-bench-')) }, stdio: 'ignore' })
  const address = `http://127.0.0.1:${port}`
  try {
    for (let tries = 0; tries < 100; tries++) if (await fetch(`${address}/api/sites`).then(() => true, () => new Promise((resolve) => setTimeout(resolve, 200)))) break
    const zip = zipSync(Object.fromEntries(Object.entries(files).map(([name, content]) => [name, new Uint8Array(content)])), { level: 0 })
    const { siteId } = await (await fetch(`${address}/api/import?name=bench`, { method: 'POST', headers: { 'content-type': 'application/zip' }, body: zip })).json()
    const page = await browser.newPage({ viewport: { width: 1900, height: 1000 } })
    await page.goto(`${address}/site/${siteId}`)
    await page.getByLabel('Zoom').selectOption(String(SCALE))
    await page.getByRole('button', { name: /^Swatch --tide/ }).click()
    await page.waitForTimeout(4000)
    const frames = page.frames().filter((frame) => frame.url().includes('/wear/'))
    const field = page.getByRole('textbox', { name: 'Swatch --tide, any CSS colour' })
    const times = await measure(page, frames, (color) => field.evaluate((input, value) => {
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, value)
      const start = performance.timeOrigin + performance.now()
      input.dispatchEvent(new Event('input', { bubbles: true }))
      return start
    }, color))
    await page.close()
    return { times, frames: frames.length }
  } finally {
    server.kill('SIGKILL')
  }
}

async function plain(browser, files) {
  const names = Object.keys(files).filter((name) => name.endsWith('.html'))
  const height = WIDTH * 0.625
  const host = `<!doctype html><body style="display:flex;flex-wrap:wrap;gap:24px">${names.map((name) => `<div style="width:${WIDTH * SCALE}px;height:${height * SCALE}px;overflow:hidden"><iframe src="/${name}" style="width:${WIDTH}px;height:${height}px;border:0;transform:scale(${SCALE});transform-origin:0 0"></iframe></div>`).join('')}`
  const server = createServer((request, response) => {
    const name = decodeURIComponent(request.url.slice(1))
    response.writeHead(200, { 'content-type': name === '' ? 'text/html' : (TYPES[name.split('.').at(-1)] ?? 'text/plain') }).end(name === '' ? host : (files[name] ?? ''))
  })
  await new Promise((resolve) => server.listen(0, '127.0.0.1', resolve))
  const page = await browser.newPage({ viewport: { width: 1900, height: 1000 } })
  await page.goto(`http://127.0.0.1:${server.address().port}/`)
  await page.waitForTimeout(3000)
  const sheet = files['css/site.css'].toString().replaceAll('../', '/')
  await page.evaluate((text) => {
    for (const { contentWindow: frame } of document.querySelectorAll('iframe')) {
      frame.document.querySelector('link[rel=stylesheet]').remove()
      frame.document.head.append(Object.assign(frame.document.createElement('style'), { textContent: text }))
    }
  }, sheet)
  const inner = page.frames().filter((frame) => frame !== page.mainFrame())
  const times = await measure(page, inner, (color) => page.evaluate(([text, value]) => {
    const start = performance.timeOrigin + performance.now()
    const next = text.replace(/--tide: [^;]+/, `--tide: ${value}`)
    for (const { contentWindow: frame } of document.querySelectorAll('iframe')) [...frame.document.querySelectorAll('style')].at(-1).textContent = next
    return start
  }, [sheet, color]))
  await page.close()
  server.close()
  return { times, frames: inner.length }
}

const browser = await chromium.launch({ executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] })
console.log('\nColour change, input to paint in all frames (ms; median and 90 % of 50 changes)\n')
console.log('site    frames   Attire median   90 %   plain median   90 %   plain / Attire')
for (const heavy of [false, true]) {
  const files = site(heavy)
  const other = await plain(browser, files)
  const ours = await attire(browser, files)
  const cells = [quantile(ours.times, 0.5), quantile(ours.times, 0.9), quantile(other.times, 0.5), quantile(other.times, 0.9)]
  console.log(`${heavy ? 'heavy' : 'demo '}   ${ours.frames}/${other.frames}      ${cells.map((cell) => cell.toFixed(1).padStart(8)).join('     ')}    ${(cells[2] / cells[0]).toFixed(2)}`)
}
await browser.close()
