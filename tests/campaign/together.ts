import { bigArchive, bigSite } from '../../bench/big-site.mjs'
import { type Outcome } from './outcome.ts'
import { answerFault, bring, opened, saveOf, send, smallSite } from './talk.ts'

/** Sites are saved to, opened, renamed, listed and made at the same time, by so many at once. */
const PEOPLE = 8
const IMPORTS = 3
/** Wanted: no opening takes longer, in ms. */
const OPENS_WITHIN = 2000
/** Bytes of each page's picture: all of it has to be read while others work. */
const PICTURE = 8000

/**
 * Everything at once: imports one after the other beside saves, openings, settings and new sites, until `tries` of those have
 * been made. None may be answered with 5xx, no save be lost, no opening take longer than two seconds.
 */
export async function together(
  address: string,
  tries: number,
  pages: number,
  heard: (done: number) => void,
): Promise<Outcome> {
  const archive = bigArchive(bigSite(pages, PICTURE)) as Uint8Array<ArrayBuffer>
  const faults: string[] = []
  let done = 0
  let imports = 0
  let slowest = 0
  const timed = async (path: string) => {
    const began = performance.now()
    const fault = await answerFault(await fetch(`${address}${path}`))
    slowest = Math.max(slowest, performance.now() - began)
    return fault
  }
  const importing = async (at: number) => {
    while (done < tries) {
      const answer = await bring(address, `Import ${at}`, archive)
      if (answer.status !== 201)
        return void faults.push(`An import ended with ${answer.status}: ${await answer.text()}`)
      imports++
      const { siteId } = (await answer.json()) as { siteId: string }
      await fetch(`${address}/api/sites/${siteId}`, { method: 'DELETE' })
    }
  }
  const working = async () => {
    const site = await smallSite(address, '/* 0 */')
    const { lookId } = await opened(address, site)
    let revision = 0
    const acts = [
      async () => {
        const save = saveOf({ lookId, revision }, `/* ${revision} */`, `/* ${revision + 1} */`)
        const answer = await send(address, `/api/sites/${site}/save`, save)
        if (answer.status !== 200) return `A save was answered ${answer.status}.`
        revision++
        return answerFault(answer)
      },
      () => timed(`/api/sites/${site}`),
      async () => answerFault(await send(address, `/api/sites/${site}`, { name: `Name ${revision}` }, 'PATCH')),
      () => timed('/api/sites'),
      () => timed(`/wear/${site}/${lookId}/index.html`),
      async () => {
        const made = await smallSite(address, 'p {}')
        return answerFault(await fetch(`${address}/api/sites/${made}`, { method: 'DELETE' }))
      },
    ]
    for (let at = 0; done < tries; at++) {
      const fault = await acts[at % acts.length]!()
      if (fault) faults.push(`Try ${at % acts.length} ${fault}`)
      heard(++done)
    }
    const state = await opened(address, site)
    if (state.revision !== revision || state.looks[0]!.text !== `/* ${revision} */`)
      faults.push(`A site has revision ${state.revision} after ${revision} saves were acknowledged.`)
  }
  const people = Array.from({ length: PEOPLE }, working)
  await Promise.all([...people, ...Array.from({ length: IMPORTS }, (_, at) => importing(at))])
  if (slowest > OPENS_WITHIN) faults.push(`An opening took ${Math.round(slowest)} ms.`)
  return {
    part: 'saves, openings and imports at once',
    tried: done,
    faults,
    note: `${imports} imports of ${pages} pages meanwhile; slowest opening ${Math.round(slowest)} ms`,
  }
}
