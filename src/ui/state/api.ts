import { z } from 'zod'
import {
  blobSchema, fontListSchema, importResponseSchema, saveResponseSchema, siteListSchema, siteStateSchema,
  type ImportResult, type NewSiteRequest, type SaveRequest, type SiteList, type SiteState,
} from '../../core/site/protocol.ts'

z.config({ jitless: true })

const errorSchema = z.object({ error: z.object({ code: z.string(), message: z.string() }) })

/** An answer of the server that says no, with its sentence. `code` is "offline" when there was no answer at all. */
export class ApiError extends Error {
  override readonly name = 'ApiError'
  constructor(readonly code: string, message: string) {
    super(message)
  }
}

const OFFLINE = 'Attire’s server does not answer. Is it still running? Your work stays in this window.'

async function call<T>(path: string, schema: z.ZodType<T>, init?: RequestInit): Promise<T> {
  let response: Response
  try {
    response = await fetch(path, init)
  } catch {
    throw new ApiError('offline', OFFLINE)
  }
  return read(response.ok, await response.text(), schema)
}

function read<T>(ok: boolean, text: string, schema: z.ZodType<T>): T {
  let body: unknown
  try {
    body = JSON.parse(text)
  } catch {
    throw new ApiError('failed', 'Attire’s server gave an answer that cannot be read. Reload the page.')
  }
  if (ok) return schema.parse(body)
  const said = errorSchema.safeParse(body)
  throw new ApiError(said.data?.error.code ?? 'failed', said.data?.error.message ?? 'Attire’s server could not do this.')
}

const json = (method: string, body: unknown): RequestInit => ({ method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })

export const api = {
  sites: (): Promise<SiteList> => call('/api/sites', siteListSchema),
  site: (id: string): Promise<SiteState> => call(`/api/sites/${id}`, siteStateSchema),
  save: (id: string, request: SaveRequest) => call(`/api/sites/${id}/save`, saveResponseSchema, json('POST', request)),
  remove: (id: string) => call(`/api/sites/${id}`, z.object({}), { method: 'DELETE' }),
  settings: (id: string, settings: { lookId?: string; sheetPath?: string; name?: string }) => call(`/api/sites/${id}`, z.object({}), json('PATCH', settings)),
  /** Begins a site from nothing; gives its id. */
  begin: (request: NewSiteRequest) => call('/api/sites', z.object({ siteId: z.string() }), json('POST', request)),
  /** Keeps a file's bytes, for a step that puts it at `path`. */
  keep: (id: string, path: string, bytes: Blob) => call(`/api/sites/${id}/blobs?path=${encodeURIComponent(path)}`, blobSchema, { method: 'POST', headers: { 'content-type': 'application/octet-stream' }, body: bytes }),
  /** Makes a copy of an image, `width` px wide, for a step that puts it somewhere. */
  scaled: (id: string, path: string, width: number) => call(`/api/sites/${id}/scaled`, blobSchema, json('POST', { path, width })),
  fonts: async () => (await call('/api/fonts', fontListSchema)).fonts,

  /** Sends an archive; `onProgress` hears the share that has gone up, 0 to 1. Aborting rejects with code "cancelled". */
  import(name: string, archive: Blob, onProgress: (share: number) => void, signal: AbortSignal): Promise<ImportResult> {
    return new Promise((resolve, reject) => {
      const request = new XMLHttpRequest()
      request.open('POST', `/api/import?name=${encodeURIComponent(name)}`)
      request.setRequestHeader('content-type', 'application/zip')
      request.upload.onprogress = (event) => event.lengthComputable && onProgress(event.loaded / event.total)
      request.onload = () => {
        try {
          resolve(read(request.status < 300, request.responseText, importResponseSchema))
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
