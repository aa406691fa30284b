import { describe, expect, it } from 'vitest'
import { fitsEncoding, unfitSentence } from '../../src/core/site/encoding.ts'
import { decodeText, encodeText, encodingOf } from '../../src/platform/encoding.ts'

const hex = (text: string) => Buffer.from(text.replaceAll(' ', ''), 'hex')
const html = (head: string, body = '') =>
  Buffer.from(`<!doctype html><html><head>${head}</head><body>${body}`, 'latin1')

describe('what a page is taken for (HTML standard, "encoding sniffing algorithm")', () => {
  it.each([
    ['a byte-order mark before everything that is declared', hex('efbbbf'), '<meta charset=koi8-r>', 'utf-8'],
    ['UTF-16, little end first', hex('fffe'), '', 'utf-16le'],
    ['UTF-16, big end first', hex('feff'), '', 'utf-16be'],
  ])('%s', (_, mark, head, expected) => {
    const body = expected.startsWith('utf-16') ? encodeText('<p>ä', expected as 'utf-16le') : html(head)
    expect(encodingOf(Buffer.concat([mark, body]), 'a.html')).toBe(expected)
  })

  it.each([
    ['<meta charset="windows-1251">', 'windows-1251'],
    ['<META HTTP-EQUIV="Content-Type" CONTENT="text/html; charset=iso-8859-1">', 'windows-1252'],
    ['<!-- <meta charset=koi8-r> --><meta charset=latin2>', 'iso-8859-2'],
    ['<meta charset="utf-16">', 'utf-8'],
    ['<meta charset="nonsense">', 'utf-8'],
    ['<meta charset=x-sjis>', 'shift_jis'],
    ['', 'utf-8'],
  ])('%s', (head, expected) => {
    expect(encodingOf(html(head), 'a.html')).toBe(expected)
  })

  it('windows-1252 where nothing is said and it is not UTF-8; "bytes" where it is broken in its own encoding', () => {
    expect(encodingOf(html('', 'Gr\xfc\xdfe'), 'a.html')).toBe('windows-1252')
    expect(encodingOf(html('<meta charset=utf-8>', 'Gr\xfc\xdfe'), 'a.html')).toBe('bytes')
    // A byte too many at the end of UTF-16 is kept as well.
    const odd = hex('fffe 3c00 70')
    expect(encodingOf(odd, 'a.html')).toBe('utf-16le')
    expect(encodeText(decodeText(odd, 'utf-16le'), 'utf-16le')).toEqual(odd)
  })
})

describe('what a sheet is taken for (CSS Syntax 3, 3.2)', () => {
  it.each([
    ['@charset "iso-8859-15"; p { }', 'iso-8859-15'],
    // Only these very bytes at the very start are a declaration.
    ["@charset 'iso-8859-15'; p { }", 'utf-8'],
    [' @charset "iso-8859-15"; p { }', 'utf-8'],
    ['@charset "utf-16le"; p { }', 'utf-8'],
  ])('%s', (text, expected) => {
    expect(encodingOf(Buffer.from(text), 'a.css')).toBe(expected)
  })
})

describe('bytes and text', () => {
  // Indexes of the Encoding standard, section 5; the words from memory, checked there.
  it.each([
    ['windows-1251', 'Привет', 'cf f0 e8 e2 e5 f2'],
    ['koi8-r', 'Привет', 'f0 d2 c9 d7 c5 d4'],
    ['iso-8859-7', 'Αθήνα', 'c1 e8 de ed e1'],
    ['windows-1252', '“€”', '93 80 94'],
    ['shift_jis', 'こんにちは', '82b1 82f1 82c9 82bf 82cd'],
    ['euc-jp', '日本', 'c6fc cbdc'],
    ['gbk', '中文', 'd6d0 cec4'],
    ['big5', '中文', 'a4a4 a4e5'],
    ['euc-kr', '한국', 'c7d1 b1b9'],
    ['utf-16be', 'aß', '0061 00df'],
    ['utf-16le', 'aß', '6100 df00'],
  ] as const)('%s', (encoding, text, bytes) => {
    expect(decodeText(hex(bytes), encoding)).toBe(text)
    expect(encodeText(text, encoding)).toEqual(hex(bytes))
    expect(fitsEncoding(text, encoding)).toBe(true)
  })

  it('what does not fit is said with the way to write it all the same', () => {
    expect(fitsEncoding('€', 'iso-8859-15')).toBe(true)
    expect(fitsEncoding('€', 'iso-8859-2')).toBe(false)
    expect(() => encodeText('€', 'iso-8859-2')).toThrow()
    expect(fitsEncoding('ü', 'bytes')).toBe(false)
    expect(unfitSentence('a.css', '€', 'iso-8859-2')).toBe(
      '“€” cannot be written into a.css, which is stored as iso-8859-2. Write \\20ac instead.',
    )
  })
})
