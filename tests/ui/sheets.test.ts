import { describe, expect, it } from 'vitest'
import { fileDoc, lookDoc } from '../../src/core/site/step.ts'
import { changedBesides, docOfSheet, lineIn, settledSheets, shownSheets, wornSheet } from '../../src/ui/state/sheets.ts'
import { sheetReader } from '../../src/ui/state/texts.ts'

const own = '@import "css/base.css";\n@import "paper.css" print;\np { color: red }\n'
const state = (base: string, preview: { doc: string; text: string } | null = null) => ({
  sheetPath: 'site.css',
  lookId: 'l',
  preview,
  texts: new Map([
    [lookDoc('l'), own],
    [fileDoc('css/base.css'), base],
    [fileDoc('paper.css'), 'p { color: black }\n'],
    [fileDoc('beside.css'), 'i { top: 0 }\n'],
    [fileDoc('index.html'), '<p>x'],
  ]),
})
const BASE = 'b { background: url(../a.png) }\n'
const GREEN = 'b { background: green }\n'

describe('the sheet and what it imports', () => {
  it('are the same as long as none of them says something else, whatever else changes', () => {
    const now = settledSheets(state(BASE))
    expect(now.map(({ path }) => path)).toEqual(['css/base.css', 'site.css'])
    expect(settledSheets({ ...state(BASE), texts: state(BASE).texts.set(fileDoc('index.html'), '<p>y') })).toBe(now)
    expect(settledSheets(state(GREEN))).not.toBe(now)
    // Under another name they are written elsewhere.
    expect(settledSheets({ ...state(BASE), sheetPath: 'main.css' }).at(-1)!.path).toBe('main.css')
  })

  it('show what is being dragged, and are settled without it', () => {
    const dragged = state(BASE, { doc: fileDoc('css/base.css'), text: GREEN })
    expect([shownSheets(dragged)[0]!.sheet.text, settledSheets(dragged)[0]!.sheet.text]).toEqual([GREEN, BASE])
  })

  it('are written where they lie, and places in them told with their file', () => {
    expect([docOfSheet(state(BASE), 'site.css'), docOfSheet(state(BASE), 'css/base.css')]).toEqual([
      lookDoc('l'),
      fileDoc('css/base.css'),
    ])
    const sheets = settledSheets(state(`\n${BASE}`))
    expect([lineIn(sheets, 'css/base.css', 1), lineIn(sheets, 'site.css', own.indexOf('p {'))]).toEqual([
      'css/base.css, line 2',
      'line 3',
    ])
  })

  it('are worn as the server has them until one is changed here, then with its rules in the place of the import', () => {
    expect(wornSheet(state(BASE)).text).toBe(own)
    const changed = wornSheet(state(`${BASE}u { top: 0 }\n`)).text
    expect(changed).toContain('b { background: url(a.png) }\nu { top: 0 }\n')
    // No import may stand behind a rule, so what follows is put in as well, for paper only.
    expect(changed).toContain('@media print {\np { color: black }\n')
    expect(changed).not.toContain('@import')
    expect(wornSheet(state(BASE)).text).toBe(own)
  })

  it('others follow by themselves: those that show another text, dragged or typed', () => {
    const before = state(BASE)
    const typed = { ...before, texts: new Map(before.texts).set(fileDoc('beside.css'), 'i { top: 1px }\n') }
    const paths = (now: typeof before, then: typeof before) => changedBesides(now, then).map(({ path }) => path)
    expect(paths(typed, before)).toEqual(['beside.css'])
    expect(paths({ ...before, texts: new Map(before.texts).set(fileDoc('index.html'), '<p>z') }, before)).toEqual([])
    const dragged = { ...before, preview: { doc: fileDoc('beside.css'), text: 'i { top: 2px }\n' } }
    expect(changedBesides(dragged, before)[0]!.sheet.text).toBe('i { top: 2px }\n')
    // Letting go without taking it leads back.
    expect(changedBesides(before, dragged)[0]!.sheet.text).toBe('i { top: 0 }\n')
  })
})

describe('reading the texts of a stylesheet', () => {
  it('begins with the one that was asked for last, also when another was asked for in between', () => {
    const read = sheetReader()
    const first = read('b { top: 0 }\ni { top: 0 }\n')
    read('')
    expect(read('b { top: 0 }\ni { top: 0 }\n')).toBe(first)
    const next = read('b { top: 0 }\ni { top: 0 }\nu { top: 0 }\n')
    expect(next.rules).toHaveLength(3)
    expect(next.rules[0]).toBe(first.rules[0])
  })
})
