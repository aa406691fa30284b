import { describe, expect, it, vi } from 'vitest'
import { applySplices } from '../../src/core/text/splice.ts'
import { fileDoc, lookDoc, reverseStep, textsAfter, type Doc, type Step } from '../../src/core/site/step.ts'
import type { SaveRequest, SiteState } from '../../src/protocol/site-state.ts'
import { ApiError } from '../../src/ui/state/api.ts'
import { settledSheetText, type DocumentServer } from '../../src/ui/state/document.ts'
import { createWorkroom, type WorkroomStore } from '../../src/ui/state/store.ts'

const SHEET = 'h1 { color: red }\np { color: red }\n'
const start: SiteState = {
  id: 's',
  name: 'S',
  sheetPath: 'site.css',
  imageFolder: '',
  lookId: 'a',
  revision: 1,
  looks: [{ id: 'a', name: 'A', text: SHEET, encoding: 'utf-8' }],
  files: ['index.html', 'two.html'].map((path) => ({ path, hash: path, size: 1, encoding: 'utf-8', pixels: null })),
  texts: { 'index.html': '<p>one</p>', 'two.html': '<p>two</p>' },
  steps: [],
  cursor: 0,
  olderSteps: 0,
}

/** The server's part, as `src/server/sqlite/save.ts` plays it; `away` for while it cannot be reached. */
class Server implements DocumentServer {
  away = false
  forgets = false
  private revision = start.revision
  private steps: Step[] = []
  private cursor = 0
  private texts = new Map<Doc, string>([
    [lookDoc('a'), SHEET],
    ...Object.entries(start.texts).map(([path, text]) => [fileDoc(path), text] as const),
  ])
  readonly log: SaveRequest[] = []

  private reach(): void {
    if (this.away) throw new ApiError('offline', 'Away.')
  }

  save = async (_: string, request: SaveRequest) => {
    this.reach()
    if (request.revision !== this.revision) throw new ApiError('revision-old', 'Changed.')
    for (const operation of request.operations) {
      if (operation.type === 'step') this.steps = [...this.steps.slice(0, this.cursor), operation.step]
      const undo = operation.type === 'undo'
      const step = this.steps[undo ? this.cursor - 1 : this.cursor]!
      for (const [doc, text] of textsAfter(undo ? reverseStep(step) : step, (each) => this.texts.get(each)))
        if (text === null) this.texts.delete(doc)
        else this.texts.set(doc, text)
      this.cursor += undo ? -1 : 1
    }
    this.log.push(request)
    return { revision: ++this.revision as never }
  }
  changes = async (_: string, since: number) => {
    this.reach()
    const saves = this.forgets ? null : this.log.slice(since - start.revision)
    return { revision: this.revision, saves }
  }
  site = async () => {
    this.reach()
    const texts = [...this.texts].flatMap(([doc, text]) => (doc.startsWith('file:') ? [[doc.slice(5), text]] : []))
    return {
      ...start,
      revision: this.revision,
      looks: [{ ...start.looks[0]!, text: this.texts.get(lookDoc('a'))! }],
      texts: Object.fromEntries(texts) as Record<string, string>,
      steps: this.steps,
      cursor: this.cursor,
    }
  }
  settings = async () => ({})
}

const replace = (store: WorkroomStore, from: string, to: string, doc: Doc = lookDoc('a')) => {
  const text = store.getState().texts.get(doc)!
  const at = text.indexOf(from)
  return store
    .getState()
    .edit({ label: to, texts: [{ doc, splices: [{ from: at, to: at + from.length, insert: to }] }] })
}
const two = () => {
  const server = new Server()
  return { server, one: createWorkroom(start, server), other: createWorkroom(start, server) }
}
const rest = async (...stores: WorkroomStore[]) => {
  for (const store of stores) {
    store.getState().hear(null)
    await new Promise((resolve) => setTimeout(resolve, 20))
    await vi.waitFor(() => {
      const { keeping, isBusy } = store.getState()
      expect(keeping.state === 'conflict' || (keeping.state === 'kept' && !isBusy())).toBe(true)
    })
  }
}
const sheets = (...stores: WorkroomStore[]) => stores.map((store) => settledSheetText(store.getState()))

describe('two windows on one site', () => {
  it('bring together what they changed in different places of one text, and in different files', async () => {
    const { one, other } = two()
    replace(one, 'h1 { color: red', 'h1 { color: blue')
    replace(other, 'p { color: red', 'p { color: green')
    replace(other, 'two', 'zwei', fileDoc('two.html'))
    await rest(one, other, one)
    const merged = 'h1 { color: blue }\np { color: green }\n'
    expect(sheets(one, other)).toEqual([merged, merged])
    expect(one.getState().texts.get(fileDoc('two.html'))).toBe('<p>zwei</p>')
    expect([one, other].map((store) => store.getState().conflict)).toEqual([null, null])
  })

  it('take back their own steps, and leave those of the other', async () => {
    const { one, other } = two()
    replace(one, 'h1 { color: red', 'h1 { color: blue')
    await rest(one, other)
    replace(other, 'p { color: red', 'p { color: green')
    await rest(other, one)
    expect(one.getState().undoable?.label).toBe('h1 { color: blue')
    one.getState().undo()
    await rest(one, other)
    const undone = 'h1 { color: red }\np { color: green }\n'
    expect(sheets(one, other)).toEqual([undone, undone])
    expect([one.getState().undoable, one.getState().redoable?.label]).toEqual([null, 'h1 { color: blue'])
    one.getState().redo()
    await rest(one, other)
    const again = 'h1 { color: blue }\np { color: green }\n'
    expect(sheets(one, other)).toEqual([again, again])
    expect(other.getState().undoable?.label).toBe('p { color: green')
  })

  it('can make again what they took back before the other went on', async () => {
    const { one, other } = two()
    for (const [from, to] of [
      ['red', 'blue'],
      ['h1', 'h2'],
    ] as const)
      replace(one, from, to)
    one.getState().undo()
    one.getState().undo()
    await rest(one, other)
    replace(other, 'p { color: red', 'p { color: green')
    await rest(other, one)
    one.getState().redo()
    one.getState().redo()
    await rest(one, other)
    const again = 'h2 { color: blue }\np { color: green }\n'
    expect(sheets(one, other)).toEqual([again, again])
  })

  it('ask only about the same place, whose other text stays in the history, and do not ask again', async () => {
    for (const choice of ['mine', 'theirs'] as const) {
      const { one, other } = two()
      replace(one, 'h1 { color: red', 'h1 { color: blue')
      await rest(one)
      replace(other, 'h1 { color: red', 'h1 { color: green')
      replace(other, 'p { color: red', 'p { color: teal')
      await rest(other)
      const { conflict } = other.getState()
      expect(conflict!.docs.flatMap(({ merged }) => merged.places)).toMatchObject([
        { base: 'red', mine: 'green', theirs: 'blue' },
      ])
      other.getState().choose(() => choice)
      await rest(other, one)
      const [chosen, left] = choice === 'mine' ? ['green', 'blue'] : ['blue', 'green']
      const text = (color: string) => `h1 { color: ${color} }\np { color: teal }\n`
      expect(sheets(one, other)).toEqual([text(chosen!), text(chosen!)])
      // The next edit asks nothing.
      replace(other, 'teal', 'navy')
      await rest(other, one)
      expect(other.getState().keeping.state).toBe('kept')
      other.getState().undo()
      other.getState().undo()
      await rest(other)
      expect(settledSheetText(other.getState())).toBe(
        choice === 'mine' ? 'h1 { color: blue }\np { color: red }\n' : text(left!),
      )
    }
  })

  it('come together after one was offline with 50 edits, and when the server no longer knows what happened meanwhile', async () => {
    for (const forgets of [false, true]) {
      const { server, one, other } = two()
      server.away = true
      for (let at = 0; at < 50; at++) {
        const text = settledSheetText(one.getState())
        one.getState().edit({
          label: `${at}`,
          texts: [
            {
              doc: lookDoc('a'),
              splices: [{ from: text.length, to: text.length, insert: `.a${at} { top: ${at}px }\n` }],
            },
          ],
        })
      }
      server.away = false
      replace(other, 'h1 { color: red', 'h1 { color: blue')
      await rest(other)
      server.forgets = forgets
      await rest(one, other)
      const [mine, theirs] = sheets(one, other)
      expect(mine).toBe(theirs)
      expect(mine).toContain('h1 { color: blue }')
      expect(mine!.match(/\.a\d+ /g)).toHaveLength(50)
    }
  })

  it('wait with what the other did while something is dragged, and keep what was typed', async () => {
    const { one, other } = two()
    one.getState().showPreview([{ from: 0, to: 2, insert: 'h3' }])
    replace(other, 'p { color: red', 'p { color: green')
    await rest(other)
    one.getState().hear(null)
    await new Promise((resolve) => setTimeout(resolve, 20))
    expect(settledSheetText(one.getState())).toBe(SHEET)
    one.getState().showPreview(null)
    one.getState().typeSheet([{ from: 0, to: 2, insert: 'h4' }])
    await rest(one, other)
    const merged = applySplices('h1 { color: red }\np { color: green }\n', [{ from: 0, to: 2, insert: 'h4' }])
    expect(sheets(one, other)).toEqual([merged, merged])
  })

  it('know a save that was done though its answer was lost', async () => {
    const { server, one, other } = two()
    const { save } = server
    server.save = async (...request) => {
      server.save = save
      await save(...request)
      throw new ApiError('offline', 'Lost.')
    }
    replace(one, 'h1 { color: red', 'h1 { color: blue')
    await new Promise((resolve) => setTimeout(resolve, 20))
    replace(other, 'p { color: red', 'p { color: green')
    await rest(other, one)
    const merged = 'h1 { color: blue }\np { color: green }\n'
    expect(sheets(one, other)).toEqual([merged, merged])
    expect(server.log).toHaveLength(2)
  })
})
