import fc from 'fast-check'
import { describe, expect, it, vi } from 'vitest'
import { create } from 'zustand'
import { fromFrameSchema, signedSchema, toFrameSchema, type ToFrame } from '../../src/bridge/messages.ts'
import { parseSheet } from '../../src/core/sheet/parse.ts'
import { FrameChannel, ruleEdit } from '../../src/ui/state/frame-channel.ts'
import { Frames } from '../../src/ui/state/frames.ts'
import { columnsFor, heightFor } from '../../src/ui/state/viewport.ts'
import { createMotion, isStilled, type MotionState } from '../../src/ui/state/motion.ts'
import { frameRules, sheetOf } from '../../src/ui/state/texts.ts'
import { count, listed } from '../../src/ui/words.ts'

const channel = () => {
  const sent: ToFrame[] = []
  const contentWindow = {
    postMessage: ({ message }: { message: ToFrame }) => void sent.push(toFrameSchema.parse(message)),
  } as unknown as Window
  const listener = { onReady: vi.fn(), onApplied: vi.fn(), onFollow: vi.fn() }
  return {
    sent,
    listener,
    line: new FrameChannel(
      'index.html',
      { name: 'attire-1', contentWindow },
      '/wear/s/l/',
      'css/site.css',
      listener,
      () => undefined,
      () => undefined,
    ),
  }
}

describe('the line to a frame', () => {
  it('says nothing before the frame is ready, then the whole sheet, then only what changed', () => {
    const { sent, line, listener } = channel()
    line.wear('css/site.css', parseSheet('a { top: 0 } b { top: 0 }'))
    expect(sent).toEqual([])
    line.hear({ type: 'ready' })
    expect(sent).toEqual([
      { type: 'sheet', seq: 1, path: '/wear/s/l/css/site.css', rules: ['a { top: 0 }', 'b { top: 0 }'] },
    ])
    line.hear({ type: 'applied', seq: 1, sheets: 1 })
    line.wear('css/site.css', parseSheet('a { top: 0 } b { top: 1px }'))
    expect(sent[1]).toEqual({
      type: 'patch',
      seq: 2,
      path: '/wear/s/l/css/site.css',
      edit: { at: 1, remove: 1, insert: ['b { top: 1px }'] },
    })
    expect([listener.onReady.mock.calls.length, listener.onApplied.mock.calls]).toEqual([1, [[1]]])
  })

  it('has one message under way, and then sends the newest sheet only', () => {
    const { sent, line } = channel()
    line.hear({ type: 'ready' })
    for (let at = 0; at < 20; at++) line.wear('css/site.css', parseSheet(`a { top: ${at}px }`))
    expect(sent).toHaveLength(1)
    line.hear({ type: 'applied', seq: 1, sheets: 1 })
    expect(sent.map((message) => ('edit' in message ? message.edit.insert : message.type))).toEqual([
      'sheet',
      ['a { top: 19px }'],
    ])
  })

  it('begins anew when the frame loads anew, and says nothing when nothing changed', () => {
    const { sent, line } = channel()
    line.wear('css/site.css', parseSheet('a { top: 0 }'))
    line.hear({ type: 'ready' })
    line.hear({ type: 'applied', seq: 1, sheets: 1 })
    line.wear('css/site.css', parseSheet('a { top: 0 }\n\n'))
    expect(sent).toHaveLength(1)
    line.hear({ type: 'ready' })
    expect(sent.map(({ type }) => type)).toEqual(['sheet', 'sheet'])
  })

  it('an edit of a rule list leads from one list to the other', () => {
    const rules = fc.array(fc.constantFrom<string>('a', 'b', 'c'), { maxLength: 8 })
    fc.assert(
      fc.property(rules, rules, (before, after) => {
        const edit = ruleEdit(before, after)
        const now = edit ? before.toSpliced(edit.at, edit.remove, ...edit.insert) : before
        expect(now).toEqual(after)
      }),
    )
  })

  it('rules go to the frame with “/” leading to the site, and each text is read once', () => {
    const sheet = sheetOf('a { background: url(/x.png) } b { top: 0 }')
    expect(frameRules(sheet, '/r/')).toEqual(['a { background: url(/r/x.png) }', 'b { top: 0 }'])
    expect(frameRules(sheet, '/r/')).toBe(frameRules(sheet, '/r/'))
    expect(sheetOf('a { background: url(/x.png) } b { top: 0 }')).toBe(sheet)
  })
})

describe('messages', () => {
  const said = [
    { type: 'here' },
    { type: 'ready' },
    { type: 'applied', seq: 3, sheets: 1 },
    { type: 'values', id: 1, count: 2, values: { color: 'red' } },
    { type: 'height', viewport: 800, page: 1200 },
    { type: 'pick', index: 4, tag: 'p', more: false },
    { type: 'follow', href: 'http://127.0.0.1/a.html' },
  ]
  const understood = (value: unknown) => {
    const envelope = signedSchema.safeParse(value)
    return envelope.success && fromFrameSchema.safeParse(envelope.data.message).success
  }

  it('are understood as they are, and not without the mark, a part of them, or with a part of another kind', () => {
    for (const message of said) {
      expect(understood({ attire: 1, key: 'k', message }), message.type).toBe(true)
      expect(understood({ attire: 1, message })).toBe(false)
      expect(understood({ attire: 2, key: 'k', message })).toBe(false)
      expect(understood(message)).toBe(false)
      for (const part of Object.keys(message)) {
        const without = Object.fromEntries(Object.entries(message).filter(([name]) => name !== part))
        expect(understood({ attire: 1, key: 'k', message: without }), part).toBe(false)
        expect(understood({ attire: 1, key: 'k', message: { ...message, [part]: null } }), part).toBe(false)
      }
    }
    fc.assert(fc.property(fc.anything(), (value) => !understood(value)))
  })

  it('to a frame are held to their shape as well', () => {
    const patch = { type: 'patch', seq: 1, path: '/wear/s/l/css/site.css', edit: { at: 0, remove: 0, insert: [] } }
    expect(toFrameSchema.safeParse(patch).success).toBe(true)
    expect(toFrameSchema.safeParse({ ...patch, edit: { ...patch.edit, at: -1 } }).success).toBe(false)
  })
})

describe('what people read', () => {
  it('numbers carry their noun, names stand in a row', () => {
    expect([count(1, 'page'), count(0, 'page'), count(2, 'swatch', 'swatches')]).toEqual([
      '1 page',
      '0 pages',
      '2 swatches',
    ])
    expect([listed([]), listed(['a']), listed(['a', 'b']), listed(['a', 'b', 'c', 'd', 'e'])]).toEqual([
      '',
      'a',
      'a and b',
      'a, b and 3 more',
    ])
  })

  it('viewports are taller on small devices, and as many stand beside each other as can be read', () => {
    expect([heightFor(360), heightFor(768), heightFor(1280)]).toEqual([720, 960, 800])
    expect([columnsFor(1280, 800), columnsFor(360, 800), columnsFor(1280, 100)]).toEqual([2, 4, 1])
  })
})

describe('all frames together', () => {
  let names = 0
  const opened = (page: string, aside = false) => {
    const sent: ToFrame[] = []
    const contentWindow = {
      postMessage: ({ message }: { message: ToFrame }) => void sent.push(toFrameSchema.parse(message)),
    } as unknown as Window
    return { page, sent, frame: { name: `attire-${++names}`, contentWindow }, aside }
  }
  const all = (...pages: ReturnType<typeof opened>[]) => {
    const frames = new Frames('s', 'css/site.css')
    for (const { page, frame, aside } of pages) {
      const { channel } = frames.open(page, 'l', frame, {})
      channel.aside = aside
      channel.hear({ type: 'ready' })
    }
    return frames
  }

  it('hear what the bridge of a frame has signed from its own window, and nothing else from there ever after', () => {
    let hear: (event: object) => void = () => undefined
    vi.stubGlobal('window', { addEventListener: (_: string, heard: typeof hear) => void (hear = heard) })
    const frames = new Frames('s', 'css/site.css')
    frames.listen()
    const [one, two, scripted] = [opened('index.html'), opened('two.html'), opened('three.html')]
    const heard: string[] = []
    const listener = (name: string) => ({
      onReady: () => heard.push(name),
      onSilent: () => heard.push(`${name} is led elsewhere`),
      onKey: () => heard.push(`${name} has a key`),
    })
    const { close } = frames.open('index.html', 'l', one.frame, listener('one'))
    frames.open('two.html', 'l', two.frame, listener('two'))
    frames.open('three.html', 'l', scripted.frame, listener('three')).channel.scripted = true
    const said = ({ frame }: typeof one, key: string | undefined, message: object, origin = 'null') =>
      hear({ source: frame.contentWindow, origin, data: { attire: 1, key, message } })
    const ready = { type: 'ready' }
    const pressed = { type: 'key', key: 'z', code: 'KeyZ', ctrl: true, shift: false, alt: false }
    said(one, undefined, ready)
    said(one, two.frame.name, ready)
    said(one, one.frame.name, ready, 'http://elsewhere.test')
    expect(heard).toEqual([])
    said(one, one.frame.name, ready)
    said(two, two.frame.name, ready)
    said(one, one.frame.name, pressed)
    said(scripted, scripted.frame.name, ready)
    said(scripted, scripted.frame.name, pressed)
    said(scripted, undefined, pressed)
    expect(heard.splice(0)).toEqual(['one', 'two', 'one has a key', 'three'])
    said(one, '', pressed)
    said(one, one.frame.name, pressed)
    close()
    said(one, one.frame.name, ready)
    expect(heard).toEqual(['one is led elsewhere'])
    vi.unstubAllGlobals()
  })

  it('see through a matrix, also those that come later, and plainly again', () => {
    const one = opened('index.html')
    const frames = all(one)
    frames.see('greyscale')
    const late = opened('late.html')
    frames.open('late.html', 'l', late.frame, {}).channel.hear({ type: 'ready' })
    frames.see(null)
    expect(
      [...one.sent, ...late.sent].map((message) =>
        message.type === 'see' ? [message.matrix.length, message.linear] : message.type,
      ),
    ).toEqual([
      [20, false],
      [0, false],
      [20, false],
      [0, false],
    ])
  })

  it('point at elements page by page', () => {
    const [one, two] = [opened('index.html'), opened('two.html')]
    const frames = all(one, two)
    frames.point(new Map([['two.html', 'p, b']]))
    frames.point(null)
    expect(
      [one.sent, two.sent].map((sent) => sent.map((message) => (message.type === 'point' ? message.selector : ''))),
    ).toEqual([
      ['', ''],
      ['p, b', ''],
    ])
  })

  it('a frame that is there to be measured does not count among the pages', async () => {
    const [one, two] = [opened('index.html'), opened('index.html', true)]
    const frames = all(one, two)
    void frames.read('p', ['color'])
    expect([one.sent.map(({ type }) => type), two.sent]).toEqual([['read'], []])
  })

  it('the families that are there are asked of the frame looked at alone', async () => {
    const [one, two] = [opened('index.html'), opened('two.html')]
    const frames = all(one)
    const { channel } = frames.open('two.html', 'l', two.frame, {})
    channel.hear({ type: 'ready' })
    frames.lookAt(two.frame)
    const found = frames.presentFamilies(['Georgia', 'Nosuch'])
    const [asked] = two.sent
    expect([one.sent, asked]).toEqual([[], { type: 'families', id: expect.any(Number), names: ['Georgia', 'Nosuch'] }])
    channel.hear({ type: 'present', id: (asked as { id: number }).id, names: ['Georgia'] })
    expect(await found).toEqual(new Set(['Georgia']))
    expect(await new Frames('s', 'css/site.css').presentFamilies(['Georgia'])).toBeNull()
  })

  it('many that change at once are told once, and nobody who has left is told', async () => {
    vi.useFakeTimers()
    const frames = new Frames('s', 'css/site.css')
    const told: string[] = []
    frames.watch(() => told.push('stays'))
    const leave = frames.watch(() => told.push('leaves'))
    leave()
    for (const name of ['a.html', 'b.html', 'c.html'])
      frames.open(name, 'l', opened(name).frame, {}).channel.hear({ type: 'ready' })
    await vi.runAllTimersAsync()
    expect(told).toEqual(['stays'])
    vi.useRealTimers()
  })

  it('the page that moves most is stilled first, the next only when it is slow by itself, and never one that may move', () => {
    vi.useFakeTimers()
    const pages = ['busy.html', 'calm.html', 'let.html'].map((page) => opened(page))
    const frames = new Frames('s', 'css/site.css')
    const room = create<MotionState>()(createMotion)
    frames.onMotion = { seen: room.getState().seeMotion, tooSlow: room.getState().stillSlow }
    room.subscribe(({ motion }) => frames.still((page) => isStilled(motion.get(page))))
    const [busy, calm, free] = pages.map(({ page, frame }) => frames.open(page, 'l', frame, {}).channel)
    const says = (channel = calm!, moving: number, slow: boolean) => channel.hear({ type: 'motion', moving, slow })
    for (const channel of [busy!, calm!, free!]) channel.hear({ type: 'ready' })
    says(busy, 900, false)
    says(calm, 2, false)
    says(free, 5000, false)
    room.getState().setStill('let.html', false)
    says(calm, 2, true)
    expect([...room.getState().motion]).toEqual([
      ['busy.html', 'slow'],
      ['calm.html', 'moves'],
      ['let.html', 'let'],
    ])
    expect(pages[0]!.sent).toEqual([{ type: 'still', still: true }])
    // Until it has been stilled, and a moment longer, the others are slow because of it.
    vi.advanceTimersByTime(9000)
    says(calm, 2, true)
    says(busy, 0, false)
    vi.advanceTimersByTime(1000)
    says(calm, 2, true)
    expect(room.getState().motion.get('calm.html')).toBe('moves')
    vi.advanceTimersByTime(3000)
    says(calm, 2, true)
    expect(room.getState().motion.get('calm.html')).toBe('slow')
    // What a frame loaded anew must be told again.
    busy!.hear({ type: 'ready' })
    room.getState().setStill('busy.html', false)
    expect(pages[0]!.sent.slice(1)).toEqual([
      { type: 'still', still: true },
      { type: 'still', still: false },
    ])
    says(calm, 2, true)
    expect(room.getState().motion.get('busy.html')).toBe('let')
    vi.useRealTimers()
  })

  it('a page that floods the workroom is not listened to for the rest of the second, and begins anew after it', () => {
    vi.useFakeTimers()
    const frames = new Frames('s', 'css/site.css')
    const { frame, sent } = opened('index.html')
    const applied = vi.fn()
    const { channel } = frames.open('index.html', 'l', frame, { onApplied: applied })
    channel.hear({ type: 'ready' })
    frames.wear('css/site.css', parseSheet('p { color: red }'))
    const before = sent.length
    for (let at = 0; at < 20_000; at++) if (channel.mayHear()) channel.hear({ type: 'applied', seq: -1, sheets: 1 })
    expect(applied.mock.calls.length).toBe(200)
    vi.advanceTimersByTime(1000)
    expect(sent.slice(before).filter(({ type }) => type === 'sheet')).toHaveLength(1)
    expect(channel.mayHear()).toBe(true)
    vi.useRealTimers()
  })

  it('takes only well-formed messages about seeing, pointing and measuring', () => {
    for (const good of [
      { type: 'see', matrix: [1, 2], linear: true },
      { type: 'measure', id: 1, selector: 'p' },
      { type: 'point', selector: '' },
    ])
      expect(toFrameSchema.safeParse(good).success).toBe(true)
    for (const bad of [
      { type: 'see', matrix: ['url(x)'], linear: true },
      { type: 'see' },
      { type: 'measure', selector: 'p' },
      { type: 'point', selector: 1 },
    ])
      expect(toFrameSchema.safeParse(bad).success).toBe(false)
    expect(fromFrameSchema.safeParse({ type: 'measured', id: 1, lines: [60.5] }).success).toBe(true)
  })
})
