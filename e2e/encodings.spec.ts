import { fitsEncoding } from '../src/core/site/encoding.ts'
import { decodeText, encodeText, encodingOf } from '../src/platform/encoding.ts'
import { expect, test, type Page } from './test.ts'
import { bringIn, facet, kept, openSite, valueIn } from './helpers.ts'
import { handedOff } from './published.ts'
import { stored } from './helpers.ts'

const SINGLE = [
  ...['ibm866', 'iso-8859-2', 'iso-8859-3', 'iso-8859-4', 'iso-8859-5', 'iso-8859-6', 'iso-8859-7', 'iso-8859-8'],
  ...['iso-8859-10', 'iso-8859-13', 'iso-8859-14', 'iso-8859-15', 'iso-8859-16', 'koi8-r', 'koi8-u', 'macintosh'],
  ...['windows-874', 'windows-1250', 'windows-1251', 'windows-1252', 'windows-1253', 'windows-1254', 'windows-1255'],
  ...['windows-1256', 'windows-1257', 'windows-1258', 'x-mac-cyrillic'],
] as const
const MULTI = ['gbk', 'gb18030', 'big5', 'euc-jp', 'shift_jis', 'euc-kr'] as const

/** What Chromium takes bytes for and reads in them, served as a plain server does: without a word about their encoding. */
async function asBrowserReads(page: Page, bytes: Buffer): Promise<{ name: string; text: string }> {
  await page.unrouteAll()
  await page.route('**/*', (route) => route.fulfill({ body: bytes, contentType: 'text/html' }))
  await page.goto('http://site.test/')
  return page.evaluate(() => ({
    name: document.characterSet.toLowerCase(),
    text: document.getElementById('t')?.textContent ?? '',
  }))
}

const declared = (encoding: string, body: Buffer) =>
  Buffer.concat([Buffer.from(`<!doctype html><meta charset=${encoding}><pre id=t>`), body])

test('every character of every encoding is read as the browser reads it, and comes back as it was', async ({
  page,
}) => {
  for (const encoding of SINGLE) {
    const high = Buffer.from(Array.from({ length: 128 }, (_, at) => 128 + at))
    const whole = declared(encoding, high)
    const seen = await asBrowserReads(page, whole)
    expect(seen.name, encoding).toBe(encoding)
    expect(decodeText(high, encoding), encoding).toBe(seen.text)
    expect([encoding, 'bytes']).toContain(encodingOf(whole, 'a.html'))
    const characters = [...seen.text].filter((char) => char !== '\ufffd')
    expect(encodeText(characters.join(''), encoding).length, encoding).toBe(characters.length)
  }
  for (const encoding of MULTI) {
    const lines = Array.from({ length: 0xfe - 0x81 + 1 }, (_, at) =>
      Array.from({ length: 0xfe - 0x40 + 1 }, (_, trail) => [0x81 + at, 0x40 + trail, 0x0a]),
    ).flat(2)
    const seen = await asBrowserReads(page, declared(encoding, Buffer.from(lines)))
    expect(seen.name, encoding).toBe(encoding)
    const [ours, theirs] = [decodeText(Buffer.from(lines), encoding).split('\n'), seen.text.split('\n')]
    // This Chromium makes half characters of the four pairs of Big5 that stand for two (Encoding standard, 12.1.1), and
    // does not know the first pair of EUC-JP, a wide space.
    const differ = ours.filter((char, at) => char !== theirs[at])
    expect(
      differ.filter((char) => [...char].length === 1 && char !== '\u3000'),
      encoding,
    ).toEqual([])
    expect(differ.length, encoding).toBeLessThanOrEqual(4)
    // What is said to fit can be written, and reads the same again.
    const fitting = theirs.filter((each) => fitsEncoding(each, encoding)).join('')
    expect(decodeText(encodeText(fitting, encoding), encoding), encoding).toBe(fitting)
  }
})

test('what a page is taken for agrees with the browser', async ({ page }) => {
  const text = (head: string, body = 'x') => Buffer.from(`<!doctype html>${head}<pre id=t>${body}`, 'latin1')
  const far = ' '.repeat(900)
  for (const bytes of [
    text('<meta charset=windows-1251>', '\xcf\xf0'),
    text('<meta charset="latin1">', '\x80'),
    text('<meta http-equiv=content-type content="text/html;charset=koi8-u">', '\xa4'),
    text('<meta content="text/html; charset=koi8-u" http-equiv="Content-Type">', '\xa4'),
    text('<!-- <meta charset=koi8-r> --><meta charset=iso-8859-5>', '\xd0'),
    text(`${far}<meta charset=windows-1253>`, '\xe1'),
    text('<meta charset=utf-16>', 'x'),
    text('<meta charset=utf-16be>', '\xc3\xa4'),
    text('<title charset=koi8-r>t</title><meta charset=euc-kr>', '\xc7\xd1'),
    text('<meta name=a charset=big5>', '\xa4\xa4'),
    Buffer.concat([Buffer.from('efbbbf', 'hex'), text('<meta charset=koi8-r>', '\xc3\xa4')]),
    Buffer.concat([Buffer.from('fffe', 'hex'), encodeText('<!doctype html><pre id=t>äß', 'utf-16le')]),
    Buffer.concat([Buffer.from('feff', 'hex'), encodeText('<!doctype html><pre id=t>äß', 'utf-16be')]),
  ]) {
    const seen = await asBrowserReads(page, bytes)
    const ours = encodingOf(bytes, 'a.html')
    expect(ours, seen.text).toBe(seen.name)
    expect(decodeText(bytes, ours).split('<pre id=t>')[1]).toBe(seen.text)
  }
})

test('a site in UTF-16 and one in Shift_JIS are worn, edited and handed off in their own encoding', async ({
  page: window,
  request,
}) => {
  const html = (title: string, link: string) =>
    `<!doctype html>\r\n<html lang="ja">\r\n<head>\r\n<meta charset="shift_jis">\r\n<title>${title}</title>\r\n${link}</head>\r\n<body><h1>${title}</h1></body>\r\n</html>\r\n`
  const link = '<link rel="stylesheet" href="site.css">\r\n'
  const wide = Buffer.concat([Buffer.from('fffe', 'hex'), encodeText(html('Größe ≥ 3', ''), 'utf-16le')])
  const files = {
    'index.html': wide,
    'b.html': encodeText(html('船と島 表', link), 'shift_jis'),
    'site.css': encodeText(
      '@charset "shift_jis";\r\nh1 { color: #123456 }\r\nh1::before { content: "表" }\r\n',
      'shift_jis',
    ),
  }
  const site = await bringIn(request, 'Encodings', files)
  await openSite(window, site)
  await facet(window, 'Pages')
  await window.getByRole('button', { name: 'Attach', exact: true }).click()
  await expect.poll(() => valueIn(window, 'index.html', 'h1', 'color')).toBe('rgb(18, 52, 86)')
  await kept(window)
  const heading = async (file: string) =>
    window
      .frames()
      .find((frame) => frame.url().endsWith(`/${file}`))!
      .evaluate(() => [
        document.querySelector('h1')!.textContent,
        getComputedStyle(document.querySelector('h1')!, '::before').content,
      ])
  await expect.poll(() => heading('index.html').catch(() => [])).toEqual(['Größe ≥ 3', '"表"'])
  expect(await heading('b.html')).toEqual(['船と島 表', '"表"'])
  const out = await handedOff(request, site, (await stored(request, site)).looks[0]!.id)
  const attached = html('Größe ≥ 3', '').replace('</title>', '</title>\r\n<link rel="stylesheet" href="site.css">')
  expect(Buffer.from(out['index.html']!)).toEqual(
    Buffer.concat([Buffer.from('fffe', 'hex'), encodeText(attached, 'utf-16le')]),
  )
  expect(Buffer.from(out['b.html']!)).toEqual(files['b.html'])
  expect(Buffer.from(out['site.css']!)).toEqual(files['site.css'])
})
