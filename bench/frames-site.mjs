// What the measurements in frames have in common: the demo site in Attire, and the plainest page that shows it in as many frames.
import { spawn } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { chromium } from '@playwright/test'
import { zipSync } from 'fflate'
import { launchOptions } from '../scripts/chromium.mjs'
import { freePort } from '../scripts/setup.mjs'

const WIDTH = 1280
const SCALE = 0.25
const TYPES = { html: 'text/html', css: 'text/css', svg: 'image/svg+xml', png: 'image/png', woff2: 'font/woff2' }

export const launch = () => chromium.launch(launchOptions)

/** The demo site with the sheet attached everywhere; `heavy` gives each page twenty times its content and 500 more rules. */
export function demoSite(heavy) {
  const folder = 'demo/vennor-isles'
  const files = {}
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true }).filter((each) => each.isFile())) {
    const name = path.relative(folder, path.join(entry.parentPath, entry.name))
    files[name] = readFileSync(path.join(folder, name))
    if (!name.endsWith('.html')) continue
    let text = files[name]
      .toString()
      .replace(/ *<link rel="stylesheet"[^>]*>\n/, '')
      .replace(
        '</title>',
        `</title>\n<link rel="stylesheet" href="${'../'.repeat(name.split('/').length - 1)}css/site.css">`,
      )
    if (heavy) text = text.replace(/<main>([\s\S]*)<\/main>/, (_all, inner) => `<main>${inner.repeat(20)}</main>`)
    files[name] = Buffer.from(text)
  }
  if (heavy) {
    const rules = Array.from(
      { length: 500 },
      (_, at) =>
        `.made-${at} p:nth-child(${(at % 7) + 1}) > a { color: var(--tide); padding: ${at % 9}px; margin: 0 ${at % 5}px; border: ${at % 3}px solid var(--sand); }\n`,
    )
    files['css/site.css'] = Buffer.concat([files['css/site.css'], Buffer.from(rules.join('\n'))])
  }
  return files
}

/** Every page beside the others at a quarter of its size: all eight are in view. */
export const ALL = { width: 1900, height: 1000, zoom: String(SCALE) }
/** The window the workroom is planned for, pages as large as they fit. */
export const USUAL = { width: 1280, height: 800, zoom: 'fit' }

/** Opens the site in Attire with the picker of --tide open; `use` is given the page and its frames. */
export async function inAttire(browser, files, use, { width, height, zoom } = ALL) {
  const port = await freePort()
  const server = spawn(process.execPath, ['scripts/serve.mjs', '-p', String(port)], {
    env: { ...process.env, ATTIRE_DATA: mkdtempSync(path.join(tmpdir(), 'attire-bench-')) },
    stdio: 'ignore',
  })
  const address = `http://127.0.0.1:${port}`
  try {
    for (let tries = 0; tries < 100; tries++)
      if (
        await fetch(`${address}/api/sites`).then(
          () => true,
          () => new Promise((resolve) => setTimeout(resolve, 200)),
        )
      )
        break
    const zip = zipSync(
      Object.fromEntries(Object.entries(files).map(([name, content]) => [name, new Uint8Array(content)])),
      { level: 0 },
    )
    const { siteId } = await (
      await fetch(`${address}/api/import?name=bench`, {
        method: 'POST',
        headers: { 'content-type': 'application/zip' },
        body: zip,
      })
    ).json()
    const page = await browser.newPage({ viewport: { width, height } })
    await page.goto(`${address}/site/${siteId}`)
    await page.getByLabel('Zoom').selectOption(zoom)
    await page.getByRole('button', { name: /^Swatch --tide/ }).click()
    await page.waitForTimeout(4000)
    const outcome = await use(
      page,
      page.frames().filter((frame) => frame.url().includes('/wear/')),
    )
    await page.close()
    return outcome
  } finally {
    server.kill('SIGKILL')
  }
}

/** Shows the site in plain frames whose stylesheet is put in whole; `use` is given the page, its frames and the sheet's text. */
export async function inPlainFrames(browser, files, use) {
  const names = Object.keys(files).filter((name) => name.endsWith('.html'))
  const height = WIDTH * 0.625
  const host = `<!doctype html><body style="display:flex;flex-wrap:wrap;gap:24px">${names.map((name) => `<div style="width:${WIDTH * SCALE}px;height:${height * SCALE}px;overflow:hidden"><iframe src="/${name}" style="width:${WIDTH}px;height:${height}px;border:0;transform:scale(${SCALE});transform-origin:0 0"></iframe></div>`).join('')}`
  const server = createServer((request, response) => {
    const name = decodeURIComponent(request.url.slice(1))
    response
      .writeHead(200, { 'content-type': name === '' ? 'text/html' : (TYPES[name.split('.').at(-1)] ?? 'text/plain') })
      .end(name === '' ? host : (files[name] ?? ''))
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
  const outcome = await use(
    page,
    page.frames().filter((frame) => frame !== page.mainFrame()),
    sheet,
  )
  await page.close()
  server.close()
  return outcome
}
