import fc from 'fast-check'
import { html, parse, type DefaultTreeAdapterTypes as P5 } from 'parse5'
import { describe, expect, it } from 'vitest'
import { descendantsOf, elementsNamed, parsePage } from '../../src/core/markup/tree.ts'
import { runs } from '../runs.ts'

type Located = P5.Element & {
  sourceCodeLocation?: {
    startOffset: number
    endOffset: number
    startTag?: { startOffset: number; endOffset: number }
    endTag?: { startOffset: number; endOffset: number }
    attrs?: Record<string, { startOffset: number; endOffset: number }>
  } | null
}

/** What parse5's own tree says of a page, element by element in document order. */
function reference(text: string) {
  const errors: string[] = []
  const onParseError = ({ code, startOffset }: { code: string; startOffset: number }) =>
    code === 'missing-doctype' || errors.push(`${code} ${startOffset}`)
  const document = parse(text, { sourceCodeLocationInfo: true, onParseError })
  const rows: unknown[] = []
  const comments: string[] = []
  // Here the second element that comes of a tag has no place of its own.
  const placed = new Set<number>()
  const visit = (node: P5.Node, parent: number) => {
    if (node.nodeName === '#comment' && 'data' in node) comments.push(node.data)
    let index = parent
    if ('tagName' in node) {
      const { tagName, namespaceURI, attrs, childNodes, sourceCodeLocation } = node as Located
      const again = sourceCodeLocation && placed.has(sourceCodeLocation.startOffset)
      const at = again ? null : sourceCodeLocation
      if (at) placed.add(at.startOffset)
      index = rows.length
      const start = at?.startTag ?? at
      rows.push({
        tag: tagName,
        html: namespaceURI === html.NS.HTML,
        parent,
        attributes: attrs.map(({ prefix, name, value }) => [prefix ? `${prefix}:${name}` : name, value]),
        place:
          at && start
            ? [
                at.startOffset,
                at.endOffset,
                start.startOffset,
                start.endOffset,
                at.endTag?.startOffset ?? -1,
                at.endTag?.endOffset ?? -1,
              ]
            : null,
        attributePlaces: Object.entries(at?.attrs ?? {}).map(([name, { startOffset, endOffset }]) => [
          name,
          startOffset,
          endOffset,
        ]),
        texts: childNodes.flatMap((child) =>
          child.nodeName === '#text' && 'value' in child && /[^ \t\n\f\r]/.test(child.value) && child.sourceCodeLocation
            ? [[child.sourceCodeLocation.startOffset, child.sourceCodeLocation.endOffset]]
            : [],
        ),
        empty: childNodes.every((child) => child.nodeName === '#comment' || ('value' in child && child.value === '')),
        raw:
          /^(?:style|title|script)$/.test(tagName) && childNodes[0] && 'value' in childNodes[0]
            ? childNodes[0].value
            : null,
      })
      if (tagName === 'template' && 'content' in node) return
    }
    if ('childNodes' in node) node.childNodes.forEach((child) => visit(child, index))
  }
  visit(document, -1)
  return { rows, comments: comments.sort(), quirks: document.mode === html.DOCUMENT_MODE.QUIRKS, errors }
}

function ours(text: string) {
  const page = parsePage(text)
  return {
    rows: page.elements.map(({ tag, html: isHtml, parent, attributes, place, texts, empty, rawText }) => ({
      tag,
      html: isHtml,
      parent: parent?.index ?? -1,
      attributes: [...attributes],
      place: place
        ? [
            place.from,
            place.to,
            place.startTag.from,
            place.startTag.to,
            place.endTag?.from ?? -1,
            place.endTag?.to ?? -1,
          ]
        : null,
      attributePlaces: Object.entries(place?.attributes ?? {}).map(([name, { from, to }]) => [name, from, to]),
      texts: texts.map(({ from, to }) => [from, to]),
      empty,
      raw: rawText?.text ?? null,
    })),
    comments: page.comments.map((comment) => comment.text).sort(),
    quirks: page.quirks,
    errors: page.parseErrors.map(({ code, from }) => `${code} ${from}`),
  }
}

describe('a page as it is read, beside the tree of parse5 itself', () => {
  it.each([
    '',
    'text',
    '<!doctype html>',
    '<p>a<p>b',
    '<b><i>x</b>y</i>z',
    '<table>loose<tr><td>x</table>',
    '<table><tbody><tr><p>out<td>in',
    '<template><p>x</p></template>',
    '<svg viewBox="0 0 1 1"><a xlink:href=x><foreignObject><p>y',
    '<ul><li>a<li>b<!-- c --></ul>',
    '<html lang=a><html lang=b dir=c><body id=x><body class=y>',
    '<head><title>a</title><nav>x</nav></head>',
    '</html><footer>late</footer>',
    '<a href=1><a href=2>',
    '<select><option>a<option>b<div>c</select>',
    '<frameset><frame></frameset>',
    '<textarea>\n<p></textarea>',
    '<!DOCTYPE HTML PUBLIC "-//W3C//DTD HTML 3.2//EN"><p>',
    '<form><form></form><input></form>',
    '<p/><br/><img src="a"/>',
    '<p a = ><p a= b><p a =b/c d><p =a=b =><p a="1"b=2/><p a/=b c>',
    '<p a=1 A=2 a="3"><p a\n=\r\n"b\rc" d\f=\'e>f\'><img/src=x/alt><p a="" b=\'\' c>',
    '<p É=1 é=2 K=3><p a\0b=1 \0="2"><p "a"=b\'c><p a=b"c d><p <a=1>',
    '<math><mi>x</mi><annotation-xml encoding="text/html"><p>y</annotation-xml></math>',
    '<noscript><link rel=stylesheet href=x></noscript>',
    'a\r\nb<p\r\nclass = "x\r\ny">',
    '<p a=1 A=2 a="3">',
    '<button><p><button>',
    '<h1>a<h2>b',
    '<nobr>a<nobr>b</nobr>',
    '<script><!-- <script> --></script>x',
  ])('%j', (text) => expect(ours(text)).toEqual(reference(text)))

  it('any soup of tags', () => {
    const piece = fc.constantFrom(
      ...'<p> </p> <b> </b> <i> </i> <a> </a> <table> </table> <tr> </tr> <td> </td> <tbody> <div> </div> <ul> <li> </ul> <svg> </svg> <title> </title> <template> </template> <select> <option> </select> <form> </form> <body> </body> </html> <br> <nobr> <h1> </h1> <!-- c --> <caption> <col> <dl> <dt> <dd> <math> <mi> </math> <button> </button> <ruby> <rt>'.split(
        ' ',
      ),
      'text',
      ' ',
      '\n',
      '<p class="a b" id=x>',
      '<img src=a.png alt>',
      '<!doctype html>',
      '&amp;',
    )
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 24 }), (parts) => {
        const text = parts.join('')
        expect(ours(text)).toEqual(reference(text))
      }),
      { numRuns: runs(3000) },
    )
  })

  it('any soup of characters that count in text and in tags', () => {
    const piece = fc.constantFrom(
      ...[
        '<p',
        '<b ',
        '</p',
        '<td',
        '<tr>',
        '<table>',
        '<pre>',
        '<frameset>',
        '<svg ',
        '<title>',
        '</title>',
        '<script>',
        '</script>',
      ],
      ...[
        'a',
        'B',
        'words of text',
        'a longer name than thirteen',
        'é',
        '😀',
        '�',
        '-',
        '!',
        '<!--',
        '-->',
        '<',
        '>',
        '&',
        '&amp;',
        '&lt',
        '&#0;',
      ],
      ...[
        ' ',
        '  ',
        '\n',
        '\r',
        '\r\n',
        '\t',
        '\f',
        '\0',
        '\u0007',
        '\ud800',
        '\ufdd0',
        '=',
        '"',
        "'",
        '/',
        'a="',
        "b='",
        'c=d',
        'class="x y"',
      ],
    )
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 20 }), (parts) => {
        const text = parts.join('')
        expect(ours(text)).toEqual(reference(text))
      }),
      { numRuns: runs(4000) },
    )
  })

  it('nested deeper than functions can be', () => {
    const page = parsePage('<div>'.repeat(20_000))
    expect(descendantsOf(page, page.root)).toHaveLength(page.elements.length - 1)
    expect(elementsNamed(page, 'div')).toHaveLength(20_000)
  })
})
