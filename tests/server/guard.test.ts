import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { errorSchema } from '../../src/protocol/site-state.ts'
import { errorResponse, PublicError } from '../../src/server/http/errors.ts'
import { readJson } from '../../src/server/http/json.ts'
import { isOwnHost, refusal } from '../../src/server/http/guard.ts'

const ask = (change: Partial<Parameters<typeof refusal>[0]> = {}) =>
  refusal({
    method: 'GET',
    pathname: '/api/sites',
    host: '127.0.0.1:4710',
    origin: null,
    fetchSite: 'same-origin',
    fetchDest: 'empty',
    ...change,
  })?.code ?? 'passes'

describe('who may ask', () => {
  it('only this machine’s own names are hosts', () => {
    expect(['127.0.0.1:1', 'localhost', '[::1]:80', 'LOCALHOST:3'].map(isOwnHost)).toEqual([true, true, true, true])
    expect(
      [null, '', 'evil.example', '127.0.0.1.evil.example', 'localhost.evil.example:80', '127.0.0.1:80@evil'].map(
        isOwnHost,
      ),
    ).toEqual(Array(6).fill(false))
  })

  it('Attire’s own pages pass, others do not', () => {
    expect(ask()).toBe('passes')
    expect(ask({ method: 'POST', origin: 'http://127.0.0.1:4710' })).toBe('passes')
    expect(ask({ host: 'evil.example' })).toBe('wrong-host')
    expect(ask({ method: 'POST', origin: 'http://evil.example', fetchSite: 'cross-site' })).toBe('not-allowed')
    expect(ask({ method: 'POST', origin: 'null' })).toBe('not-allowed')
    expect(ask({ method: 'POST', origin: 'http://127.0.0.1:9999', fetchSite: 'same-site' })).toBe('not-allowed')
    expect(ask({ fetchSite: 'cross-site' })).toBe('not-allowed')
    expect(ask({ fetchSite: 'cross-site', fetchDest: 'iframe', pathname: '/' })).toBe('not-allowed')
    expect(ask({ fetchSite: 'cross-site', fetchDest: 'document', pathname: '/' })).toBe('passes')
    expect(ask({ fetchSite: 'cross-site', fetchDest: 'document', pathname: '/api/sites/x/export' })).toBe('not-allowed')
  })

  it('frames may read their site’s files and nothing may be written there', () => {
    const frame = { pathname: '/wear/s/l/index.html', origin: 'null', fetchSite: 'cross-site', fetchDest: 'iframe' }
    expect([ask(frame), ask({ ...frame, method: 'POST' }), ask({ ...frame, host: 'evil.example' })]).toEqual([
      'passes',
      'not-allowed',
      'wrong-host',
    ])
  })
})

describe('error answers', () => {
  it('have one shape, a status of their kind, and a sentence', async () => {
    const errors = [
      new PublicError('revision-old', 'Somebody was first.'),
      new z.ZodError([{ code: 'custom', path: ['a', 0], message: 'is odd', input: 1 }]),
    ]
    const answers = errors.map(errorResponse)
    expect(answers.map(({ status }) => status)).toEqual([409, 400])
    for (const answer of answers) expect(errorSchema.parse(await answer.json()).error.message).toMatch(/\.$/)
  })

  it('a body must be JSON and say so', async () => {
    const read = (type: string, body: string) =>
      readJson(
        new Request('http://x', { method: 'POST', headers: { 'content-type': type }, body }),
        z.object({ a: z.number() }),
      )
    await expect(read('text/plain', '{"a":1}')).rejects.toThrow('application/json')
    await expect(read('application/json', '{')).rejects.toThrow('valid JSON')
    await expect(read('application/json', '{"a":"x"}')).rejects.toThrow(z.ZodError)
    expect(await read('application/json; charset=utf-8', '{"a":1}')).toEqual({ a: 1 })
  })
})
