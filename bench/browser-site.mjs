// What Chromium itself says of a folder of pages: which addresses are not there, and what it computes of every element.
import { createReadStream, existsSync, statSync } from 'node:fs'
import { createServer } from 'node:http'
import path from 'node:path'

const TYPES = {
  ...{ html: 'text/html', htm: 'text/html', css: 'text/css', svg: 'image/svg+xml', png: 'image/png' },
  ...{ gif: 'image/gif', jpg: 'image/jpeg', jpeg: 'image/jpeg' },
}

/** Serves a folder as the plainest server would. */
export function serveFolder(folder) {
  const server = createServer((request, response) => {
    const name = decodeURIComponent(new URL(request.url, 'http://x').pathname)
    const file = fileAt(folder, name)
    response.writeHead(file ? 200 : 404, {
      'content-type': TYPES[(file ?? '.html').split('.').at(-1)] ?? 'application/octet-stream',
    })
    if (file) createReadStream(file).pipe(response)
    else response.end()
  })
  return new Promise((resolve) =>
    server.listen(0, '127.0.0.1', () =>
      resolve({ address: `http://127.0.0.1:${server.address().port}`, close: () => server.close() }),
    ),
  )
}

/** The file an address leads to, as most servers find it; null where there is none. */
function fileAt(folder, name) {
  const file = path.join(folder, name.replace(/\/{2,}/g, '/'))
  if (!existsSync(file)) return null
  if (!statSync(file).isDirectory()) return file
  return existsSync(path.join(file, 'index.html')) ? path.join(file, 'index.html') : null
}

/** Addresses in these pages, as Chromium reads and resolves them, that lead nowhere: as "page → path". */
export async function missingFrom(page, folder, address, pages) {
  if (pages.length === 0) return new Set()
  // Any answer will do: from here the pages may be asked for.
  await page.goto(`${address}/${encodeURI(pages[0])}`)
  const missing = new Set()
  for (const each of pages) {
    const found = await page.evaluate(addressesIn, `${address}/${encodeURI(each)}`)
    for (const url of found) {
      const { origin, pathname } = new URL(url)
      if (origin !== address) continue
      if (fileAt(folder, decodedPath(pathname)) === null) missing.add(`${each} → ${decodedPath(pathname)}`)
    }
  }
  return missing
}

function decodedPath(pathname) {
  try {
    return decodeURIComponent(pathname)
  } catch {
    return pathname
  }
}

/** Runs in the browser. */
async function addressesIn(address) {
  const bytes = await (await fetch(address)).arrayBuffer()
  const parsed = new DOMParser().parseFromString(new TextDecoder('windows-1252').decode(bytes), 'text/html')
  const base = parsed.querySelector('base[href]')?.getAttribute('href')
  const root = base ? new URL(base, address) : address
  const values = ['href', 'src', 'data', 'poster', 'background', 'longdesc'].flatMap((name) =>
    [...parsed.querySelectorAll(`[${name}]`)].map((element) => element.getAttribute(name)),
  )
  return [...new Set(values)].flatMap((value) => {
    try {
      const url = new URL(value, root)
      url.hash = ''
      url.search = ''
      return url.protocol === 'http:' ? [url.href] : []
    } catch {
      return []
    }
  })
}

/**
 * What Chromium computes of every element of a page: computed values, not what layout made of them, as one text each, a property a
 * line. Addresses on the server stand without its name.
 */
export async function computedOf(page, url) {
  await page.goto(url)
  const { elements, texts } = JSON.parse(await page.evaluate(computedHere))
  return elements.map((element) => ({ ...element, values: texts[element.values] }))
}

/** Runs in the browser. As one text, with all that is alike once: Playwright takes long over so many values. */
async function computedHere() {
  await document.fonts.ready
  const texts = new Map()
  const placeOf = (text) => texts.get(text) ?? texts.set(text, texts.size).size - 1
  const places = new Map([...document.querySelectorAll('*')].map((element, at) => [element, at]))
  const elements = [...places].map(([element]) => ({
    key: [element.localName, element.id, element.className].join(' '),
    says: element.childElementCount === 0 ? element.textContent.trim() : '',
    parent: places.get(element.parentElement) ?? null,
    values: placeOf(
      [...element.computedStyleMap()].map(([name, values]) => `${name}: ${values.map(String).join(', ')}`).join('\n'),
    ),
  }))
  return JSON.stringify({ elements, texts: [...texts.keys()] }).replaceAll(location.origin, '')
}
