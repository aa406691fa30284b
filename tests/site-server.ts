import { ApiError } from '../src/ui/state/api.ts'
import type { DocumentServer } from '../src/ui/state/document.ts'
import { errorSchema, type Changes, type SaveRequest, type SiteState } from '../src/protocol/site-state.ts'

/** The server as a window outside a browser asks it. `away` says whether it cannot be reached just now. */
export function serverAt(address: string, away: () => boolean = () => false): DocumentServer {
  const call = async <T>(path: string, init?: RequestInit): Promise<T> => {
    if (away()) throw new ApiError('offline', 'The server is away.')
    const answer = await fetch(`${address}${path}`, init).catch(() => {
      throw new ApiError('offline', 'The server is away.')
    })
    const body: unknown = await answer.json()
    if (answer.ok) return body as T
    const { code, message } = errorSchema.parse(body).error
    throw new ApiError(code, message)
  }
  const json = (method: string, body: unknown): RequestInit => ({
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
  return {
    site: (id) => call<SiteState>(`/api/sites/${id}`),
    changes: (id, since) => call<Changes>(`/api/sites/${id}/changes?since=${since}`),
    save: (id, request: SaveRequest) => call(`/api/sites/${id}/save`, json('POST', request)),
    settings: (id, settings) => call(`/api/sites/${id}`, json('PATCH', settings)),
  }
}
