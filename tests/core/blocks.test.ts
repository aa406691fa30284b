import { describe, expect, it } from 'vitest'
import { HtmlValidate } from 'html-validate'
import { BLOCKS, insertBlock, insertFigure, wrapIn, type Insertion } from '../../src/core/markup/blocks.ts'
import { paragraphsOf } from '../../src/core/markup/paragraphs.ts'
import { parsePage } from '../../src/core/markup/tree.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { siteOf } from './model.ts'
import { textFaults } from '../../src/core/fit/text-faults.ts'

const PAGE = `<!doctype html>
<html lang="en">
<head><title>x</title></head>
<body>
  <main>
    <h1>Boats</h1>
    <p>One <b>two</b></p>
  </main>
</body>
</html>
`

const at = (words: string) => ({ from: PAGE.indexOf(words), to: PAGE.indexOf(words) })
const done = ({ splices, select }: Insertion, text = PAGE) => {
  const after = applySplices(text, splices)
  return { after, selected: after.slice(select.from, select.to) }
}

describe('blocks put into a page', () => {
  it('stand behind the block the cursor is in, as deep as it, with their words selected', () => {
    const { after, selected } = done(insertBlock(parsePage(PAGE), at('two'), 'paragraph'))
    expect(after).toBe(PAGE.replace('</p>\n', '</p>\n    <p>Words</p>\n'))
    expect(selected).toBe('Words')
    expect(done(insertBlock(parsePage(PAGE), at('two'), 'heading')).after).toContain('    <h2>Heading</h2>')
  })

  it('are such as HTML allows, wherever the cursor is (html-validate, its element table after the HTML standard)', async () => {
    const validator = new HtmlValidate({
      extends: ['html-validate:standard'],
      rules: { 'no-trailing-whitespace': 'off', 'void-style': 'off', 'doctype-style': 'off' },
    })
    const places = ['Boats', 'two', '</main>', '</body>', '<title>']
    for (const block of BLOCKS)
      for (const place of places) {
        const insertion =
          block === 'figure'
            ? insertFigure(parsePage(PAGE), at(place).from, {
                src: 'a.png',
                alt: 'A "boat"',
                caption: 'a < b',
                size: { width: 4, height: 3 },
              })
            : insertBlock(parsePage(PAGE), at(place), block)
        // A link stands where the cursor is, which may be between tags of the head.
        if (block === 'link' && place === '<title>') continue
        const { after } = done(insertion)
        const report = await validator.validateString(after)
        const faults = report.results.flatMap(({ messages }) =>
          messages.map(({ message, line }) => `${line}: ${message}`),
        )
        expect([block, place, faults.filter((fault) => !/href|Anchor/.test(fault))], after).toEqual([block, place, []])
      }
  })

  it('a link and a wrap take what is selected', () => {
    const two = { from: PAGE.indexOf('One'), to: PAGE.indexOf('One') + 3 }
    expect(done(insertBlock(parsePage(PAGE), two, 'link')).after).toContain('<p><a href="">One</a> <b>')
    const wrapped = done(wrapIn(parsePage(PAGE), two, 'em')!)
    expect([wrapped.after.includes('<p><em>One</em> <b>'), wrapped.selected]).toEqual([true, 'em'])
    expect(done(wrapIn(parsePage(PAGE), at('two'), 'i')!).after).toContain('One <i><b>two</b></i></p>')
  })

  it('plain text becomes paragraphs', () => {
    expect(paragraphsOf('One\nline\r\n\r\n\n  a < b & c \n', '  ')).toBe('<p>One line</p>\n  <p>a &lt; b &amp; c</p>')
  })

  it('a text alone tells its faults, pictures without words among them', () => {
    const text = '<!doctype html><title>x</title><p><b>x</i></p><img src="boat.png">'
    const faults = textFaults(siteOf({ 'index.html': text }), 'index.html')
    expect(faults.map(({ from, severity }) => [text.slice(from, from + 4), severity])).toContainEqual([
      '<img',
      'warning',
    ])
    expect(faults.length).toBeGreaterThan(1)
  })
})
