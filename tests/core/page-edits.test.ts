import fc from 'fast-check'
import { defaultTreeAdapter as tree, parse, serialize, type DefaultTreeAdapterMap } from 'parse5'
import { describe, expect, it } from 'vitest'
import { pageEdits, type PageEdit } from '../../src/core/markup/page-edits.ts'

/** Elements of a document in document order, as `querySelectorAll('*')` gives them. */
function elementsOf(node: DefaultTreeAdapterMap['node']): DefaultTreeAdapterMap['element'][] {
  const children = 'childNodes' in node ? node.childNodes : []
  return [...(tree.isElementNode(node) ? [node] : []), ...children.flatMap(elementsOf)]
}

/** Carries edits out on a tree that parse5 makes, and writes it. */
function applied(text: string, edits: readonly PageEdit[]): string {
  const document = parse(text)
  const all = elementsOf(document)
  for (const edit of edits) {
    const element = all[edit.index]!
    if (edit.kind === 'text') {
      const node = element.childNodes.filter(tree.isTextNode)[edit.at]!
      expect(node.value).toBe(edit.before)
      node.value = edit.after
    } else {
      element.attrs = element.attrs.filter(({ name }) => name !== edit.name)
      if (edit.value !== null) element.attrs.push({ name: edit.name, value: edit.value })
    }
  }
  return sorted(document)
}

/** A tree as text, attributes in one order. */
function sorted(document: DefaultTreeAdapterMap['document']): string {
  for (const element of elementsOf(document)) element.attrs.sort((a, b) => (a.name < b.name ? -1 : 1))
  return serialize(document)
    .replace(/<!--[^]*?-->/g, '')
    .replace(/<head>\s*/, '<head>')
}

const page = (body: string, head = '<title>x</title>') => `<!doctype html><head>${head}</head><body>${body}`

describe('what a frame changes to show another text of a page', () => {
  it('is texts and attributes where the elements stay', () => {
    const before = page('<p class="a">One &amp; <b>two</b> three<!-- c --> four</p>')
    const after = page('<p class="b" lang="en">One &lt; <b>two</b> 3<!-- d --> four</p>')
    const edits = pageEdits(before, after)!
    expect(edits.map((edit) => (edit.kind === 'text' ? [edit.at, edit.after] : [edit.name, edit.value]))).toEqual([
      ['class', 'b'],
      ['lang', 'en'],
      [0, 'One < '],
      [1, ' 3'],
    ])
    expect(applied(before, edits)).toBe(sorted(parse(after)))
  })

  it('is nothing to be done in place where elements come, go or are of another kind', () => {
    const before = page('<p>one</p><p>two</p>')
    for (const body of [
      '<p>one</p>',
      '<p>one</p><div>two</div>',
      '<p>one<b>!</b></p><p>two</p>',
      '<p>o<!---->ne</p><p>two</p>',
    ])
      expect(pageEdits(before, page(body))).toBeNull()
    expect(pageEdits(before, before.replace('<!doctype html>', ''))).toBeNull()
  })

  it('is nothing to be done in place for what a frame heeds once, or gets otherwise than it is written', () => {
    const pairs = [
      ['<script>1</script>', '<script>2</script>'],
      ['<style>a{}</style>', '<style>b{}</style>'],
      ['<iframe src="a.html"></iframe>', '<iframe src="b.html"></iframe>'],
      ['<img src="a.png">', '<img src="b.png">'],
      ['<a href="a.html">x</a>', '<a href="/b.html">x</a>'],
      ['<p style="color: red">x</p>', '<p style="background: url(b.png)">x</p>'],
      ['<p onclick="a()">x</p>', '<p onclick="b()">x</p>'],
      ['<template><p>a</p></template>', '<template><p>b</p></template>'],
      ['<svg><a href="a">x</a></svg>', '<svg><a href="b">x</a></svg>'],
    ] as const
    for (const [before, after] of pairs) expect([before, pageEdits(page(before), page(after))]).toEqual([before, null])
    expect(pageEdits(page('', '<link rel="icon" href="a">'), page('', '<link rel="icon" href="b">'))).toBeNull()
  })

  it('makes of any text the tree that parse5 makes of any other, where it is something', () => {
    const piece = fc.constantFrom(
      ...[
        '<p>',
        '</p>',
        '<b class=a>',
        '<b class="b c">',
        '</b>',
        '<td>',
        '<table>',
        '</table>',
        '<ul><li>',
        ' ',
        'word',
        '&amp;',
        '&lt',
        '<!-- x -->',
        '<',
        '"',
        '<br>',
        '<template>',
        '</template>',
        '<svg>',
        '</svg>',
      ],
    )
    const text = fc.array(piece, { maxLength: 12 }).map((pieces) => page(pieces.join('')))
    let found = 0
    fc.assert(
      fc.property(text, fc.nat(), fc.constantFrom('x', 'y z', '&gt;', ' '), (before, at, insert) => {
        const place = before.indexOf('<body>') + 6 + (at % (before.length - before.indexOf('<body>') - 5))
        const after = before.slice(0, place) + insert + before.slice(place)
        const edits = pageEdits(before, after)
        if (edits === null) return
        found++
        expect(applied(before, edits)).toBe(sorted(parse(after)))
      }),
      { numRuns: 1500 },
    )
    expect(found).toBeGreaterThan(300)
  })
})
