import { expect, test, type Page } from './test.ts'
import { bringIn, computedInFrames, demoFiles, kept, openSite, stored, valueIn } from './helpers.ts'
import { freePort, newData, startServer, type Running } from './server.ts'

const setSwatch = async (page: Page, name: string, value: string) => {
  const chip = page.getByRole('button', { name: new RegExp(`^Swatch ${name}`) })
  if ((await chip.getAttribute('aria-expanded')) === 'false') await chip.click()
  const text = page.getByRole('textbox', { name: `Swatch ${name}, any CSS colour` })
  await text.fill(value)
  await text.press('Enter')
}

test('two windows: what one changes shows in the other, which takes back its own steps', async ({
  context,
  request,
}) => {
  const site = await bringIn(request, 'Two windows', demoFiles(['index.html', 'boats.html']))
  const [first, second] = [await context.newPage(), await context.newPage()]
  await openSite(first, site)
  await openSite(second, site)
  await setSwatch(first, '--tide', 'rgb(1, 1, 1)')
  await kept(first)
  await expect.poll(() => valueIn(second, 'index.html', 'html', '--tide')).toBe('rgb(1, 1, 1)')
  await setSwatch(second, '--ink', 'rgb(2, 2, 2)')
  await kept(second)
  await expect.poll(() => valueIn(first, 'index.html', 'html', '--ink')).toBe('rgb(2, 2, 2)')
  await first.getByRole('button', { name: /^Undo/ }).click()
  await kept(first)
  const { text } = (await stored(request, site)).looks[0]!
  expect([text.includes('rgb(1, 1, 1)'), text.includes('rgb(2, 2, 2)')]).toEqual([false, true])
})

test.describe('when the server dies', () => {
  const data = newData()
  let server: Running
  test.afterAll(() => server.kill())

  test('what the interface called kept is there after kill -9, and undo still works', async ({ page }) => {
    const port = await freePort()
    server = await startServer(data, port)
    await page.goto(server.address)
    await setSwatch(page, '--tide', 'rgb(9, 8, 7)')
    await expect(page.getByText('kept a moment ago')).toBeVisible()
    await server.kill()

    await setSwatch(page, '--sand', 'rgb(6, 5, 4)')
    await expect(page.getByText(/server does not answer/)).toBeVisible()
    server = await startServer(data, port)
    await expect(page.locator('[data-keeping]')).toHaveAttribute('data-keeping', 'kept', { timeout: 15_000 })
    await page.reload()
    await expect(page.locator('[data-swatch="--tide"]')).toContainText('rgb(9, 8, 7)')
    await expect(page.locator('[data-swatch="--sand"]')).toContainText('rgb(6, 5, 4)')
    await expect
      .poll(async () => (await computedInFrames(page, '.site-header', 'background-color'))['index.html'])
      .toBe('rgb(9, 8, 7)')
    await page.getByRole('button', { name: 'Undo: --sand: rgb(6, 5, 4)' }).click()
    await page.getByRole('button', { name: 'Undo: --tide: rgb(9, 8, 7)' }).click()
    await expect(page.locator('[data-swatch="--tide"]')).toContainText('#14596b')
  })
})
