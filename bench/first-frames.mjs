// How soon pages show after a site is opened: from the start of the navigation to the first frame that wears the sheet, and to
// the last of those in view, in a browser that has never been here (cold) and in one that has (warm).
import { chromium } from '@playwright/test'
import { launchOptions } from '../scripts/chromium.mjs'
import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { freePort } from '../scripts/setup.mjs'

const ROUNDS = 7
/** Frames in view in a window of 1280 × 800. */
const IN_VIEW = 4

const port = await freePort()
const server = spawn(process.execPath, ['scripts/serve.mjs', '-p', String(port)], {
  env: { ...process.env, ATTIRE_DATA: mkdtempSync(path.join(tmpdir(), 'attire-bench-')), NEXT_TELEMETRY_DISABLED: '1' },
  stdio: ['ignore', 'pipe', 'inherit'],
  detached: true,
})
try {
  await new Promise((resolve) => server.stdout.on('data', (data) => /Ready/.test(data) && resolve()))
  const address = `http://127.0.0.1:${port}/`
  await fetch(address) // The demo is loaded, shipped fonts are kept.
  const browser = await chromium.launch(launchOptions)
  const open = async (page) => {
    await page.goto(address, { waitUntil: 'commit' })
    await page.waitForFunction((count) => (window.wornAt?.length ?? 0) >= count, IN_VIEW, { timeout: 60_000 })
    return page.evaluate((count) => [window.wornAt[0], window.wornAt[count - 1]], IN_VIEW)
  }
  const rounds = { cold: [], warm: [] }
  for (let round = 0; round <= ROUNDS; round++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    await page.addInitScript(() => {
      window.wornAt = []
      window.addEventListener('message', ({ data }) => {
        if (data?.message?.type === 'applied') window.wornAt.push(performance.now())
      })
    })
    const times = { cold: await open(page), warm: await open(page) }
    await context.close()
    if (round > 0) for (const kind of ['cold', 'warm']) rounds[kind].push(times[kind])
  }
  await browser.close()
  const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1]
  console.log('\nThe demo site opened, ms from the start of the navigation (median of 7)')
  for (const kind of ['cold', 'warm'])
    console.log(
      `${kind}   first frame ${median(rounds[kind].map(([first]) => first)).toFixed(0)}   last of ${IN_VIEW} in view ${median(rounds[kind].map(([, last]) => last)).toFixed(0)}`,
    )
} finally {
  process.kill(-server.pid)
}
