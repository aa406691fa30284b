import fc from 'fast-check'
import { HtmlValidate } from 'html-validate'
import { describe, expect, it } from 'vitest'
import { elementPath } from '../../src/core/markup/describe.ts'
import type { PlanAsk, PlanPlace } from '../../src/core/plan/plan-ask.ts'
import {
  columnsOf,
  insertItem,
  moveItem,
  removeItem,
  rename,
  setColumn,
  setValue,
} from '../../src/core/plan/edit-plan.ts'
import { planRanges, planView } from '../../src/core/plan/plan-view.ts'
import { isBox, NO_VALUES, type PlanBox, type PlanItem } from '../../src/core/plan/plan.ts'
import { readPlan, sheetIn } from '../../src/core/plan/read-plan.ts'
import { plan } from '../plans.ts'
import { siteOf } from './model.ts'

const PAGE = `<!doctype html>
<html lang="en">
<head>
    <title>Page</title>
    <link rel="stylesheet" href="site.css">
</head>
<body>
    <main>
        <p>Words.</p>
    </main>
</body>
</html>
`
const site = (css = '', page = PAGE) =>
  siteOf({ 'index.html': page, 'other.html': page, 'site.css': css }, [], 'site.css')
const elementOf = (model: ReturnType<typeof site>, tag: string) =>
  model.page('index.html').elements.find((element) => element.tag === tag)!

const box = (name: string, more: Partial<PlanBox> = {}): PlanBox => ({
  key: name,
  element: 'div',
  by: 'class',
  name,
  values: NO_VALUES,
  setting: 'stacked',
  columns: '',
  items: [],
  from: null,
  ...more,
})
const sized = (width: string, height = ''): PlanBox['values'] => ({ ...NO_VALUES, width, height })

function ask(model: ReturnType<typeof site>, items: readonly PlanItem[], place: Partial<PlanPlace> = {}): PlanAsk {
  const into = { kind: 'put', page: 'index.html', at: elementPath(elementOf(model, 'main')), where: 'last', also: [] }
  return { items, place: { ...into, ...place } as PlanPlace, siteName: 'Site', width: 1280 }
}

describe('a plan becomes markup and rules', () => {
  const items = [
    box('frame', { setting: 'row', items: [box('side', { values: sized('200px', '15vh') }), box('rest')] }),
  ]

  it('in the page’s own indentation, and beside its kin in the sheet', () => {
    const model = site('.note {\n    color: navy;\n}\n')
    const { change, notes } = planView(model, ask(model, items))
    expect(notes).toEqual([])
    const after = model.after(change)
    expect(after.text('index.html')).toContain(`        <p>Words.</p>
        <div class="frame">
            <div class="side"></div>
            <div class="rest"></div>
        </div>
    </main>`)
    expect(after.text('site.css')).toBe(`.note {
    color: navy;
}

.frame {
    display: flex;
}

.side {
    width: 200px;
    height: 15vh;
}

.rest {
    flex: 1;
}
`)
  })

  it.each(['before', 'after', 'first'] as const)('%s an element, each on a line of its own', (where) => {
    const model = site()
    const { change } = planView(model, ask(model, [box('a')], { where }))
    const lines = model.after(change).text('index.html').split('\n')
    const at = lines.findIndex((line) => line.includes('class="a"'))
    const main = lines.findIndex((line) => line.includes(where === 'after' ? '</main>' : '<main>'))
    expect(at).toBe(where === 'before' ? main - 1 : main + 1)
    expect(lines[at]).toBe(`${where === 'first' ? '        ' : '    '}<div class="a"></div>`)
  })

  it('on several pages at once, and on a new one', () => {
    const model = site()
    const both = planView(model, ask(model, items, { also: ['other.html'] } as Partial<PlanPlace>))
    expect(both.change.texts.map(({ doc }) => doc)).toEqual(['file:site.css', 'file:index.html', 'file:other.html'])
    const place = { kind: 'new', path: 'new.html', title: 'New', frame: 'index.html' } as const
    const fresh = planView(model, { ...ask(model, items), place })
    expect(fresh.change.creates[0]!.text).toContain('<div class="frame">')
    expect(fresh.drawn.map(({ width }) => width)).toEqual([1264, 200, 1064])
  })

  it('that is valid (html-validate), for any plan', async () => {
    const validator = new HtmlValidate({ extends: ['html-validate:standard'] })
    for (const generated of fc.sample(plan, { numRuns: 60, seed: 20261126 })) {
      const model = site()
      const text = model.after(planView(model, ask(model, generated)).change).text('index.html')
      expect((await validator.validateString(text)).results).toEqual([])
    }
  })
})

/** What a plan says, without what tells its boxes apart. */
function said(item: PlanItem): unknown {
  if (!isBox(item)) return item.words
  const { by, name, element, values, setting, columns, items } = item
  return { by, name, element, values, setting, columns: setting === 'columns' ? columns : '', items: items.map(said) }
}

describe('a plan that was made', () => {
  it('is read back from markup and sheet as it was', () => {
    fc.assert(
      fc.property(plan, (items) => {
        const model = site()
        const after = model.after(planView(model, ask(model, items)).change)
        const main = after.page('index.html').elements.find(({ tag }) => tag === 'main')!
        const read = readPlan(after.page('index.html'), sheetIn(after), main)!
        expect(read.items.filter(isBox).map(said)).toEqual(items.map(said))
      }),
      { numRuns: 100, seed: 3 },
    )
  })

  const css = '.frame { display: flex; gap: 20px }\n.side { width: 200px } .rest { flex: 1 }\n'
  const body = PAGE.replace(
    '<p>Words.</p>',
    `<div class="frame"><div class="side"><p>One</p> two</div>
          <!-- kept -->
        <div class="rest big">x</div></div>`,
  )
  const made = site(css, body)
  const main = elementOf(made, 'main')
  const readAgain = () => readPlan(made.page('index.html'), sheetIn(made), main)!
  const again = (change: (root: PlanBox) => PlanBox, also: string[] = []) => {
    const read = made.fingerprint('index.html')
    const place: PlanPlace = { kind: 'again', page: 'index.html', at: elementPath(main), read, also }
    return planView(made, { ...ask(made, [change(readAgain())]), place })
  }
  const inFrame = (root: PlanBox, change: (frame: PlanBox) => PlanBox): PlanBox => ({
    ...root,
    items: root.items.map((item) => (isBox(item) ? change(item) : item)),
  })

  it('changes nothing while nothing is changed', () => {
    expect(again((root) => root).change.texts.flatMap(({ splices }) => splices)).toEqual([])
  })

  it('is edited in place: a width changes the sheet alone', () => {
    const view = again((root) =>
      inFrame(root, (frame) => ({
        ...frame,
        items: frame.items.map((item) =>
          isBox(item) && item.name === 'side' ? { ...item, values: sized('250px') } : item,
        ),
      })),
    )
    expect(view.change.texts.filter(({ splices }) => splices.length > 0)).toHaveLength(1)
    expect(made.after(view.change).text('site.css')).toBe(css.replace('200px', '250px'))
  })

  it('keeps what stands in its boxes when they change places, on every page', () => {
    const view = again(
      (root) => inFrame(root, (frame) => ({ ...frame, items: frame.items.toReversed() })),
      ['other.html'],
    )
    for (const page of ['index.html', 'other.html']) {
      const text = made.after(view.change).text(page)
      expect(text.indexOf('rest big')).toBeLessThan(text.indexOf('class="side"'))
      for (const piece of ['<p>One</p> two', '<!-- kept -->', '<div class="rest big">x</div>'])
        expect(text).toContain(piece)
    }
  })

  it('takes a new box, another name and another element', () => {
    const view = again((root) =>
      inFrame(root, (frame) => ({
        ...frame,
        element: 'section',
        name: 'row',
        items: [...frame.items, box('third')],
      })),
    )
    const after = made.after(view.change)
    expect(after.text('index.html')).toContain('<section class="row">')
    expect(after.text('index.html')).toContain('<div class="third"></div>')
    expect(after.text('index.html')).toContain('</section>')
    expect(after.text('site.css')).toContain('.row {')
  })
})

describe('before a plan is made', () => {
  const notesOf = (items: readonly PlanItem[], css = '', page = PAGE) => {
    const model = site(css, page)
    return planView(model, ask(model, items)).notes.map(({ says }) => says)
  }

  it.each<[string, PlanItem[], RegExp]>([
    ['nothing in it', [], /Add a box/],
    ['no name', [box('')], /has no name yet/],
    ['a space in a name', [box('a b')], /Write a-b/],
    ['an id twice', [box('x', { by: 'id', key: '1' }), box('x', { by: 'id', key: '2' })], /Two boxes have the id x/],
    ['a value that is none', [box('x', { values: sized('20pz') })], /“20pz” is no width of \.x/],
    ['a second main', [box('x', { element: 'main' })], /has a main part already/],
    [
      'a header in a header',
      [box('x', { element: 'header', items: [box('y', { element: 'header' })] })],
      /cannot stand/,
    ],
  ])('%s stops it', (_, items, says) => {
    const model = site()
    const view = planView(model, ask(model, items))
    expect(view.notes.filter(({ stops }) => stops)[0]!.says).toMatch(says)
    expect(view.change.texts).toEqual([])
  })

  it('says whom a class that exists touches, what decides instead, and which row does not hold', () => {
    const page = PAGE.replace('<p>', '<p class="note">')
    expect(notesOf([box('note', { values: sized('300px') })], '.note { width: 100px }', page)).toEqual([
      '.note is there: 2 other elements have it, on 2 pages. What changes here changes there.',
    ])
    expect(notesOf([box('a', { values: sized('300px') })], 'main .a { width: 100px }')).toEqual([
      'site.css line 1 decides the width of .a, not this plan.',
    ])
    const floats = box('f', {
      setting: 'floats',
      values: sized('900px'),
      items: [box('a', { values: sized('500px') }), box('b', { values: sized('500px') })],
    })
    expect(notesOf([floats])).toEqual(['At this width div.b drops under div.a.'])
  })

  it('and over which widths its rows hold', () => {
    const model = site('body { margin: 0 }')
    const floats = box('f', {
      setting: 'floats',
      items: [box('a', { values: sized('400px') }), box('b', { values: sized('500px') })],
    })
    expect(planRanges(model, ask(model, [floats]))).toMatchObject([{ key: 'f', says: 'The row holds from 900 px up.' }])
  })
})

describe('while a plan is drawn', () => {
  const [a, b] = [box('a', { items: [box('c')] }), box('b')]
  const names = (items: readonly PlanItem[]): unknown[] =>
    items.map((item) =>
      isBox(item) ? (item.items.length > 0 ? [item.name, names(item.items)] : item.name) : item.words,
    )

  it('boxes move among each other, never into themselves', () => {
    expect(names(moveItem([a, b], 'b', { around: 'a', at: 0 }))).toEqual([['a', ['b', 'c']]])
    expect(names(moveItem([a, b], 'a', { around: null, at: 2 }))).toEqual(['b', ['a', ['c']]])
    expect(names(moveItem([a, b], 'a', { around: 'c', at: 0 }))).toEqual([['a', ['c']], 'b'])
    expect(names(removeItem([a, b], 'c'))).toEqual(['a', 'b'])
  })

  it('boxes of one name are one rule, so a value goes to all of them', () => {
    const twins = [box('card', { key: '1' }), box('card', { key: '2' }), box('note')]
    const widths = setValue(twins, '1', 'width', '200px').map((item) => isBox(item) && item.values.width)
    expect(widths).toEqual(['200px', '200px', ''])
  })

  it('a name that is there brings what is said of it', () => {
    const there = box('card', { values: sized('200px'), setting: 'row' })
    const [, named] = rename([there, box('x')], 'x', { by: 'class', name: 'card', element: 'div' }, null)
    expect(named).toMatchObject({ name: 'card', values: sized('200px'), setting: 'row' })
  })

  it('columns follow the boxes until somebody writes their own', () => {
    const grid = box('g', { setting: 'columns', columns: '1fr', items: [box('x')] })
    const two = insertItem([grid], box('y'), { around: 'g', at: 1 })
    expect(two[0]).toMatchObject({ columns: 'repeat(2, 1fr)' })
    const own = setColumn(two, 'y', '200px')
    expect(own[0]).toMatchObject({ columns: '1fr 200px' })
    expect(insertItem(own, box('z'), { around: 'g', at: 0 })[0]).toMatchObject({ columns: '1fr 200px' })
    expect(columnsOf('repeat(auto-fill, 200px)', 2)).toBeNull()
  })
})
