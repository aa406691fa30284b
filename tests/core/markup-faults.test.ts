import fc from 'fast-check'
import { HtmlValidate, StaticConfigLoader } from 'html-validate'
import { describe, expect, it } from 'vitest'
import { markupFaults } from '../../src/core/markup/faults/markup-faults.ts'
import { parsePage } from '../../src/core/markup/tree.ts'
import { runs } from '../runs.ts'

const page = (body: string) =>
  `<!doctype html>\n<html lang="en">\n<head><title>T</title></head>\n<body>\n${body}\n</body>\n</html>\n`
const faults = (body: string) => markupFaults(parsePage(page(body)))
const told = (body: string) => faults(body).map(({ message }) => message)

/** The rules of html-validate that speak of the same matters. */
const RULES = [
  'attr-spacing',
  'close-order',
  'deprecated',
  'element-name',
  'element-permitted-content',
  'element-permitted-occurrences',
  'element-permitted-order',
  'element-permitted-parent',
  'element-required-ancestor',
  'no-deprecated-attr',
  'no-dup-attr',
  'no-multiple-main',
  'unrecognized-char-ref',
  'void-content',
]
const validator = new HtmlValidate(
  new StaticConfigLoader({
    root: true,
    elements: ['html5'],
    rules: Object.fromEntries(RULES.map((rule) => [rule, 'error'])),
  }),
)
/** What html-validate, a general library, says of a page. */
const reference = (body: string) =>
  validator.validateStringSync(page(body)).results.flatMap(({ messages }) => messages.map(({ ruleId }) => ruleId))

describe('faults of markup', () => {
  it.each([
    ['<p><div>x</div></p>', '</p> closes nothing'],
    ['<b><i>x</b></i>', '<i> is opened inside an element and closed outside of it'],
    ['<b><i>x</b>y</i>', '<i> is opened inside an element and closed outside of it'],
    ['<a href="index.html">x <a href="index.html">y</a></a>', 'may not stand anywhere inside <a>'],
    ['<center>x</center>', '<center> is obsolete'],
    ['<p align="center">x</p>', 'align on <p> is obsolete'],
    ['<p class="a" class="b">x</p>', 'class stands here twice'],
    ['<blink2>x</blink2>', 'no element <blink2>'],
    ['<p>&nosuch; x</p>', '&nosuch; is no character'],
    ['<p>&copy 1</p>', '&copy lacks its semicolon'],
    ['<input type="bogus">', 'type="bogus" is no value'],
    ['<p><img src="a.png" alt=""width="1"></p>', 'no space between two attributes'],
    ['<figure><p>x</p><figcaption>a</figcaption><figcaption>b</figcaption></figure>', 'only once'],
    ['<div class="a" <p>x</p></div>', 'cannot be read'],
    ['<h2>x</h3>', '<h2> is closed by </h3>'],
    ['<br></br>', '<br> is always empty'],
    ['<ul><p>x</p></ul>', '<p> stands directly in <ul>; only <li> may'],
    ['<dt>x</dt>', '<dt> must stand in <dl>'],
    ['<table><tr><b>x</b><td>1</td></tr></table>', 'moves it in front of the table'],
    ['<main></main><main></main>', 'more than one <main>'],
    ['<table><tr><td>1</td></tr><caption>x</caption></table>', '<caption>'],
    ['<a href="b.html"><button>x</button></a>', '<button> may not stand anywhere inside <a>'],
  ])('%s: %s, and html-validate objects to it as well', (body, words) => {
    expect(told(body).join(' ').replace('browsers move it', 'moves it')).toContain(words)
    if (!/type="bogus"|<div class/.test(body)) expect(reference(body)).not.toEqual([])
  })

  // HTML standard, 13.1.2.4, "Optional tags", and 13.1.2.1: no fault in any of them.
  it.each([
    '<p>one<p>two<ul><li>three<li>four</ul><p>five<hr>',
    '<table><caption>x<colgroup><col><thead><tr><th>a<tbody><tr><td>b<td>c<tr><td>d<tfoot><tr><td>e</table>',
    '<table><col><tr><td>x</table>',
    '<dl><dt>a<dd>b<dt>c<dd>d</dl><dl><div><dt>a<dd>b</div></dl>',
    '<select><optgroup label="x"><option>a<option>b<optgroup label="y"><option>c</select>',
    '<ruby>a<rp>(<rt>b<rp>)</ruby>',
    '<P>Capitals<BR><IMG SRC="a.png" ALT="">',
    '<template><b>x</b><p></template>',
    '<svg viewBox="0 0 1 1"><a href="x"><g/></a></svg>',
    '<img src="a.png" alt="" width=" 12" height="50%"><table><tr><td rowspan=" 2">x</table>',
    '<audio controls><source src="a.ogg"><p>none</p></audio><my-box><div>x</div></my-box>',
  ])('is none: %s', (body) => expect(told(body)).toEqual([]))

  it('text that browsers move out of a table is told at the table', () =>
    expect(told('<table><tr>x<td>1</td></tr></table>')).toEqual([
      'Text stands in a <table> outside of its cells; browsers move it in front of the table.',
    ]))

  it('a page may leave out html, head and body altogether', () =>
    expect(markupFaults(parsePage('<!doctype html><title>x</title><p>y'))).toEqual([]))

  it('where browsers build what is written, it is misplaced; where they build something else, they guess', () => {
    const kind = (body: string) => faults(body).map((fault) => fault.kind)
    expect(kind('<pre><div>x</div></pre>')).toEqual(['misplaced'])
    expect(kind('<p><div>x</div></p>')).toEqual(['guessed'])
    expect(kind('<table width="1"><tr><td>x</td></tr></table>')).toEqual(['obsolete'])
  })

  it('stands where it says: the tag, the attribute or the characters', () => {
    const text = page('<p align="left">x &nosuch; <b>y</p>')
    const parts = markupFaults(parsePage(text)).map(({ from, to }) => text.slice(from, to))
    expect(parts.some((part) => part === '<b>')).toBe(true)
    expect(parts).toContain('align="left"')
  })

  it('whatever html-validate finds fine has no fault, and what it objects to in a tree of elements has one', () => {
    const tags = ['p', 'div', 'ul', 'li', 'a', 'span', 'section', 'header', 'form', 'button', 'label', 'em', 'dl', 'dt']
    const more = ['figure', 'figcaption', 'h1', 'nav', 'fieldset', 'legend', 'ruby', 'rt', 'my-box']
    const attribute = fc.constantFrom('', '', '', ' class="a b"', ' href="a.html"', ' align="left"', ' hidden')
    const inner: fc.Arbitrary<string> = fc.letrec<{ node: string }>((tie) => ({
      node: fc.oneof(
        { depthSize: 'small', withCrossShrink: true },
        fc.constantFrom(
          'text',
          'a &amp; b',
          '&nosuch;',
          '<br>',
          '<img src="a.png" alt="">',
          '<!-- c -->',
          '<table><tr><td>1</td></tr></table>',
        ),
        fc
          .tuple(fc.constantFrom(...tags, ...more), attribute, fc.array(tie('node'), { maxLength: 3 }))
          .map(([name, attr, children]) => `<${name}${attr}>${children.join('')}</${name}>`),
      ),
    })).node
    let fine = 0
    let objected = 0
    fc.assert(
      fc.property(fc.array(inner, { maxLength: 3 }), (parts) => {
        const body = parts.join('')
        const rules = reference(body)
        if (rules.length === 0) fine++
        else objected++
        expect(told(body).length === 0, `${body}: ${rules.join()} | ${told(body).join(' ')}`).toBe(rules.length === 0)
      }),
      { numRuns: runs(400) },
    )
    expect(fine).toBeGreaterThan(20)
    expect(objected).toBeGreaterThan(20)
  })
})
