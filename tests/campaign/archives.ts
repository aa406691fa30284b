import { zipSync, type Zippable } from 'fflate'
import { chance, type Outcome } from './outcome.ts'
import { answerFault, bring } from './talk.ts'

const text = (of: string) => new TextEncoder().encode(of)
const PAGE = text('<!doctype html><title>t</title><link rel="stylesheet" href="site.css"><img src="a.svg">')
/** Deeply nested drawings: what draws them takes minutes. */
const DRAWING = text(
  `<svg xmlns="http://www.w3.org/2000/svg"><g id="a0"><rect width="1" height="1"/></g>${Array.from(
    { length: 30 },
    (_, at) => `<g id="a${at + 1}">${`<use href="#a${at}"/>`.repeat(10)}</g>`,
  ).join('')}<use href="#a30"/></svg>`,
)

const ANSWERS_WITHIN_MS = 15_000

/** Names that lead out, mean something to a system, or are none. */
const NAMES = [
  ...['../x.html', '/x.html', '\\x.html', 'C:\\x.html', 'a/../../x.html', 'a/..', '.', '..', './x.html', '', ' ', '\0'],
  ...[
    '__proto__',
    'constructor/x.html',
    'x.html/y.html',
    'CON.html',
    'x\n.html',
    'x\u202ehtml',
    'é.html',
    'e\u0301.html',
  ],
  ...['%2e%2e/x.html', 'a//b.html', 'x'.repeat(300), 'd/'.repeat(200) + 'x.html', '?.html', '#.html', 'x.html ', '~/x'],
]

/** `count` archives that no honest tool makes. */
function wrongArchives(count: number, seed: number): Uint8Array<ArrayBuffer>[] {
  const random = chance(seed)
  const good: Zippable = { 'index.html': PAGE, 'site.css': text('p {}'), 'a.svg': DRAWING, 'b/c.html': PAGE }
  const pack = (more: Zippable) => zipSync({ ...good, ...more }) as Uint8Array<ArrayBuffer>
  const whole = pack({})
  // An object cannot hold the name `__proto__` for the packer, so it is written into the packed bytes.
  const named = NAMES.map((name) => renamed(pack({ [name.replace('__proto__', '__pr0to__')]: PAGE })))
  const bombs = [
    pack({ 'zeros.bin': new Uint8Array(120e6), 'zeros.html': new Uint8Array(2e6) }),
    pack(Object.fromEntries(Array.from({ length: 1500 }, (_, at) => [`e${at}.html`, new Uint8Array(0)]))),
    pack({ 'inner.zip': whole, 'font.woff2': lyingFont(), 'huge.svg': text('<svg '.repeat(200_000)) }),
    pack(Object.fromEntries(Array.from({ length: 60 }, (_, at) => [`d${at}.svg`, DRAWING]))),
    whole.slice(0, 0),
    text('PK\x05\x06') as Uint8Array<ArrayBuffer>,
  ]
  const damaged = Array.from({ length: Math.max(0, count - named.length - bombs.length) }, (_, at) => {
    const copy = whole.slice(0, at % 4 === 0 ? Math.floor(random() * whole.length) : whole.length)
    for (let flips = 0; flips <= at % 7; flips++)
      if (copy.length > 0) copy[Math.floor(random() * copy.length)] = Math.floor(random() * 256)
    return copy
  })
  return [...bombs, ...named, ...damaged].slice(0, count)
}

function renamed(archive: Uint8Array<ArrayBuffer>): Uint8Array<ArrayBuffer> {
  const bytes = Buffer.from(archive)
  for (let at = bytes.indexOf('__pr0to__'); at >= 0; at = bytes.indexOf('__pr0to__')) bytes.write('__proto__', at)
  return new Uint8Array(bytes)
}

/** A WOFF2 that says it is small; its packed part is noise. */
function lyingFont(): Uint8Array {
  const bytes = new Uint8Array(500).fill(7)
  bytes.set(text('wOF2'))
  bytes.set([0, 1], 12)
  return bytes
}

/** Brings in archives that are broken or mean harm. Each is taken whole or refused with a sentence, soon, and the server goes on. */
export async function archives(
  address: string,
  count: number,
  seed: number,
  heard: (done: number) => void,
): Promise<Outcome> {
  const faults: string[] = []
  let taken = 0
  let slowest = 0
  const all = wrongArchives(count, seed)
  // Packing them takes seconds, in which the server may have closed an idle line: that is to be noticed before it is used again.
  await new Promise((resolve) => setTimeout(resolve, 50))
  for (const [at, archive] of all.entries()) {
    const began = performance.now()
    const answer = await bring(address, `Archive ${at}`, archive)
    const copy = answer.clone()
    const fault = await answerFault(answer)
    if (fault) faults.push(`Archive ${at} ${fault}`)
    const took = performance.now() - began
    slowest = Math.max(slowest, took)
    if (took > ANSWERS_WITHIN_MS) faults.push(`Archive ${at} took ${Math.round(took)} ms.`)
    if (copy.status === 201) {
      taken++
      const { siteId } = (await copy.json()) as { siteId: string }
      for (const path of [`/api/sites/${siteId}`, `/api/sites/${siteId}/export?look=`, `/api/sites/${siteId}/fonts`]) {
        const later = await answerFault(await fetch(`${address}${path}`))
        if (later) faults.push(`Archive ${at}, ${path.replace(siteId, 'SITE')} ${later}`)
      }
      await fetch(`${address}/api/sites/${siteId}`, { method: 'DELETE' })
    }
    heard(at + 1)
  }
  const note = `${taken} taken, ${count - taken} refused; slowest ${Math.round(slowest)} ms`
  return { part: 'archives', tried: count, faults, note }
}
