import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chooseSheet } from '../../src/core/site/choose-sheet.ts'
import { stepsForSheet } from '../../src/core/site/sheet-change.ts'
import { fileDoc, lookDoc, reverseStep, type Step } from '../../src/core/site/step.ts'
import { sheetShares } from '../../src/core/model/sheet-shares.ts'
import { applySplices } from '../../src/core/text/splice.ts'
import { siteOf } from './model.ts'
import { runs } from '../runs.ts'

describe('another sheet', () => {
  /** A site as steps see it: texts by what they are called, the sheet by its path. */
  interface State {
    readonly texts: Map<string, string>
    readonly sheet: string
  }
  const apply = ({ texts, sheet }: State, step: Step): State => {
    const next = new Map(texts)
    for (const { doc, splices } of step.texts) next.set(doc, applySplices(next.get(doc)!, splices))
    const moved = step.moves.map(({ from, to }) => [to, next.get(fileDoc(from)), from] as const)
    for (const [, , from] of moved) next.delete(fileDoc(from))
    for (const [to, text] of moved) if (text !== undefined) next.set(fileDoc(to), text)
    return { texts: next, sheet: step.moves.find(({ from }) => from === sheet)?.to ?? sheet }
  }
  /** What every file of the site says, whatever steps call it. */
  const files = ({ texts, sheet }: State) =>
    Object.fromEntries(
      [...texts].map(([doc, text]) => [doc === lookDoc('l') ? sheet : doc.slice('file:'.length), text]),
    )

  it('tells the history anew: undone and redone, every file says what it said under the old sheet', () => {
    const kinds = fc.array(fc.constantFrom('sheet', 'other', 'page', 'move sheet', 'move other'), {
      minLength: 1,
      maxLength: 8,
    })
    fc.assert(
      fc.property(kinds, fc.nat(8), (list, back) => {
        let state: State = {
          texts: new Map([
            [lookDoc('l'), 's'],
            ['file:b.css', 'o'],
            ['file:i.html', 'p'],
          ]),
          sheet: 'a.css',
        }
        let other = 'b.css'
        const states = [state]
        const steps = list.map((kind, at): Step => {
          const doc = kind === 'sheet' ? lookDoc('l') : kind === 'other' ? fileDoc(other) : 'file:i.html'
          const write = {
            doc,
            splices: [{ from: 0, to: 0, insert: `${at}` }],
            inverse: [{ from: 0, to: 1, insert: '' }],
          }
          const [from, to] = kind === 'move sheet' ? [state.sheet, `s${at}.css`] : [other, `o${at}.css`]
          const isMove = kind.startsWith('move')
          if (kind === 'move other') other = to
          const step: Step = {
            label: kind,
            texts: isMove ? [] : [write],
            files: [],
            moves: isMove ? [{ from, to }] : [],
          }
          state = apply(state, step)
          states.push(state)
          return step
        })
        const cursor = Math.max(0, steps.length - back)
        const now = states[cursor]!
        const path = [...now.texts.keys()].find((doc) => /^file:(?:b|o\d+)\.css$/.test(doc))!.slice('file:'.length)
        const told = stepsForSheet(steps, cursor, { lookId: 'l', from: now.sheet, to: path, asides: new Map() })!
        const texts = new Map(now.texts)
        texts.delete(fileDoc(path))
        texts.set(fileDoc(now.sheet), now.texts.get(lookDoc('l'))!).set(lookDoc('l'), now.texts.get(fileDoc(path))!)
        let changed: State = { texts, sheet: path }
        expect(files(changed)).toEqual(files(now))
        for (let at = cursor - 1; at >= 0; at--) {
          changed = apply(changed, reverseStep(told[at]!))
          expect(files(changed)).toEqual(files(states[at]!))
        }
        for (let at = 0; at < steps.length; at++) {
          changed = apply(changed, told[at]!)
          expect(files(changed)).toEqual(files(states[at + 1]!))
        }
      }),
      { numRuns: runs(200) },
    )
  })
  it('cannot be one that came in the history: undoing would take the sheet away', () => {
    const came: Step = { label: 'x', texts: [], files: [{ path: 'b.css', before: null, after: 'x' }], moves: [] }
    expect(stepsForSheet([came], 1, { lookId: 'l', from: 'a.css', to: 'b.css', asides: new Map() })).toBeNull()
  })
})

describe('which stylesheet is the sheet', () => {
  const page = (href: string) => ({ path: 'i.html', text: `<link rel="stylesheet" href="${href}"><p>x` })
  const texts: Record<string, string> = {
    'all.css': '@import "reset.css"; @import url(theme.css) screen; @import "p.css" print;',
    'reset.css': '* { margin: 0 }',
    'theme.css': 'p { color: red } a { color: blue }',
    'p.css': 'a {} b {} i {} u {}',
  }
  it('is one that only imports: all that it imports for screens comes with it', () => {
    expect(chooseSheet(Object.keys(texts), [page('all.css')], (path) => texts[path]!)).toBe('all.css')
    // What it imports for paper does not.
    const paper = { ...texts, 'all.css': '@import "p.css" print;' }
    const pages = [page('all.css'), page('theme.css')]
    expect(chooseSheet(Object.keys(paper), pages, (path) => paper[path as keyof typeof paper])).toBe('theme.css')
  })
  it('imports that lead in a circle end', () => {
    const round: Record<string, string> = { 'a.css': '@import "b.css"; p {}', 'b.css': '@import "a.css";' }
    expect(chooseSheet(['a.css', 'b.css'], [page('b.css')], (path) => round[path]!)).toBe('a.css')
  })
  it('says how many pages wear each, and what imports it', () => {
    const site = siteOf({
      'css/site.css': '@import "more.css"; p {}',
      'css/more.css': 'b {} i {}',
      'css/none.css': '',
      'i.html': '<link rel="stylesheet" href="css/site.css">',
    })
    const shares = sheetShares(site)
    let next = shares.next()
    while (!next.done) next = shares.next()
    expect(next.value).toEqual([
      { path: 'css/site.css', pages: 1, rules: 1, withImports: 3, importedBy: [] },
      { path: 'css/more.css', pages: 1, rules: 2, withImports: 2, importedBy: ['css/site.css'] },
      { path: 'css/none.css', pages: 0, rules: 0, withImports: 0, importedBy: [] },
    ])
  })
})
