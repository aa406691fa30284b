import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { JSDOM } from 'jsdom'
import { describe, expect, it } from 'vitest'
import { elementsNamed, parsePage } from '../../src/core/markup/tree.ts'
import { wordsOf } from '../../src/core/markup/words.ts'

const words = (body: string, most?: number) => {
  const page = parsePage(body)
  return wordsOf(page, elementsNamed(page, 'body')[0]!, most)
}

describe('the words in an element', () => {
  it('are those of the DOM where everything in it stands in the line', () => {
    const demo = 'demo/vennor-isles'
    const pages = readdirSync(demo, { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.html'))
      .map((name) => readFileSync(path.join(demo, name), 'utf8'))
    let compared = 0
    for (const text of [...pages, '<p>Fish<b>es</b> &amp; <i>chips</i>,<!-- <p>no --> now<p><code>a</code>b &nbsp;c']) {
      const page = parsePage(text)
      const { document } = new JSDOM(text).window
      for (const tag of ['p', 'h1', 'h2', 'a', 'li', 'td', 'address']) {
        const theirs = [...document.querySelectorAll(tag)]
        elementsNamed(page, tag).forEach((element, at) => {
          if (theirs[at]!.querySelector(':not(a, b, i, em, strong, span, code, small, abbr, time, cite)')) return
          expect(wordsOf(page, element)).toBe(theirs[at]!.textContent.replace(/\s+/g, ' ').trim())
          compared++
        })
      }
    }
    expect(compared).toBeGreaterThan(150)
  })

  it('are parted by what begins a line or a box of its own', () => {
    expect(words('<h1>Fares</h1><p>One<br>two</p><ul><li>three<li>four</ul>')).toBe('Fares One two three four')
    expect(words('<b>a</b> <b>b</b><b>c</b>')).toBe('a bc')
  })

  it('leave out what nobody reads, and are cut behind a word', () => {
    expect(words(' a <b>b\n c</b><style>p {}</style> d<script>e</script>')).toBe('a b c d')
    expect(words('one two three', 9)).toBe('one two …')
    expect(words('Donaudampfschiff', 5)).toBe('Donau …')
  })
})
