import { test } from './test.ts'
import { bringIn, bytes, openSite } from './helpers.ts'
const css = (n: number) =>
  Array.from(
    { length: n },
    (_, i) =>
      `.c${i} > a:hover, .d${i} p { color: #${(100000 + i).toString(16).slice(-6).padStart(6, '0')}; margin: ${i % 30}px auto; padding: 2px 4px; border: 1px solid red }`,
  ).join('\n')
test('prof', async ({ page, request }) => {
  const site = await bringIn(request, 'x', {
    'index.html': bytes(
      '<!doctype html><title>x</title><link rel="stylesheet" href="site.css"><h1>Dots</h1><p class=c1>x <a href=x>y</a>',
    ),
    'site.css': bytes(css(7600)),
  })
  await openSite(page, site)
  await page.waitForTimeout(4000)
  const cdp = await page.context().newCDPSession(page)
  await cdp.send('Profiler.enable')
  await cdp.send('Profiler.setSamplingInterval', { interval: 500 })
  const prof = async (name: string, work: () => Promise<void>) => {
    await cdp.send('Profiler.start')
    await work()
    await page.waitForTimeout(2500)
    const { profile } = await cdp.send('Profiler.stop')
    const self = new Map<string, number>(),
      incl = new Map<string, number>()
    const byId = new Map(profile.nodes.map((n: any) => [n.id, n])),
      parent = new Map<number, number>()
    for (const n of profile.nodes as any[]) for (const c of n.children ?? []) parent.set(c, n.id)
    profile.samples!.forEach((id: number, i: number) => {
      const d = profile.timeDeltas![i]! / 1000
      const n: any = byId.get(id)
      const nm = n.callFrame.functionName || '?' + n.callFrame.lineNumber
      self.set(nm, (self.get(nm) ?? 0) + d)
      const seen = new Set<string>()
      for (let at: number | undefined = id; at !== undefined; at = parent.get(at)) {
        const f = (byId.get(at) as any).callFrame.functionName
        if (!seen.has(f)) {
          seen.add(f)
          incl.set(f, (incl.get(f) ?? 0) + d)
        }
      }
    })
    const top = (m: Map<string, number>) =>
      [...m]
        .sort((a, b) => b[1] - a[1])
        .filter(([k]) => !/idle|program|root/.test(k))
        .slice(0, 34)
        .map(([k, v]) => `${k} ${v.toFixed(0)}`)
        .join(', ')
    console.log('==', name, '\nSELF', top(self), '\nINCL', top(incl))
  }
  await prof('swatch', async () => {
    await page.getByRole('textbox', { name: 'Name of a new swatch' }).fill('--x')
    await page.getByRole('button', { name: 'Add', exact: true }).click()
  })
  await page.keyboard.press('Alt+s')
  await page.waitForTimeout(3000)
  await page.locator('.cm-content').click()
  await page.keyboard.press('Control+Home')
  await prof('typed', () => page.keyboard.type('h1{color:red}'))
})
