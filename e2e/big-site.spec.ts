import { writeFileSync } from 'node:fs'
import { expect, test, type Page } from './test.ts'
import { bigArchive, bigSite } from '../bench/big-site.mjs'
import { pageFrames } from './helpers.ts'

const frames = (page: Page) => pageFrames(page).length
const lineup = (page: Page) => page.getByRole('region', { name: 'Lineup' }).locator('> div').last()
/** More frames than are in view at any time, with those around them that come early. */
const AT_MOST = 24

test('500 pages and 60 MB come in with progress that can be called off, stay light, and are found by name, folder and findings', async ({
  page,
  request,
}, info) => {
  const files = bigSite(500, 90_000)
  files['part-3/page-13.html'] = Buffer.from(
    files['part-3/page-13.html']!.toString()
      .replace('<html lang="en">', '<html>')
      .replace('href="../index.html"', 'href="../nowhere.html"'),
  )
  // Colours of the generated sheet are drawn by lot, and not all can be read: here nothing but the two faults above counts.
  files['css/site.css'] = Buffer.concat([
    files['css/site.css']!,
    Buffer.from(
      '* { color: #000 !important; background: none !important } a { text-decoration: underline !important }',
    ),
  ])
  expect(Object.values(files).reduce((sum, bytes) => sum + bytes.length, 0)).toBeGreaterThan(60e6)
  const archive = info.outputPath('big.zip')
  writeFileSync(archive, bigArchive(files))
  const sites = async () => ((await (await request.get('/api/sites')).json()) as { sites: unknown[] }).sites.length

  await page.goto('/sites')
  const before = await sites()
  await page.getByRole('button', { name: 'Bring in a site …' }).click()
  await page.getByLabel('A ZIP archive').setInputFiles(archive)
  await expect
    .poll(() =>
      page
        .getByRole('progressbar', { name: 'Unpacking and keeping the files' })
        .getAttribute('value')
        .catch(() => null),
    )
    .not.toBeNull()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'The import was cancelled. Nothing was kept.' })).toBeVisible()
  await page.getByLabel('A ZIP archive').setInputFiles(archive)
  await expect(page.getByText('1010 files came in, 509 pages among them.')).toBeVisible({ timeout: 120_000 })
  // What was called off is gone, what came in is there: one site more.
  expect(await sites()).toBe(before + 1)

  await page.getByRole('link', { name: 'Open the site' }).click()
  await expect(page.getByRole('heading', { name: '509 pages' })).toBeVisible()
  await expect(page.getByRole('banner').getByRole('button', { name: /^\d findings/ })).toBeVisible({ timeout: 120_000 })
  expect(frames(page)).toBeLessThan(AT_MOST)
  for (let step = 1; step < 8; step++) {
    await lineup(page).evaluate((element, at) => element.scrollTo(0, at * 2400), step)
    await expect.poll(() => frames(page)).toBeGreaterThan(0)
    expect(frames(page)).toBeLessThan(AT_MOST)
  }
  await expect.poll(() => frames(page)).toBeGreaterThan(0)

  await page.getByLabel('with findings').check()
  await expect(page.getByRole('heading', { name: '1 of 509 pages' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Open part-3/page-13.html in a close-up' })).toBeVisible()
  await page.getByLabel('with findings').uncheck()
  await page.getByLabel('Folder', { exact: true }).selectOption('part-7/')
  await expect(page.getByRole('heading', { name: '51 of 509 pages' })).toBeVisible()
  await page.getByLabel('Show pages whose name holds').fill('page-47')
  await expect(page.getByRole('heading', { name: '2 of 509 pages' })).toBeVisible()
  await page.getByLabel('Show pages whose name holds').fill('nothing like it')
  await page.getByRole('button', { name: 'Show all pages' }).click()
  await expect(page.getByRole('heading', { name: '509 pages' })).toBeVisible()
  const { sites: list } = (await (await request.get('/api/sites')).json()) as { sites: { id: string; name: string }[] }
  await request.delete(`/api/sites/${list.find(({ name }) => name === 'big')!.id}`)
})
