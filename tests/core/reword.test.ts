import fc from 'fast-check'
import { defaultTreeAdapter as tree, parse, type DefaultTreeAdapterMap } from 'parse5'
import { describe, expect, it } from 'vitest'
import { reword, wordsAt } from '../../src/core/markup/reword.ts'
import { parsePage } from '../../src/core/markup/tree.ts'
import { applySplices } from '../../src/core/text/splice.ts'

const indexOf = (text: string, tag: string) => parsePage(text).elements.find((element) => element.tag === tag)!.index
const first = (text: string, tag: string, pre = false) => ({ index: indexOf(text, tag), at: 0, pre })
const written = (text: string, tag: string, words: string, pre = false) =>
  applySplices(text, reword(parsePage(text), first(text, tag, pre), words))

/** What parse5 reads as the text of the first element of a name. */
function saidTo(text: string, tag: string): string {
  const find = (node: DefaultTreeAdapterMap['node']): DefaultTreeAdapterMap['element'] | undefined =>
    tree.isElementNode(node) && node.tagName === tag
      ? node
      : ('childNodes' in node ? node.childNodes : []).map(find).find((found) => found !== undefined)
  return find(parse(text))!
    .childNodes.filter(tree.isTextNode)
    .map(({ value }) => value)
    .join('')
}

describe('writing over a text of a page', () => {
  it('changes its own bytes alone: references, line breaks and spaces elsewhere stay', () => {
    const text = '<p>\n  Caf&eacute; &amp; bar,\n  open <b>late</b> &copy; us\n</p>'
    expect(wordsAt(parsePage(text), first(text, 'p'))).toBe('Café & bar, open')
    expect(written(text, 'p', 'Café & bar, closed')).toBe(text.replace('open', 'closed'))
    expect(written(text, 'p', 'Café < bar, open')).toBe(text.replace('&amp; bar', '&lt; bar'))
    expect(written(text, 'p', 'Café & bar, open')).toBe(text)
  })

  it('keeps white space where it shows as it is written', () => {
    const text = '<pre>\na  b\r\nc</pre>'
    expect(wordsAt(parsePage(text), first(text, 'pre', true))).toContain('a  b\nc')
    expect(saidTo(written(text, 'pre', 'a  b\nd', true), 'pre')).toBe('a  b\nd')
  })

  it('finds the text meant among several, and no text that has tags in it', () => {
    const text = '<div>one<br>two<!-- c -->three</div><table>lost<tr><td>x</td></tr>found</table>'
    const page = parsePage(text)
    const at = (place: number) => wordsAt(page, { index: indexOf(text, 'div'), at: place, pre: false })
    expect([at(0), at(1), at(2), at(3)]).toEqual(['one', 'two', 'three', null])
  })

  it('says what was written, whatever was there (parse5 reads it back)', () => {
    const piece = fc.constantFrom('word', ' ', '\n  ', '&amp;', '&lt', '&eacute;', '&#8217;', '&nbsp', 'é', '&', '&x')
    fc.assert(
      fc.property(
        fc.array(piece, { minLength: 1, maxLength: 9 }),
        fc.array(fc.constantFrom('a', 'word', ' ', '&', '<b>', 'é', '&amp;'), { minLength: 1, maxLength: 6 }),
        (was, is) => {
          const text = `<!doctype html><body><p>${was.join('')}x</p>`
          const words = is.join('').replace(/ +/g, ' ').trim()
          if (words === '') return
          const after = written(text, 'p', words)
          expect(
            saidTo(after, 'p')
              .replace(/[ \n]+/g, ' ')
              .trim(),
          ).toBe(words)
        },
      ),
      { numRuns: 600 },
    )
  })
})
