// How long the window stands still: tasks of over 50 ms of its main thread while a site is opened and its sheet is worked on,
// for sheets of several lengths; others in lines: `npm run bench long-tasks 42000`. Told are tasks that took the processor
// for over 50 ms, and how many took as long by the clock: what other programs take is not the window's work.
import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { chromium } from '@playwright/test'
import { zipSync } from 'fflate'
import { launchOptions } from '../scripts/chromium.mjs'
import { freePort } from '../scripts/setup.mjs'
import { mainThreadTasks } from './main-thread-site.mjs'

const asked = process.argv.slice(3).map(Number)
const LENGTHS = asked.length > 0 ? asked : [200, 5000, 42_000]
/** What the standards call a long task, in ms (Long Tasks API). */
const LONG = 50
const bytes = (text) => new TextEncoder().encode(text)

const rule = (at) => `.block-${at} .item-${at % 7}, #part-${at} > a:hover {
  color: ${at % 9 ? `#${((at * 7919) % 0xffffff).toString(16).padStart(6, '0')}` : 'var(--tide)'};
  padding: ${at % 20}px ${at % 13}px;
  font-family: Georgia, serif;
  border-bottom: 1px solid rgb(${at % 255} 20 30);
}

`
const HEAD = ':root {\n  --tide: #14596b;\n  --sand: #eeddcc;\n}\nbody { color: var(--tide); }\n'
const sheetOf = (lines) => HEAD + Array.from({ length: Math.ceil(lines / 7) }, (_, at) => rule(at)).join('')
const block = (at) => `<div class="block-${at * 3}"><p class="item-${(at * 3) % 7}">Text ${at}</p></div>`
const PAGE = `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Page</title><link rel="stylesheet" href="site.css"></head><body><h1>Page</h1>${Array.from({ length: 60 }, (_, at) => block(at)).join('')}</body></html>`

const port = await freePort()
const address = `http://127.0.0.1:${port}`
const server = spawn(process.execPath, ['scripts/serve.mjs', '-p', String(port)], {
  env: { ...process.env, ATTIRE_DATA: mkdtempSync(path.join(tmpdir(), 'attire-bench-')), NEXT_TELEMETRY_DISABLED: '1' },
  stdio: ['ignore', 'pipe', 'inherit'],
})
try {
  await new Promise((resolve) => server.stdout.on('data', (data) => /Ready/.test(data) && resolve()))
  for (const lines of LENGTHS) console.log(await measured(lines))
} finally {
  server.kill()
}

/** Brings in a site whose sheet has so many lines, works on it, and says in words what was long. */
async function measured(lines) {
  const files = Object.fromEntries(['index.html', 'a.html', 'b.html'].map((name) => [name, bytes(PAGE)]))
  const answer = await fetch(`${address}/api/import?name=Long`, {
    method: 'POST',
    headers: { 'content-type': 'application/zip' },
    body: zipSync({ ...files, 'site.css': bytes(sheetOf(lines)) }),
  })
  const { siteId } = await answer.json()
  const profile = mkdtempSync(path.join(tmpdir(), 'attire-profile-'))
  const context = await chromium.launchPersistentContext(profile, {
    ...launchOptions,
    viewport: { width: 1280, height: 800 },
  })
  const page = context.pages()[0]
  const said = [`${lines} lines`]
  for (const [name, readied] of workOf(page, siteId)) {
    const work = await readied()
    const tasks = await mainThreadTasks(page, async () => {
      await work()
      await page.waitForSelector('[data-workroom][aria-busy="false"]')
      await page.waitForTimeout(1200)
    })
    said.push(`  ${name.padEnd(18)} ${inWords(tasks)}`)
  }
  await context.close()
  return said.join('\n')
}

/** Tasks that took the processor for over 50 ms, and how many did so by the clock. */
function inWords(tasks) {
  const long = tasks.filter(({ processor }) => processor > LONG).map(({ processor }) => Math.round(processor))
  const byClock = tasks.filter(({ clock }) => clock > LONG).length
  return `${long.length === 0 ? 'none' : `${long.join(', ')} ms`}${byClock ? ` (by the clock ${byClock})` : ''}`
}

/** Something that is done, where nothing has to be looked for. */
function simply(work) {
  return () => Promise.resolve(work)
}

/** A click on something, and what follows. Where it stands is asked before: to look for it takes time in the page as well. */
function clicked(page, locator, follow) {
  return async () => {
    const { x, y, width, height } = await locator.boundingBox()
    return async () => {
      await page.mouse.click(x + width / 2, y + height / 2)
      await follow?.()
    }
  }
}

/** What is done, by name, each made ready first. */
function workOf(page, siteId) {
  const open = simply(() => page.goto(`${address}/site/${siteId}`).then(() => page.waitForTimeout(2000)))
  return [
    ['opened first', open],
    // A browser keeps what it made of scripts from the second time on.
    ['once more', open],
    ['opened as usual', open],
    [
      'a new swatch',
      clicked(page, page.getByLabel('Name of a new swatch'), () => page.keyboard.type('--fresh\n', { delay: 80 })),
    ],
    ['a swatch opened', clicked(page, page.getByRole('button', { name: /^Swatch --tide/ }))],
    ['a hue, five keys', () => hue(page)],
    ['the sheet opened', simply(() => page.keyboard.press('Alt+s'))],
    ['a rule typed', clicked(page, page.locator('.cm-content'), () => typed(page))],
    ['undo', simply(() => page.keyboard.press('Control+z'))],
    // What is opened by hand is closed by the editor; what is pasted, or left over, is not.
    ['a block left open', simply(() => pasted(page, 'h1 {', ' top: 0'))],
    ['closed again', simply(() => pasted(page, '}', ''))],
    ['a comment', simply(() => pasted(page, '/*', 'some words'))],
    ['closed again', simply(() => pasted(page, '*/', ''))],
    ['a bracket', simply(() => pasted(page, 'h2 { color: rgb(', '1, 2, 3'))],
    ['closed again', simply(() => pasted(page, ') }', ''))],
    ...['Type', 'Boxes', 'Links', 'Pages', 'Colour'].map((name) => [
      name,
      clicked(page, page.getByRole('navigation', { name: 'Facets' }).getByRole('button', { name })),
    ]),
  ]
}

async function hue(page) {
  await page.getByRole('slider', { name: 'Hue' }).focus()
  return async () => {
    for (let key = 0; key < 5; key++) await page.keyboard.press('ArrowRight', { delay: 100 })
  }
}

/** Puts in a text at once, then others key by key. */
async function pasted(page, text, keys) {
  await page.keyboard.insertText(text)
  await page.waitForTimeout(300)
  await page.keyboard.type(keys, { delay: 80 })
}

async function typed(page) {
  await page.keyboard.press('Control+Home')
  await page.keyboard.type('b {color: red}\n', { delay: 80 })
}
