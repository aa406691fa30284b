import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { Outbox } from '../../src/workers/outbox.ts'
import type { ToWorker } from '../../src/workers/protocol.ts'

let sent: ToWorker[]
let outbox: Outbox
beforeEach(() => {
  vi.useFakeTimers()
  sent = []
  outbox = new Outbox((message) => sent.push(message))
})
afterEach(() => {
  vi.useRealTimers()
})

const site = (id: string): ToWorker => ({ type: 'site', id })
const long = (name: string): [string, string] => [name, 'x'.repeat(2_000_000)]

it('what is short goes out at once', () => {
  outbox.send(site('one'))
  outbox.send({ type: 'texts', texts: [['a.html', 'short']] })
  outbox.send(site('two'))
  expect(sent).toEqual([site('one'), { type: 'texts', texts: [['a.html', 'short']] }, site('two')])
})

it('of long texts some go out in each task, none is lost, and what came after them comes after them', () => {
  const texts = ['a', 'b', 'c', 'd', 'e'].map(long)
  outbox.send({ type: 'texts', texts })
  outbox.send(site('after'))
  const first = sent.length
  const told = () => sent.flatMap((message) => (message.type === 'texts' ? message.texts : []))
  expect(told().length).toBeLessThan(texts.length)
  vi.advanceTimersToNextTimer()
  expect(sent.length).toBeGreaterThan(first)
  expect(sent.at(-1)).not.toEqual(site('after'))
  vi.runAllTimers()
  expect(told()).toEqual(texts)
  expect(sent.at(-1)).toEqual(site('after'))
  // Only the last of them may be made something of.
  const more = sent.flatMap((message) => (message.type === 'texts' ? [message.more ?? false] : []))
  expect(more).toEqual([...more.slice(1).map(() => true), false])
})

it('what is cleared does not go out any more, and what comes then does', () => {
  outbox.send({ type: 'texts', texts: ['a', 'b', 'c', 'd', 'e'].map(long) })
  const before = sent.length
  outbox.clear()
  vi.runAllTimers()
  expect(sent.length).toBe(before)
  outbox.send(site('next'))
  expect(sent.at(-1)).toEqual(site('next'))
})
