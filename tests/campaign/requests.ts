import { z } from 'zod'
import {
  newSiteRequestSchema,
  saveRequestSchema,
  scaleRequestSchema,
  settingsRequestSchema,
} from '../../src/protocol/site-state.ts'
import { type Outcome } from './outcome.ts'
import { answerFault, opened, smallSite } from './talk.ts'

/** The parts of JSON Schema that the routes' schemas are written in. */
interface JsonSchema {
  readonly type?: string
  readonly const?: unknown
  readonly enum?: readonly unknown[]
  readonly anyOf?: readonly JsonSchema[]
  readonly oneOf?: readonly JsonSchema[]
  readonly properties?: Readonly<Record<string, JsonSchema>>
  readonly items?: JsonSchema
  readonly minItems?: number
  readonly minLength?: number
  readonly minimum?: number
  readonly pattern?: string
}

/** Strings that the schemas' patterns take, for no library here makes one of a pattern. */
const OF_PATTERN = ['file:index.html', 'en', '']

/** A value that fits a schema. */
function exampleOf(schema: JsonSchema): unknown {
  if ('const' in schema) return schema.const
  if (schema.enum) return schema.enum[0]
  const choice = schema.oneOf ?? schema.anyOf
  if (choice) return exampleOf(choice[0]!)
  switch (schema.type) {
    case 'object':
      return Object.fromEntries(Object.entries(schema.properties ?? {}).map(([name, each]) => [name, exampleOf(each)]))
    case 'array':
      return Array.from({ length: Math.max(1, schema.minItems ?? 0) }, () => exampleOf(schema.items ?? {}))
    case 'string': {
      const { pattern } = schema
      if (pattern !== undefined) return OF_PATTERN.find((each) => new RegExp(pattern).test(each)) ?? ''
      return 'index.html'.padEnd(schema.minLength ?? 0, 'x')
    }
    case 'integer':
    case 'number':
      return Math.max(0, schema.minimum ?? 0)
    case 'boolean':
      return true
    default:
      return null
  }
}

const REMOVED = Symbol('removed')
/** What is put in the place of each part of a request. */
const WRONG: readonly unknown[] = [
  ...[REMOVED, null, true, -1, 0, 1.5, 1e308, 2 ** 53, '', '\0', '../../x', 'x'.repeat(100_000), '\ud800'],
  ...[
    [],
    {},
    [null],
    [[[[]]]],
    { __proto__: null, toString: 1 },
    { length: -1 },
    Array.from({ length: 5000 }, () => 0),
  ],
]

/** Copies of a value in which one part, at any depth, is something else. */
function* mutated(value: unknown): Generator<unknown> {
  yield* WRONG.filter((each) => each !== REMOVED)
  if (typeof value !== 'object' || value === null) return
  for (const [name, part] of Object.entries(value)) {
    for (const wrong of [REMOVED, ...mutated(part)]) {
      const copy = (Array.isArray(value) ? [...value] : { ...value }) as Record<string, unknown>
      if (wrong === REMOVED) delete copy[name]
      else copy[name] = wrong
      yield copy
    }
  }
}

/** Bodies that are no request at all, whatever the route. */
const NO_REQUESTS: readonly (string | Uint8Array<ArrayBuffer>)[] = [
  ...['', '{', 'null', '"x"', '[]', '{"a":1}', '{"__proto__":{"x":1}}', '\0', '{"saveId":"', 'NaN', '\ufeff{}'],
  ...['['.repeat(100_000), `{"a":${'{"a":'.repeat(50_000)}`, 'x'.repeat(3_000_000)],
  new Uint8Array([0xff, 0xfe, 0x00, 0xd8]),
]

interface Asked {
  readonly method: string
  readonly path: string
  readonly body: string | Uint8Array<ArrayBuffer>
  readonly type: string
}

function wrongRequests(site: string): Asked[] {
  const json = 'application/json'
  const routes = [
    { method: 'POST', path: `/api/sites/${site}/save`, schema: saveRequestSchema },
    { method: 'PATCH', path: `/api/sites/${site}`, schema: settingsRequestSchema },
    { method: 'POST', path: '/api/sites', schema: newSiteRequestSchema },
    { method: 'POST', path: `/api/sites/${site}/scaled`, schema: scaleRequestSchema },
  ]
  const bySchema = routes.flatMap(({ method, path, schema }) => {
    const example = exampleOf(z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as JsonSchema)
    return [...mutated(example)].map((body) => ({ method, path, body: JSON.stringify(body) ?? '', type: json }))
  })
  const bodies = routes.flatMap(({ method, path }) =>
    NO_REQUESTS.flatMap((body) =>
      [json, 'text/plain', 'application/zip'].map((type) => ({ method, path, body, type })),
    ),
  )
  const bytes = [
    '/api/import?name=x',
    `/api/sites/${site}/blobs?path=a.png`,
    `/api/sites/${site}/fonts?name=a`,
    `/api/sites/${site}/fonts/none`,
  ].flatMap((path) => NO_REQUESTS.map((body) => ({ method: 'POST', path, body, type: 'application/octet-stream' })))
  return [...bySchema, ...bodies, ...bytes]
}

/** Sends requests that are wrong in one place each. Every one must get an answer of the one shape, never 5xx, and harm nothing. */
export async function malformed(address: string, count: number, heard: (done: number) => void): Promise<Outcome> {
  const site = await smallSite(address, 'p { color: red }')
  const all = wrongRequests(site)
  // Evenly over all of them where fewer are wanted.
  const step = Math.max(1, all.length / count)
  const chosen = Array.from({ length: Math.min(count, all.length) }, (_, at) => all[Math.floor(at * step)]!)
  const faults: string[] = []
  let taken = 0
  for (const [at, { method, path, body, type }] of chosen.entries()) {
    const what = `${method} ${path.replace(site, 'SITE')} ${String(body).slice(0, 80)}`
    try {
      const limit = AbortSignal.timeout(10_000)
      const answer = await fetch(`${address}${path}`, {
        method,
        body,
        headers: { 'content-type': type },
        signal: limit,
      })
      if (answer.ok) taken++
      const fault = await answerFault(answer)
      if (fault) faults.push(`${what} ${fault}`)
    } catch (error) {
      faults.push(`${what} has no answer: ${String(error)}`)
    }
    heard(at + 1)
  }
  const { looks } = await opened(address, site)
  if (looks[0]!.text !== 'p { color: red }') faults.push('The sheet has changed.')
  return { part: 'malformed requests', tried: chosen.length, faults, note: `${taken} were harmless and taken` }
}
