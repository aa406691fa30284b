// `npm run screenshots`: takes the pictures in docs/screenshots from the demo site, in a server and data folder of its own.
import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { chromium } from '@playwright/test'
import { launchOptions } from './chromium.mjs'
import { build, freePort, install } from './setup.mjs'

install()
build()
const port = await freePort()
const address = `http://127.0.0.1:${port}/`
const data = mkdtempSync(path.join(tmpdir(), 'attire-shots-'))
const server = spawn(process.execPath, ['scripts/serve.mjs', '-p', String(port)], {
  env: { ...process.env, ATTIRE_DATA: data },
  stdio: 'ignore',
})
const browser = await chromium.launch(launchOptions)
try {
  for (let tries = 0; tries < 100; tries++)
    if (
      await fetch(`${address}api/sites`).then(
        () => true,
        () => new Promise((resolve) => setTimeout(resolve, 200)),
      )
    )
      break
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const facet = (name) => page.getByRole('navigation', { name: 'Facets' }).getByRole('button', { name }).click()
  const shoot = async (name) => {
    await page.waitForTimeout(1500)
    await page.screenshot({ path: `docs/screenshots/${name}.png` })
  }
  await page.goto(address)
  await page.getByRole('button', { name: /^Swatch --buoy/ }).waitFor()
  await page.waitForTimeout(2500)
  await page.getByRole('button', { name: /^Swatch --buoy/ }).click()
  await shoot('lineup-colour')
  await page.getByRole('button', { name: /^Swatch --buoy/ }).click()
  const view = (name) => page.getByRole('tab', { name, exact: true }).click()
  await view('Contrast')
  await page
    .getByRole('button', { name: /pressed link/ })
    .first()
    .click()
  await page.getByRole('button', { name: /pairings pass/ }).click()
  await shoot('contrast')
  await view('Swatches')
  await facet('Pages')
  await shoot('pages')
  await page.getByRole('tab', { name: 'Files' }).click()
  await page.getByRole('heading', { name: 'What each page weighs' }).scrollIntoViewIfNeeded()
  await page.getByRole('complementary', { name: 'Bench' }).evaluate((element) => element.scrollBy(0, 260))
  await shoot('files')
  await page.getByRole('tab', { name: 'Navigation' }).click()
  await shoot('navigation')
  await page.getByRole('tab', { name: 'Lift' }).click()
  await page.getByRole('button', { name: /^Lift from all/ }).click()
  await page.getByText(/^Proved:/).waitFor()
  await shoot('lift')
  await page.getByRole('button', { name: 'Cancel' }).click()
  await page.getByRole('tab', { name: 'Pages' }).click()
  await page
    .getByRole('banner')
    .getByRole('button', { name: /\d findings/ })
    .click()
  await shoot('fit-check')
  await facet('Type')
  await page.getByText('Heading 1').click()
  await shoot('type')
  await view('Fonts')
  await page
    .getByRole('button', { name: /^weights/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Fit it' }).first().click()
  await page.getByLabel(/as if the fonts never arrived/).check()
  await page.waitForTimeout(2500)
  await shoot('fonts')
  await page.getByLabel(/as if the fonts never arrived/).uncheck()
  await page.keyboard.press('Control+z')
  await view('Roles')
  await facet('Boxes')
  await page.getByRole('combobox', { name: 'Box', exact: true }).click()
  await page.getByRole('option', { name: /^\.card /i }).click()
  await page.getByText(/^The row holds/).waitFor()
  await shoot('boxes')
  await view('Plan')
  await page.getByRole('radio', { name: 'On a new page' }).click()
  await page.getByRole('textbox', { name: 'Title of the new page' }).fill('Winter timetable')
  const field = async (name, value) => {
    const input = page.getByRole(name === 'Name' ? 'combobox' : 'textbox', { name: `${name} of the box` })
    await input.fill(value)
    await input.press('Enter')
  }
  const setting = async (option) => {
    await page.getByRole('button', { name: /^How the boxes in it stand/ }).click()
    await page.getByRole('option', { name: option }).click()
  }
  const ground = async (color) => {
    await page.getByLabel('Background, any CSS colour').fill(color)
    await page.getByLabel('Background, any CSS colour').press('Enter')
  }
  const inPlan = page.getByRole('list', { name: 'Boxes of the plan' })
  await page.getByRole('button', { name: 'Add a box' }).click()
  await field('Name', 'crossing')
  await field('Padding', '20px')
  await setting(/floats/)
  await ground('#e8eef2')
  await page.getByRole('button', { name: 'Add inside' }).click()
  await field('Name', 'route')
  await field('Width', '320px')
  await field('Height', '25vh')
  await ground('#bcd3dc')
  await page.getByRole('button', { name: 'Add a box' }).click()
  await field('Name', 'times')
  await field('Width', '75%')
  await field('Height', '25vh')
  await inPlan.getByRole('button', { name: /^\.crossing/ }).click()
  await page.getByRole('button', { name: 'Add a box' }).click()
  await field('Name', 'cards')
  await page.getByRole('button', { name: 'Add inside' }).click()
  await field('Name', 'card')
  await field('Height', '160px')
  for (const _ of [1, 2]) {
    await page.getByRole('button', { name: 'Add a box' }).click()
    await field('Name', 'card')
  }
  await inPlan.getByRole('button', { name: /^\.times/ }).click()
  await page
    .getByText(/^The row holds/)
    .first()
    .waitFor()
  await shoot('plan')
  await page.getByRole('button', { name: 'Let the plan go' }).click()
  await view('Box')
  await facet('Links')
  await view('Menu')
  await page.getByText(/^On one line from/).waitFor()
  await page.keyboard.press('Alt+s')
  await shoot('menu')
  await page.keyboard.press('Alt+s')
  await view('States')
  await page.getByRole('button', { name: 'All kinds in all states' }).click()
  await shoot('state-proof')
  await page.getByRole('region', { name: 'State proof' }).getByRole('button', { name: 'Back to the pages' }).click()
  await page.getByRole('button', { name: 'Open fares.html in a close-up' }).click()
  await shoot('close-up')
  await clickInCloseUp(page, 'h1')
  await page
    .getByRole('complementary', { name: 'Bench' })
    .getByRole('button', { name: /^Colour/ })
    .click()
  await page.getByRole('button', { name: 'Change it here' }).click()
  await shoot('trace')
  await page.getByRole('button', { name: /^Back to/ }).click()
  await page.getByRole('button', { name: 'Lineup', exact: true }).click()
  await facet('Classes')
  await page.getByRole('button', { name: /^\.card / }).click()
  await page.getByRole('button', { name: 'Rename …' }).click()
  await page.getByRole('textbox', { name: 'New name' }).fill('tile')
  await page.getByText(/^Proved:/).waitFor()
  await shoot('classes')
  await page.getByRole('button', { name: 'Cancel' }).click()
  await facet('Colour')
  await tidying(page)
  await shoot('tidy')
  await page.getByRole('button', { name: 'Cancel' }).click()
  await sheetText(page)
  await shoot('sheet-text')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Alt+s')
  await page.getByRole('button', { name: /^Look/ }).click()
  await page.getByRole('option', { name: 'Night crossing' }).click()
  await page.getByRole('button', { name: '768' }).click()
  await page.getByRole('button', { name: 'Dark interface' }).click()
  await facet('Colour')
  await shoot('dark-night-crossing')
  await page.getByRole('button', { name: 'Light interface' }).click()
} finally {
  await browser.close()
  server.kill('SIGKILL')
}

/** Clicks on an element of the close-up, which is shown smaller than it is. */
async function clickInCloseUp(page, selector) {
  const iframe = page.locator('iframe[title^="Close-up"]').first()
  const frame = await (await iframe.elementHandle()).contentFrame()
  const spot = await frame.evaluate((wanted) => {
    const { x, y, height } = document.querySelector(wanted).getBoundingClientRect()
    return { x: x + 20, y: y + height / 2, all: innerWidth }
  }, selector)
  const box = await iframe.boundingBox()
  const scale = box.width / spot.all
  await page.mouse.click(box.x + spot.x * scale, box.y + spot.y * scale)
}

/** Asks for the sheet to be tidied, and waits for the proof. */
async function tidying(page) {
  await page.keyboard.press('Control+k')
  await page.keyboard.type('Tidy the sheet')
  await page
    .getByRole('option', { name: /^Tidy the sheet/ })
    .first()
    .click()
  await page.getByText(/values on 6 pages that wear it are the same/).waitFor()
  await page.getByRole('button', { name: 'lines' }).nth(2).click()
}

/** Opens the sheet's text and writes a rule with a slip in it, up to where a value is chosen. */
async function sheetText(page) {
  await page.keyboard.press('Alt+s')
  const text = page.getByRole('textbox', { name: 'Text of the sheet' })
  await text.click()
  await page.keyboard.press('Control+End')
  await page.keyboard.type('\n.card {\npaddding: 1rem;\nborder-top: 3px solid ', { delay: 20 })
  await page.keyboard.press('Control+Space')
  await page.getByRole('option', { name: /^var\(--tide/ }).waitFor()
}
