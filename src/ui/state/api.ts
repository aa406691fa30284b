import { z } from 'zod'
import { loadSite, type LoadFault } from '../../workers/load-site.ts'
import {
  blobSchema,
  changesSchema,
  errorSchema,
  fontListSchema,
  importLineSchema,
  importResponseSchema,
  saveResponseSchema,
  scriptsResponseSchema,
  siteListSchema,
  type ImportResult,
  type NewSiteRequest,
  type SaveRequest,
  type SiteList,
  type SiteState,
} from '../../protocol/site-state.ts'
import { fontFactsSchema, siteFontsSchema } from '../../core/type/facts.ts'

z.config({ jitless: true })

const keptFontSchema = z.object({ blob: blobSchema, facts: fontFactsSchema })

/** An answer of the server that says no, with its sentence. `code` is "offline" when there was no answer at all. */
export class ApiError extends Error {
  override readonly name = 'ApiError'
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message)
  }
}

const OFFLINE = 'Attire’s server does not answer. Is it still running? Your work stays in this window.'

async function call<T>(path: string, schema: z.ZodType<T>, init?: RequestInit): Promise<T> {
  let ok: boolean
  let text: string
  try {
    const response = await fetch(path, init)
    ok = response.ok
    // An answer that is cut short is none.
    text = await response.text()
  } catch {
    throw new ApiError('offline', OFFLINE)
  }
  return read(ok, text, schema)
}

const UNREADABLE = 'Attire’s server gave an answer that cannot be read.'

function read<T>(ok: boolean, text: string, schema: z.ZodType<T>): T {
  let body: unknown
  try {
    body = JSON.parse(text)
  } catch {
    throw new ApiError('failed', UNREADABLE)
  }
  if (ok) {
    const answer = schema.safeParse(body)
    if (!answer.success) throw new ApiError('failed', UNREADABLE)
    return answer.data
  }
  const said = errorSchema.safeParse(body)
  throw new ApiError(
    said.data?.error.code ?? 'failed',
    said.data?.error.message ?? 'Attire’s server could not do this.',
  )
}

const json = (method: string, body: unknown): RequestInit => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
})

export const api = {
  sites: (): Promise<SiteList> => call('/api/sites', siteListSchema),
  /** Its texts go to `port` as well, as they are read. */
  site: (id: string, port?: MessagePort): Promise<SiteState> =>
    loadSite(`${location.origin}/api/sites/${id}/packed`, port).catch((fault: LoadFault) =>
      Promise.reject(new ApiError(fault.code, fault.message)),
    ),
  /** Says that a site is worked on now; gives its revision. */
  opened: (id: string) => call(`/api/sites/${id}/opened`, saveResponseSchema, { method: 'POST' }),
  /** Every save leads to the next revision: an answer that names another one is not about this save. */
  save: (id: string, request: SaveRequest) =>
    call(
      `/api/sites/${id}/save`,
      saveResponseSchema.extend({ revision: z.literal(request.revision + 1) }),
      json('POST', request),
    ),
  /** What was saved after a revision, by whomever. */
  changes: (id: string, since: number) => call(`/api/sites/${id}/changes?since=${since}`, changesSchema),
  /** Writes all data to a new file, after the one that held it was deleted or replaced. */
  rescueData: () => call('/api/data/rescue', z.object({ path: z.string(), goesOn: z.boolean() }), { method: 'POST' }),
  remove: (id: string) => call(`/api/sites/${id}`, z.object({}), { method: 'DELETE' }),
  settings: (id: string, settings: { lookId?: string; sheetPath?: string; name?: string }) =>
    call(`/api/sites/${id}`, z.object({}), json('PATCH', settings)),
  /** Begins a site from nothing; gives its id. */
  begin: (request: NewSiteRequest) => call('/api/sites', z.object({ siteId: z.string() }), json('POST', request)),
  /** Keeps a file's bytes, for a step that puts it at `path`. */
  keep: (id: string, path: string, bytes: Blob) =>
    call(`/api/sites/${id}/blobs?path=${encodeURIComponent(path)}`, blobSchema, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: bytes,
    }),
  /** Makes a copy of an image, `width` px wide, for a step that puts it somewhere. */
  scaled: (id: string, path: string, width: number) =>
    call(`/api/sites/${id}/scaled`, blobSchema, json('POST', { path, width })),
  /** Lets the scripts of a page run in the frame that loads it next; gives what the frame asks with. */
  grantScripts: async (id: string, page: string) =>
    (await call(`/api/sites/${id}/scripts`, scriptsResponseSchema, json('POST', { page }))).token,
  /** What the site's font files say of themselves, by path. */
  siteFonts: async (id: string) => (await call(`/api/sites/${id}/fonts`, siteFontsSchema)).fonts,
  /** Reads a font and keeps its bytes, for a step that puts it into the site. */
  keepFont: (id: string, font: File) =>
    call(`/api/sites/${id}/fonts?name=${encodeURIComponent(font.name)}`, keptFontSchema, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: font,
    }),
  /** The site wearing a look, packed; with the name it is saved under. */
  async export(id: string, lookId: string): Promise<{ name: string; archive: Blob }> {
    const lost = () => new ApiError('offline', OFFLINE)
    const response = await fetch(`/api/sites/${id}/export?look=${encodeURIComponent(lookId)}`).catch(() => null)
    if (!response) throw lost()
    if (!response.ok) return read(false, await response.text().catch(() => ''), z.never())
    const name = /filename="([^"]+)"/.exec(response.headers.get('content-disposition') ?? '')?.[1] ?? 'site.zip'
    return { name, archive: await response.blob().catch(() => Promise.reject(lost())) }
  },
  fonts: async () => (await call('/api/fonts', fontListSchema)).fonts,

  /** Sends an archive; `onSent` hears the share that has gone up, `onKept` the share the server has unpacked and kept, 0 to 1. Aborting rejects with code "cancelled". */
  import(
    name: string,
    archive: Blob,
    onSent: (share: number) => void,
    onKept: (share: number) => void,
    signal: AbortSignal,
  ): Promise<ImportResult> {
    return new Promise((resolve, reject) => {
      const request = new XMLHttpRequest()
      request.open('POST', `/api/import?name=${encodeURIComponent(name)}`)
      request.setRequestHeader('content-type', 'application/zip')
      request.upload.onprogress = (event) => event.lengthComputable && onSent(event.loaded / event.total)
      request.setRequestHeader('accept', 'application/x-ndjson')
      const lines = () =>
        request.responseText
          .split('\n')
          .slice(0, -1)
          .map((line) => importLineSchema.parse(JSON.parse(line)))
      request.onprogress = () => {
        const last = request.status < 300 ? lines().at(-1) : undefined
        if (last && 'share' in last) onKept(last.share)
      }
      request.onload = () => {
        try {
          if (request.status >= 300) return resolve(read(false, request.responseText, importResponseSchema))
          const last = lines().at(-1)
          if (last && 'result' in last) resolve(last.result)
          else
            reject(
              new ApiError(
                last && 'error' in last ? last.error.code : 'failed',
                last && 'error' in last ? last.error.message : 'The import broke off. Nothing was kept; try again.',
              ),
            )
        } catch (error) {
          reject(error)
        }
      }
      request.onerror = () => reject(new ApiError('offline', OFFLINE))
      request.onabort = () => reject(new ApiError('cancelled', 'The import was cancelled. Nothing was kept.'))
      signal.addEventListener('abort', () => request.abort())
      request.send(archive)
    })
  },
}

export type Api = typeof api
