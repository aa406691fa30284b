import { NextResponse, type NextRequest } from 'next/server'
import { errorResponse, PublicError } from './server/http/errors.ts'
import { refusal } from './server/http/guard.ts'

/** Stands before every route: refuses foreign hosts and origins, and gives Attire's own pages their Content-Security-Policy. */
export function proxy(request: NextRequest): Response {
  const header = (name: string) => request.headers.get(name)
  const refused = refusal({
    method: request.method,
    pathname: request.nextUrl.pathname,
    host: header('host'),
    origin: header('origin'),
    fetchSite: header('sec-fetch-site'),
    fetchDest: header('sec-fetch-dest'),
  })
  if (refused) return errorResponse(new PublicError(refused.code, refused.message))
  if (/^\/(?:wear|api)\//.test(request.nextUrl.pathname)) return NextResponse.next()

  const nonce = crypto.randomUUID().replaceAll('-', '')
  const policy = pagePolicy(nonce, `http://${header('host')}`)
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  return response
}

function pagePolicy(nonce: string, origin: string): string {
  const development = process.env.NODE_ENV === 'development' ? " 'unsafe-eval'" : ''
  return [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${development}`,
    `style-src 'self' 'nonce-${nonce}'`,
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    `frame-src ${origin}/wear/`,
    "form-action 'self'",
    "base-uri 'none'",
    "object-src 'none'",
    "frame-ancestors 'none'",
  ].join('; ')
}

export const config = { matcher: ['/((?!_next/static|bridge.js).*)'] }
