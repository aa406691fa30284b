import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { SaveRequest, SiteState } from '../../src/protocol/site-state.ts'
import { editOf, NO_CHANGE } from '../../src/core/site/change.ts'
import { EMPTY_HASH, fileDoc, lookDoc, reverseStep, stepOf, textsAfter } from '../../src/core/site/step.ts'
import { newBox } from '../../src/core/plan/edit-plan.ts'
import { runShortcut } from '../../src/ui/state/shortcuts.ts'
import { createWorkroom } from '../../src/ui/state/store.ts'
import { pagePaths, settledSheetText, sheetText } from '../../src/ui/state/document.ts'

const file = (path: string, encoding: 'utf-8' | null = 'utf-8') => ({
  path,
  hash: path,
  size: 1,
  encoding,
  pixels: null,
})
const site = (change: Partial<SiteState> = {}): SiteState => ({
  id: 's',
  name: 'S',
  sheetPath: 'css/site.css',
  imageFolder: 'images',
  lookId: 'a',
  revision: 4,
  looks: [
    { id: 'a', name: 'A', text: 'p { color: red }', encoding: 'utf-8' },
    { id: 'b', name: 'B', text: 'p { color: blue }', encoding: 'utf-8' },
  ],
  files: [file('isles/b.html'), file('index.html'), file('a.png', null), file('more.css')],
  texts: { 'index.html': '<p>x', 'isles/b.html': '<p>y', 'more.css': '' },
  steps: [],
  cursor: 0,
  olderSteps: 0,
  ...change,
})

/** A server that answers saves as told, and writes them down. */
let saves: SaveRequest[]
let answers: ((request: SaveRequest) => Response | Promise<Response>)[]
const kept = (request: SaveRequest) => Response.json({ revision: request.revision + 1 })
beforeEach(() => {
  vi.useFakeTimers()
  saves = []
  answers = []
  vi.stubGlobal('fetch', async (_path: string, init: RequestInit) => {
    if (init.method === 'PATCH') return Response.json({})
    const request = JSON.parse(String(init.body)) as SaveRequest
    saves.push(request)
    return (answers.shift() ?? kept)(request)
  })
})
afterEach(async () => {
  // Saves of this test that are still under way are not for the next one to count.
  for (let times = 0; times < 5; times++) await settle()
  vi.useRealTimers()
  vi.unstubAllGlobals()
})
const settle = (ms = 0) => vi.advanceTimersByTimeAsync(ms)
const change = (text: string, insert: string) => [{ from: text.indexOf('red'), to: text.indexOf('red') + 3, insert }]

describe('steps', () => {
  it('a step and its reverse are each other’s undoing, files included', () => {
    const texts = new Map([
      [fileDoc('a'), 'one'],
      [lookDoc('l'), 'two'],
    ])
    const step = stepOf(
      {
        label: 'x',
        texts: [
          { doc: fileDoc('a'), splices: [{ from: 0, to: 1, insert: 'OOO' }] },
          { doc: lookDoc('l'), splices: [] },
        ],
        files: [{ path: 'f', before: null, after: 'h' }],
      },
      (doc) => texts.get(doc),
    )!
    expect(step.texts).toHaveLength(1)
    const after = textsAfter(step, (doc) => texts.get(doc))
    expect(after.get(fileDoc('a'))).toBe('OOOne')
    expect(textsAfter(reverseStep(step), (doc) => after.get(doc) ?? undefined).get(fileDoc('a'))).toBe('one')
    expect(reverseStep(step).files).toEqual([{ path: 'f', before: 'h', after: null }])
    expect(stepOf({ label: 'x', texts: [{ doc: lookDoc('l'), splices: [] }] }, () => '')).toBeNull()
    expect(() =>
      stepOf(
        { label: 'x', texts: [{ doc: fileDoc('gone'), splices: [{ from: 0, to: 0, insert: 'x' }] }] },
        () => undefined,
      ),
    ).toThrow('file:gone')
  })
})

describe('the workroom’s state', () => {
  it('an edit shows at once, is kept, undone and redone', async () => {
    const store = createWorkroom(site())
    const { edit, undo, redo } = store.getState()
    expect(edit({ label: 'teal', texts: [{ doc: lookDoc('a'), splices: change('p { color: red }', 'teal') }] })).toBe(
      true,
    )
    expect(sheetText(store.getState())).toBe('p { color: teal }')
    expect(store.getState().keeping.state).toBe('keeping')
    await settle()
    expect(store.getState().keeping.state).toBe('kept')
    undo()
    expect(sheetText(store.getState())).toBe('p { color: red }')
    undo()
    redo()
    expect(sheetText(store.getState())).toBe('p { color: teal }')
    await settle()
    expect(saves.flatMap((save) => save.operations.map(({ type }) => type))).toEqual(['step', 'undo', 'redo'])
    expect(saves[0]!.revision).toBe(4)
    expect(saves.at(-1)!.revision).toBe(4 + saves.length - 1)
    expect(edit({ label: 'nothing', texts: [] })).toBe(false)
  })

  it('a new edit after an undo begins a new future', () => {
    const store = createWorkroom(site())
    const { edit, undo, redo } = store.getState()
    edit({ label: '1', texts: [{ doc: lookDoc('a'), splices: [{ from: 0, to: 0, insert: '1' }] }] })
    undo()
    edit({ label: '2', texts: [{ doc: lookDoc('a'), splices: [{ from: 0, to: 0, insert: '2' }] }] })
    redo()
    expect([sheetText(store.getState()), store.getState().past.map(({ label }) => label)]).toEqual([
      '2p { color: red }',
      ['2'],
    ])
  })

  it('what is dragged shows but is nobody’s step until it ends', async () => {
    const store = createWorkroom(site())
    store.getState().showPreview(change('p { color: red }', 'tan'))
    expect([sheetText(store.getState()), settledSheetText(store.getState())]).toEqual([
      'p { color: tan }',
      'p { color: red }',
    ])
    store.getState().showPreview(null)
    expect(sheetText(store.getState())).toBe('p { color: red }')
    await settle(5000)
    expect(saves).toEqual([])
  })

  it('a stretch of typing becomes one step after a pause, or as soon as something else is done', async () => {
    const store = createWorkroom(site())
    const { typeSheet, edit } = store.getState()
    for (const char of 'abc') typeSheet([{ from: 0, to: 0, insert: char }])
    expect(store.getState().past).toHaveLength(0)
    await settle(1000)
    expect(store.getState().past.map(({ label, texts }) => [label, texts[0]!.splices])).toEqual([
      ['Typed in the sheet', [{ from: 0, to: 0, insert: 'cba' }]],
    ])
    typeSheet([{ from: 0, to: 0, insert: 'x' }])
    edit({ label: 'e', texts: [{ doc: fileDoc('index.html'), splices: [{ from: 0, to: 0, insert: '!' }] }] })
    expect(store.getState().past.map(({ label }) => label)).toEqual(['Typed in the sheet', 'Typed in the sheet', 'e'])
    // Typing that takes itself back is no step.
    typeSheet([{ from: 0, to: 0, insert: 'y' }])
    typeSheet([{ from: 0, to: 1, insert: '' }])
    await settle(1000)
    expect(store.getState().past).toHaveLength(3)
  })

  it('files that move take their text, their place on the screen and their reloads along', async () => {
    const store = createWorkroom(site())
    store
      .getState()
      .set({ closeUp: 'isles/b.html', source: 'more.css', picked: { page: 'isles/b.html', index: 2, pseudo: '' } })
    store.getState().edit({
      label: 'move',
      texts: [{ doc: fileDoc('index.html'), splices: [{ from: 0, to: 0, insert: '!' }] }],
      moves: [
        { from: 'isles/b.html', to: 'places/b.html' },
        { from: 'css/site.css', to: 'site.css' },
      ],
    })
    const moved = store.getState()
    expect([
      moved.sheetPath,
      moved.closeUp,
      moved.source,
      moved.texts.get(fileDoc('places/b.html')),
      moved.texts.has(fileDoc('isles/b.html')),
    ]).toEqual(['site.css', 'places/b.html', 'more.css', '<p>y', false])
    expect([pagePaths(moved.files), [...moved.unkept]]).toEqual([['index.html', 'places/b.html'], ['places/b.html']])
    await settle()
    expect([[...store.getState().unkept], [...store.getState().reloads.keys()].sort()]).toEqual([
      [],
      ['index.html', 'places/b.html'],
    ])
    store.getState().undo()
    expect([
      store.getState().sheetPath,
      store.getState().closeUp,
      pagePaths(store.getState().files),
      store.getState().texts.get(fileDoc('index.html')),
    ]).toEqual(['css/site.css', 'isles/b.html', ['index.html', 'isles/b.html'], '<p>x'])
  })

  it('a refused change loses no file: what only this window has comes along, unless one goes on without it', async () => {
    for (const keep of ['mine', 'kept'] as const) {
      const store = createWorkroom(site())
      store
        .getState()
        .edit({ ...editOf('new', { ...NO_CHANGE, creates: [{ path: 'new.html', text: 'mine' }] }), label: 'new' })
      const theirs = site({ revision: 9, texts: { 'index.html': '<p>theirs', 'isles/b.html': '<p>y', 'more.css': '' } })
      store.getState().settle(theirs, keep)
      const { texts, files, past } = store.getState()
      const mine = past.find(({ label }) => label === 'This window’s version')
      expect(mine?.files.map(({ path }) => path)).toEqual(keep === 'mine' ? ['new.html'] : undefined)
      expect([
        texts.get(fileDoc('new.html')),
        pagePaths(files).includes('new.html'),
        texts.get(fileDoc('index.html')),
      ]).toEqual(keep === 'mine' ? ['mine', true, '<p>x'] : [undefined, false, '<p>theirs'])
      await settle()
    }
  })

  it('files come and go with their text, and a picture with its weight', () => {
    const store = createWorkroom(site())
    store.getState().set({ closeUp: 'isles/b.html' })
    store.getState().edit({ ...editOf('new', { ...NO_CHANGE, creates: [{ path: 'new.html', text: 'new' }] }) })
    expect([store.getState().texts.get(fileDoc('new.html')), pagePaths(store.getState().files)]).toEqual([
      'new',
      ['index.html', 'new.html', 'isles/b.html'],
    ])
    store.getState().edit({
      label: 'delete',
      texts: [{ doc: fileDoc('isles/b.html'), splices: [{ from: 0, to: 4, insert: '' }] }],
      files: [
        { path: 'isles/b.html', before: EMPTY_HASH, after: null, encoding: 'utf-8' },
        {
          path: 'a.png',
          before: 'a.png',
          after: 'h',
          was: { size: 1, pixels: null },
          is: { size: 9, pixels: { width: 3, height: 2 } },
        },
      ],
    })
    expect([store.getState().closeUp, store.getState().files.find(({ path }) => path === 'a.png')]).toEqual([
      null,
      { path: 'a.png', hash: 'h', size: 9, encoding: null, pixels: { width: 3, height: 2 } },
    ])
    store.getState().undo()
    expect([
      store.getState().texts.get(fileDoc('isles/b.html')),
      store.getState().files.find(({ path }) => path === 'a.png')?.size,
    ]).toEqual(['<p>y', 1])
    store.getState().undo()
    expect(store.getState().texts.has(fileDoc('new.html'))).toBe(false)
  })

  it('typing in a page is one step of its own, and its frame follows once it is kept', async () => {
    const store = createWorkroom(site())
    store.getState().typeText(fileDoc('index.html'), [{ from: 0, to: 0, insert: 'a' }])
    store.getState().typeText(fileDoc('index.html'), [{ from: 1, to: 1, insert: 'b' }])
    expect([store.getState().texts.get(fileDoc('index.html')), store.getState().past.length]).toEqual(['ab<p>x', 0])
    store.getState().typeText(fileDoc('more.css'), [{ from: 0, to: 0, insert: 'q {}' }])
    store.getState().closeTyping()
    expect(store.getState().past.map(({ label }) => label)).toEqual(['Typed in index.html', 'Typed in more.css'])
    store.getState().typeText(fileDoc('gone.html'), [{ from: 0, to: 0, insert: 'x' }])
    await settle()
    expect([...store.getState().reloads.keys()]).toEqual(['index.html'])
    store.getState().undo()
    store.getState().undo()
    expect(store.getState().texts.get(fileDoc('index.html'))).toBe('<p>x')
  })

  it('a page is loaded anew only once its change is kept', async () => {
    let release = () => undefined as void
    answers = [(request) => new Promise((resolve) => (release = () => resolve(kept(request))))]
    const store = createWorkroom(site())
    store
      .getState()
      .edit({ label: 'x', texts: [{ doc: fileDoc('index.html'), splices: [{ from: 0, to: 0, insert: '!' }] }] })
    await settle()
    expect(store.getState().reloads.size).toBe(0)
    release()
    await settle()
    expect([...store.getState().reloads]).toEqual([['index.html', 1]])
  })

  const both = ['index.html', 'isles/b.html']
  const long = `/* ${'x'.repeat(100_000)} */`
  it.each<readonly [string, Partial<SiteState['texts']>, string, readonly string[]]>([
    ['is followed where pages link to it', {}, 'p {}', []],
    ['is followed where the sheet imports it', {}, '@import "../more.css";', []],
    ['is loaded anew where the sheet imports it for paper', {}, '@import "../more.css" print;', both],
    ['is loaded anew where another one imports it', { 'third.css': '@import url(more.css);' }, 'p {}', both],
    ['is loaded anew where it imports another', { 'more.css': '@import "third.css";', 'third.css': '' }, '', both],
    ['is loaded anew on a page that imports', { 'isles/b.html': '<style>@import "../more.css"' }, '', ['isles/b.html']],
    ['is loaded anew where it is long', { 'more.css': long }, '', both],
  ])('another text of a stylesheet %s', async (_, texts, sheet, anew) => {
    const [look] = site().looks
    const all = { ...site().texts, ...texts } as SiteState['texts']
    const files = [...site().files, ...(all['third.css'] === undefined ? [] : [file('third.css')])]
    const store = createWorkroom(site({ texts: all, files, looks: [{ ...look!, text: sheet }] }))
    const { edit } = store.getState()
    edit({
      label: 'x',
      texts: [{ doc: lookDoc('a'), splices: [{ from: sheet.length, to: sheet.length, insert: 'q {}' }] }],
    })
    await settle()
    expect(store.getState().reloads.size).toBe(0)
    edit({ label: 'x', texts: [{ doc: fileDoc('more.css'), splices: [{ from: 0, to: 0, insert: 'b {} ' }] }] })
    await settle()
    expect([...store.getState().reloads.keys()].sort()).toEqual(anew)
  })

  it('files come and go with their step', () => {
    const store = createWorkroom(site())
    store.getState().edit({ label: 'font', texts: [], files: [{ path: 'fonts/x.woff2', before: null, after: 'h' }] })
    expect(store.getState().files.map(({ path }) => path)).toContain('fonts/x.woff2')
    store.getState().undo()
    expect(store.getState().files.map(({ path }) => path)).not.toContain('fonts/x.woff2')
    expect(pagePaths(store.getState().files)).toEqual(['index.html', 'isles/b.html'])
  })

  it('an undo in another look goes to that look, so that it shows', async () => {
    const store = createWorkroom(site())
    store.getState().edit({ label: 'x', texts: [{ doc: lookDoc('a'), splices: [{ from: 0, to: 0, insert: '!' }] }] })
    store.getState().wearLook('b')
    expect(sheetText(store.getState())).toBe('p { color: blue }')
    store.getState().undo()
    expect([store.getState().lookId, sheetText(store.getState())]).toEqual(['a', 'p { color: red }'])
    await settle()
  })

  it('refuses letters that a text’s encoding cannot hold, and says so', () => {
    const store = createWorkroom(site({ looks: [{ id: 'a', name: 'A', text: 'p {}', encoding: 'windows-1251' }] }))
    expect(
      store.getState().edit({ label: 'x', texts: [{ doc: lookDoc('a'), splices: [{ from: 0, to: 0, insert: '→' }] }] }),
    ).toBe(false)
    store.getState().typeSheet([{ from: 0, to: 0, insert: 'é' }])
    expect([sheetText(store.getState()), store.getState().trouble!.text]).toEqual([
      'p {}',
      '“é” cannot be written into css/site.css, which is stored as windows-1251. Write \\e9 instead. Nothing was changed.',
    ])
  })

  it('does not make a step that would take something else with it, or that fits no text, and says why', () => {
    const store = createWorkroom(site())
    const tried = (splices: { from: number; to: number; insert: string }[]) =>
      store.getState().edit({ label: 'x', texts: [{ doc: lookDoc('a'), splices }] })
    expect(tried([{ from: 3, to: 3, insert: '/*' }])).toBe(false)
    expect(store.getState().trouble!.text).toMatch(
      /not closed, so “.*” would no longer be read.* Nothing was changed\.$/,
    )
    expect(
      tried([
        { from: 0, to: 5, insert: 'a' },
        { from: 2, to: 3, insert: 'b' },
      ]),
    ).toBe(false)
    expect(store.getState().trouble!.text).toMatch(/does not fit the text/)
    expect([sheetText(store.getState()), store.getState().past]).toEqual(['p { color: red }', []])
  })

  it('history that was kept before can be undone', () => {
    const text = 'p { color: red }'
    const done = stepOf({ label: 'old', texts: [{ doc: lookDoc('a'), splices: change(text, 'teal') }] }, () => text)!
    const store = createWorkroom(
      site({ steps: [done], cursor: 1, looks: [{ id: 'a', name: 'A', text: 'p { color: teal }', encoding: 'utf-8' }] }),
    )
    store.getState().undo()
    expect(sheetText(store.getState())).toBe(text)
    expect(store.getState().future).toHaveLength(1)
  })
})

describe('keeping', () => {
  const edit = (store: ReturnType<typeof createWorkroom>, insert: string) =>
    store.getState().edit({ label: insert, texts: [{ doc: lookDoc('a'), splices: [{ from: 0, to: 0, insert }] }] })

  it('sends one save at a time, and gathers what comes meanwhile', async () => {
    let release = () => undefined as void
    answers = [(request) => new Promise((resolve) => (release = () => resolve(kept(request))))]
    const store = createWorkroom(site())
    for (const each of ['1', '2', '3']) edit(store, each)
    await settle()
    expect(saves).toHaveLength(1)
    release()
    await settle()
    expect(saves.map((save) => [save.revision, save.operations.length])).toEqual([
      [4, 1],
      [5, 2],
    ])
    expect(store.getState().keeping.state).toBe('kept')
  })

  it('tries again with the same id until the server answers', async () => {
    answers = [
      () => Promise.reject(new TypeError('gone')),
      () => Response.json({ error: { code: 'failed', message: 'Odd.' } }, { status: 500 }),
    ]
    const store = createWorkroom(site())
    edit(store, '1')
    await settle()
    expect(store.getState().keeping).toMatchObject({
      state: 'waiting',
      message: expect.stringContaining('does not answer'),
    })
    await settle(600)
    expect(store.getState().keeping).toMatchObject({ state: 'waiting', message: 'Odd. It is tried again by itself.' })
    await settle(1100)
    expect(store.getState().keeping.state).toBe('kept')
    expect(new Set(saves.map(({ saveId }) => saveId)).size).toBe(1)
  })

  it.each<[string, () => Response]>([
    ['nothing in it', () => Response.json({})],
    ['null', () => Response.json(null)],
    ['a revision that is no number', () => Response.json({ revision: '7' })],
    ['a list', () => Response.json([1])],
    ['no JSON', () => new Response('<h1>proxy</h1>')],
    ['an error without a shape', () => new Response('bad gateway', { status: 502 })],
    [
      'a body that breaks off',
      () => new Response(new ReadableStream({ start: (body) => body.error(new Error('cut')) })),
    ],
  ])('an answer of another shape, %s, is tried again with the same id, and later edits follow', async (_name, odd) => {
    const store = createWorkroom(site())
    answers.push(odd, odd)
    edit(store, '1')
    await settle()
    expect(store.getState().keeping).toMatchObject({ state: 'waiting', message: expect.stringMatching(/tried again/) })
    edit(store, '2')
    await settle(60_000)
    expect(store.getState().keeping.state).toBe('kept')
    expect(saves.map(({ saveId }) => saveId === saves[0]!.saveId)).toEqual([true, true, true, false])
    expect(saves.map(({ revision }) => revision)).toEqual([4, 4, 4, 5])
  })
  it('says so when the server takes long to answer, and goes on when it does', async () => {
    const store = createWorkroom(site())
    let answer: (response: Response) => void = () => undefined
    answers.push(() => new Promise((resolve) => (answer = resolve)))
    edit(store, '1')
    await settle(4000)
    expect(store.getState().keeping.state).toBe('keeping')
    await settle(2000)
    expect(store.getState().keeping).toMatchObject({
      state: 'waiting',
      message: expect.stringMatching(/not answered yet/),
    })
    answer(Response.json({ revision: 5 }))
    await settle()
    expect(store.getState().keeping.state).toBe('kept')
    expect(saves).toHaveLength(1)
  })
  it('sends what was made while the server was away in portions that it takes', async () => {
    const store = createWorkroom(site())
    let away = true
    answers = Array.from({ length: 8 }, () => () => {
      if (away) throw new TypeError('away')
      return Response.json({ revision: 5 })
    })
    for (let at = 0; at < 1203; at++)
      store
        .getState()
        .edit({ label: `${at}`, texts: [{ doc: lookDoc('a'), splices: [{ from: 11, to: 11, insert: 'x' }] }] })
    await settle(600)
    away = false
    answers = []
    saves = []
    await settle(60_000)
    expect(store.getState().keeping.state).toBe('kept')
    expect(saves.map(({ operations }) => operations.length)).toEqual([1, 500, 500, 202])
  })

  it('goes on with this window’s version, or the kept one, after a refusal; neither is thrown away unasked', async () => {
    const store = createWorkroom(site())
    answers = [() => Response.json({ error: { code: 'not-usable', message: 'No.' } }, { status: 422 })]
    store
      .getState()
      .edit({ label: 'mine', texts: [{ doc: lookDoc('a'), splices: change('p { color: red }', 'teal') }] })
    await settle(10)
    expect(store.getState().keeping).toEqual({ state: 'refused', message: 'No.' })
    expect(sheetText(store.getState())).toBe('p { color: teal }')
    store.getState().settle(site({ revision: 9 }), 'mine')
    await settle(10)
    expect([store.getState().keeping.state, sheetText(store.getState())]).toEqual(['kept', 'p { color: teal }'])
    expect(saves.at(-1)).toMatchObject({ revision: 9 })
    store.getState().settle(site({ revision: 12 }), 'kept')
    expect([sheetText(store.getState()), store.getState().past]).toEqual(['p { color: red }', []])
  })

  it('says what the server refuses for good', async () => {
    answers = [() => Response.json({ error: { code: 'not-usable', message: 'Only ASCII here.' } }, { status: 422 })]
    const store = createWorkroom(site())
    edit(store, 'é')
    await settle()
    expect(store.getState().keeping).toEqual({ state: 'refused', message: 'Only ASCII here.' })
  })
})

describe('a plan', () => {
  const key = { key: 'z', code: 'KeyZ', ctrl: true, shift: false, alt: false }

  it('is undone by the same keys while it is drawn, and the site after it', () => {
    const store = createWorkroom(site())
    const { beginPlan, changePlan, edit, showFacet } = store.getState()
    edit({ label: 'x', texts: [{ doc: lookDoc('a'), splices: [{ from: 0, to: 1, insert: 'q' }] }] })
    showFacet('boxes', 'plan')
    beginPlan({ kind: 'new', path: '', title: '', frame: '' })
    changePlan((items) => [...items, newBox(items, 'k')])
    expect(runShortcut(store, key)).toBe(true)
    expect(store.getState().plan!.items).toEqual([])
    expect(settledSheetText(store.getState())).toBe('q { color: red }')
    runShortcut(store, { ...key, shift: true })
    expect(store.getState().plan!.items).toHaveLength(1)
    runShortcut(store, key)
    runShortcut(store, key)
    expect(settledSheetText(store.getState())).toBe('p { color: red }')
  })

  it('that is under way is not lost when another is begun', () => {
    const store = createWorkroom(site())
    store.getState().beginPlan({ kind: 'new', path: 'n.html', title: '', frame: '' })
    store.getState().changePlan((items) => [...items, newBox(items, 'k')])
    store
      .getState()
      .beginPlan({ kind: 'again', page: 'index.html', at: 'html > body', read: '', also: [] }, [newBox([], 'e')])
    store.getState().undoPlan()
    expect(store.getState().plan).toMatchObject({ items: [{ key: 'k' }], place: { kind: 'new', path: 'n.html' } })
    store.getState().redoPlan()
    expect(store.getState().plan).toMatchObject({ items: [{ key: 'e' }], place: { kind: 'again' } })
  })
})
