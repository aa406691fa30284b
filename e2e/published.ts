import { execFileSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { expect, type APIRequestContext, type Browser, type Frame, type Page } from './test.ts'

const TYPES: Record<string, string> = {
  html: 'text/html',
  css: 'text/css',
  svg: 'image/svg+xml',
  png: 'image/png',
  woff2: 'font/woff2',
}

/** The plainest static server: files by name, nothing else. Writes down what is missing. */
export function staticServer(
  files: Record<string, Uint8Array>,
  missing: string[],
): Promise<{ server: Server; address: string }> {
  const server = createServer((request, response) => {
    const name = decodeURIComponent(new URL(request.url!, 'http://x').pathname.slice(1)) || 'index.html'
    const file = files[name]
    if (!file) missing.push(name)
    response
      .writeHead(file ? 200 : 404, { 'content-type': TYPES[name.split('.').at(-1)!] ?? 'application/octet-stream' })
      .end(file ? Buffer.from(file) : '')
  })
  return new Promise(
    (resolve) =>
      void server.listen(0, '127.0.0.1', () =>
        resolve({ server, address: `http://127.0.0.1:${(server.address() as { port: number }).port}` }),
      ),
  )
}

/** Every computed value of every element, with addresses made the same wherever the page is served. */
export async function allComputed(where: Page | Frame): Promise<Record<string, string>[]> {
  // As one text: Playwright takes long over objects of so many values.
  const text = await where.evaluate(async () => {
    await document.fonts.ready
    const folder = new URL('.', document.baseURI).href
    const up = new URL('..', document.baseURI).href
    // To list a style takes longer than to read it, and only custom properties of an element's own make the list another.
    const usual = [...getComputedStyle(document.body)]
    const elements = [...document.querySelectorAll('body, body *')].map((element) => {
      const style = getComputedStyle(element)
      const names = style.length === usual.length ? usual : [...style]
      const values = names.map((name) => [name, style.getPropertyValue(name)])
      return Object.fromEntries([['element', element.tagName], ...values])
    })
    return JSON.stringify(elements).replaceAll(folder, './').replaceAll(up, '../')
  })
  return JSON.parse(text) as Record<string, string>[]
}

/** Where two pages differ: element, property and both values. */
export function differences(worn: Record<string, string>[], published: Record<string, string>[]): string[] {
  if (worn.length !== published.length) return [`${worn.length} and ${published.length} elements`]
  return worn
    .flatMap((one, at) =>
      Object.keys(one)
        .filter((name) => one[name] !== published[at]![name])
        .map((name) => `${one['element']} ${name}: ${one[name]} / ${published[at]![name]}`),
    )
    .slice(0, 20)
}

/** The site as it is handed off, unpacked by the real `unzip`: what a visitor's server would hold. */
export async function handedOff(
  request: APIRequestContext,
  siteId: string,
  lookId: string,
): Promise<Record<string, Uint8Array>> {
  const answer = await request.get(`/api/sites/${siteId}/export?look=${lookId}`)
  expect(answer.status()).toBe(200)
  const folder = mkdtempSync(path.join(tmpdir(), 'attire-published-'))
  writeFileSync(path.join(folder, 'site.zip'), await answer.body())
  execFileSync('unzip', ['-q', 'site.zip', '-d', 'out'], { cwd: folder })
  const out = path.join(folder, 'out')
  return Object.fromEntries(
    readdirSync(out, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => {
        const file = path.join(entry.parentPath, entry.name)
        return [path.relative(out, file).split(path.sep).join('/'), new Uint8Array(readFileSync(file))]
      }),
  )
}

/** Visits every page of a published site in the browser; gives what was asked for and not there, and every computed value by page. */
export async function visit(
  browser: Browser,
  files: Record<string, Uint8Array>,
): Promise<{ missing: string[]; styles: Record<string, Record<string, string>[]> }> {
  const missing: string[] = []
  const { server, address } = await staticServer(files, missing)
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const styles: Record<string, Record<string, string>[]> = {}
  for (const name of Object.keys(files)
    .filter((each) => each.endsWith('.html'))
    .sort()) {
    await page.goto(`${address}/${encodeURI(name)}`)
    styles[name] = await allComputed(page)
    for (const href of await page.evaluate(() =>
      [...document.querySelectorAll<HTMLAnchorElement>('a[href]')]
        .map(({ href: each }) => each)
        .filter((each) => each.startsWith(location.origin)),
    )) {
      const wanted = decodeURIComponent(new URL(href).pathname.slice(1))
      const file = wanted === '' || wanted.endsWith('/') ? `${wanted}index.html` : wanted
      if (!files[file]) missing.push(`${name} → ${file}`)
    }
  }
  await page.close()
  server.close()
  return { missing: [...new Set(missing)].filter((each) => each !== 'favicon.ico'), styles }
}
