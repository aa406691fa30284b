import fc from 'fast-check'
import { afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import type { PageEdit } from '../../src/core/markup/page-edits.ts'
import { fileDoc, reverseStep, textsAfter, type Step } from '../../src/core/site/step.ts'
import type { SaveRequest, SiteState } from '../../src/protocol/site-state.ts'
import type { Workroom } from '../../src/ui/state/context.tsx'
import { loadPageEdits, showPagesInPlace } from '../../src/ui/state/pages-in-place.ts'
import { createWorkroom } from '../../src/ui/state/store.ts'

const PAGE = 'index.html'
const DOC = fileDoc(PAGE)
const FIRST = '<!doctype html><title>x</title><p>x</p>'

const site = (): SiteState => ({
  ...{ id: 's', name: 'S', sheetPath: 'site.css', imageFolder: '', lookId: 'a', revision: 1 },
  looks: [{ id: 'a', name: 'A', text: '', encoding: 'utf-8' }],
  files: [{ path: PAGE, hash: PAGE, size: 1, encoding: 'utf-8', pixels: null }],
  texts: { [PAGE]: FIRST },
  ...{ steps: [], cursor: 0, olderSteps: 0 },
})

/** A server that keeps the page's text, each answer late by so much, ms. */
function serverOf(late: () => number) {
  let text = FIRST
  const done: Step[] = []
  const act = (step: Step) => (text = textsAfter(step, () => text).get(DOC) ?? text)
  vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
    const request = JSON.parse(String(init.body)) as SaveRequest
    await new Promise((settle) => setTimeout(settle, late()))
    for (const operation of request.operations) {
      if (operation.type === 'step') {
        done.push(operation.step)
        act(operation.step)
      } else if (operation.type === 'undo') act(reverseStep(done.pop()!))
    }
    return Response.json({ revision: request.revision + 1 })
  })
  return () => text
}

/** A frame that shows the words of the page's only paragraph; told to load, it gets what the server keeps, later. */
function frameOf(kept: () => string, late: () => number) {
  let shown = FIRST
  let ready = true
  const frames = {
    onLoaded: null as ((page: string) => void) | null,
    async editPage(_: string, edits: readonly PageEdit[]) {
      await new Promise((settle) => setTimeout(settle, late()))
      if (!ready) return false
      const words = /<p>([^<]*)</.exec(shown)?.[1]
      const [edit, more] = edits
      if (edit?.kind !== 'text') return edits.length === 0
      if (more || words !== edit.before) return false
      shown = shown.replace(`<p>${words}<`, () => `<p>${edit.after}<`)
      return true
    },
    load() {
      ready = false
      setTimeout(() => {
        const text = kept()
        setTimeout(() => {
          shown = text
          ready = true
          frames.onLoaded?.(PAGE)
        }, late())
      }, late())
    },
  }
  return { frames, shown: () => shown }
}

beforeAll(async () => void (await loadPageEdits()))
beforeEach(() => vi.useFakeTimers())
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

function begin(late: () => number) {
  const kept = serverOf(late)
  const { frames, shown } = frameOf(kept, late)
  const store = createWorkroom(site())
  let loads = 0
  store.subscribe((state, before) => {
    if (state.reloads.get(PAGE) === before.reloads.get(PAGE)) return
    loads++
    frames.load()
  })
  showPagesInPlace({ store, frames } as unknown as Workroom)
  const text = () => store.getState().texts.get(DOC)!
  const type = (before: string, after: string) => {
    const from = text().indexOf(before)
    store.getState().typeText(DOC, [{ from, to: from + before.length, insert: after }])
  }
  return { store, text, type, shown, loads: () => loads }
}

describe('pages changed in place', () => {
  it('show words at once and are not loaded; what brings an element is, once it is kept', async () => {
    const { store, text, type, shown, loads } = begin(() => 5)
    type('<p>x', '<p>xy')
    await vi.advanceTimersByTimeAsync(60)
    expect(shown()).toBe(text())
    await vi.advanceTimersByTimeAsync(2000)
    expect(loads()).toBe(0)
    type('</p>', '<b>!</b></p>')
    await vi.advanceTimersByTimeAsync(2000)
    expect([shown(), loads()]).toEqual([text(), 1])
    store.getState().undo()
    await vi.advanceTimersByTimeAsync(2000)
    expect([shown(), loads()]).toEqual([text(), 2])
  })

  it('come to show what is kept, whatever is typed when, and however late everything answers', async () => {
    const act = fc.record({
      what: fc.constantFrom('word', 'word', 'element', 'undo', 'close'),
      pause: fc.constantFrom(0, 10, 30, 80, 700, 1500),
    })
    const lates = fc.array(fc.integer({ min: 0, max: 400 }), { minLength: 1, maxLength: 5 })
    await fc.assert(
      fc.asyncProperty(fc.array(act, { maxLength: 12 }), lates, async (acts, times) => {
        let at = 0
        const { store, text, type, shown } = begin(() => times[at++ % times.length]!)
        for (const [count, { what, pause }] of acts.entries()) {
          if (what === 'word') type('<p>', `<p>${count}`)
          if (what === 'element') type('</p>', `</p><i>${count}</i>`)
          if (what === 'undo') store.getState().undo()
          if (what === 'close') store.getState().closeTyping()
          await vi.advanceTimersByTimeAsync(pause)
        }
        await vi.advanceTimersByTimeAsync(20_000)
        expect(shown()).toBe(text())
      }),
      { numRuns: 150 },
    )
  })
})
