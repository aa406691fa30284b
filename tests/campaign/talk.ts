import { zipSync } from 'fflate'
import { lookDoc, stepOf, type Doc } from '../../src/core/site/step.ts'
import { diffTexts } from '../../src/core/text/splice.ts'
import { errorSchema, type SaveRequest, type SiteState } from '../../src/protocol/site-state.ts'

const text = (of: string) => new TextEncoder().encode(of)

/** A small site as a ZIP: one page, and a sheet of these words. */
export function smallArchive(sheet: string): Uint8Array<ArrayBuffer> {
  return zipSync({
    'index.html': text('<!doctype html><title>t</title><link rel="stylesheet" href="site.css"><p>x</p>'),
    'site.css': text(sheet),
  }) as Uint8Array<ArrayBuffer>
}

/** Brings an archive in; gives the answer as it came. */
export function bring(address: string, name: string, archive: Uint8Array<ArrayBuffer>): Promise<Response> {
  return fetch(`${address}/api/import?name=${encodeURIComponent(name)}`, {
    method: 'POST',
    headers: { 'content-type': 'application/zip' },
    body: archive,
  })
}

/** The id of a new small site. */
export async function smallSite(address: string, sheet: string): Promise<string> {
  const answer = await bring(address, 'Small', smallArchive(sheet))
  return ((await answer.json()) as { siteId: string }).siteId
}

export async function opened(address: string, site: string): Promise<SiteState> {
  return (await (await fetch(`${address}/api/sites/${site}`)).json()) as SiteState
}

export function send(address: string, path: string, body: unknown, method = 'POST'): Promise<Response> {
  return fetch(`${address}${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
}

/** A save of one step that makes the sheet say something else. */
export function saveOf(state: { lookId: string; revision: number }, before: string, after: string): SaveRequest {
  const doc: Doc = lookDoc(state.lookId)
  const step = stepOf({ label: after.slice(0, 40), texts: [{ doc, splices: diffTexts(before, after) }] }, () => before)!
  return { saveId: crypto.randomUUID(), revision: state.revision, operations: [{ type: 'step', step }] }
}

/** Why an answer is none that Attire should give: a fault of its own, or an error in another shape. Null when it is fine. */
export async function answerFault(answer: Response): Promise<string | null> {
  if (answer.status >= 500) return `was answered ${answer.status}: ${(await answer.text()).slice(0, 200)}`
  if (answer.status < 400) {
    await answer.arrayBuffer()
    return null
  }
  const body = await answer.text()
  try {
    return errorSchema.safeParse(JSON.parse(body)).success ? null : `has another shape: ${body.slice(0, 200)}`
  } catch {
    return `is no JSON: ${body.slice(0, 200)}`
  }
}
