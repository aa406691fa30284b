import { randomBytes } from 'node:crypto'
import mime from 'mime'
import { wornCopy } from '../../core/markup/worn.ts'
import { wornSheet } from '../../core/sheet/worn-sheet.ts'
import type { TextEncodingName } from '../../core/site/encoding.ts'
import { isPage, isSheet, isXml, nameOf, type SitePath } from '../../core/paths/paths.ts'
import { applySplices } from '../../core/text/splice.ts'
import { FAMILIES, fontPath } from '../../core/type/families.ts'
import { decodeText, encodeText } from '../../platform/encoding.ts'
import type { Repository } from '../repository.ts'
import { shippedFont } from '../fonts/shipped.ts'

/** What a frame asks for. */
export interface WearRequest {
  readonly siteId: string
  readonly lookId: string
  readonly path: SitePath
  /** Attire's own origin, "http://127.0.0.1:4710". */
  readonly origin: string
  /** Whether the page may load web fonts; else it looks as if they never came. */
  readonly fontsArrive?: boolean
  /** Whether the page's own scripts run, shut in as it is; else the bridge alone does. */
  readonly scriptsRun?: boolean
}

/** Answers a frame: a page with the bridge in it, the look's sheet, or a file of the site as it is. */
export async function serveWorn(repository: Repository, request: WearRequest): Promise<Response> {
  const root = `/wear/${request.siteId}/${request.lookId}/`
  const path = request.path === '' || request.path.endsWith('/') ? `${request.path}index.html` : request.path
  const { siteId, lookId } = request
  const file = (await repository.wornFile(siteId, lookId, path)) ?? (await shippedFile(path))
  // A missing stylesheet is reported by the page's tag and the fit check; a 404 would only add an error to the browser's console.
  if (!file && isSheet(path)) return answer('', contentType(path, 'utf-8'), root, request.origin)
  if (!file) return notFound(path, root, request.origin)
  if (isSheet(path)) {
    const text = decodeText(file.bytes, file.encoding ?? 'bytes')
    return answer(
      encodeText(applySplices(text, wornSheet(text, root)), file.encoding ?? 'bytes'),
      contentType(path, file.encoding),
      root,
      request.origin,
    )
  }
  if (!isPage(path)) return answer(file.bytes, contentType(path, null), root, request.origin)
  const nonce = randomBytes(16).toString('base64url')
  const text = decodeText(file.bytes, file.encoding ?? 'bytes')
  const worn = applySplices(
    text,
    wornCopy(text, {
      bridge: `<script nonce="${nonce}" src="/bridge.js"${request.scriptsRun ? ' data-scripts="run"' : ''}></script>`,
      root,
      self: `${request.origin}${root}`,
      xml: isXml(path),
    }),
  )
  return answer(encodeText(worn, file.encoding ?? 'bytes'), contentType(path, file.encoding), root, request.origin, {
    ...request,
    nonce,
  })
}

/** A frame may ask for a font of Attire's a moment before the step that puts it into the site is kept. */
async function shippedFile(path: SitePath) {
  const known = FAMILIES.some(({ files }) => files.some(({ file }) => fontPath(file) === path))
  return known ? { bytes: await shippedFont(nameOf(path)), encoding: null } : null
}

/**
 * The media type, with the encoding that Attire reads the text in: the bridge before everything else moves a page's own
 * declaration behind the place where browsers look for it. Text that is broken in its encoding is left to the browser.
 */
function contentType(path: SitePath, encoding: TextEncodingName | null): string {
  const type = mime.getType(path) ?? 'application/octet-stream'
  return encoding === null || encoding === 'bytes' ? type : `${type}; charset=${encoding}`
}

function answer(
  body: Uint8Array | string,
  type: string,
  root: string,
  origin: string,
  allowed: Allowed = {},
  status = 200,
): Response {
  return new Response(typeof body === 'string' ? body : new Uint8Array(body), {
    status,
    headers: {
      'content-type': type,
      'content-security-policy': framePolicy(origin, root, allowed),
      // Frames have an opaque origin: their fonts and sheets need CORS. The site's id in the path is the key.
      'access-control-allow-origin': '*',
      'x-content-type-options': 'nosniff',
      'x-dns-prefetch-control': 'off',
      'referrer-policy': 'no-referrer',
      'cross-origin-resource-policy': 'cross-origin',
      // Closes what a Content-Security-Policy leaves open: connections opened beforehand, when a link is pressed, before a navigation is
      // refused, and WebRTC (WICG, "Connection Allowlists"). Browsers that do not know it are named in docs/reliability.md.
      'connection-allowlist': '(response-origin)',
      'permissions-policy':
        'attribution-reporting=(), browsing-topics=(), join-ad-interest-group=(), run-ad-auction=()',
      'cache-control': 'no-store',
    },
  })
}

/** What an answer allows beside wearing the site's files. */
interface Allowed extends Pick<WearRequest, 'fontsArrive' | 'scriptsRun'> {
  /** Of the bridge; other answers than pages have none and run nothing. */
  readonly nonce?: string
}

/** What runs: the bridge, and where that was asked for the page's own scripts, which a nonce would shut out. */
function scriptPolicy(origin: string, own: string, { nonce, scriptsRun = false }: Allowed): string {
  if (nonce === undefined) return "'none'"
  return scriptsRun ? `${origin}/bridge.js ${own} 'unsafe-inline' 'unsafe-eval'` : `'nonce-${nonce}'`
}

/** What a page in a frame may do: wear its own site's files and run what is allowed, which reaches nothing else. */
function framePolicy(origin: string, root: string, allowed: Allowed): string {
  const { fontsArrive = true } = allowed
  const own = `${origin}${root}`
  return [
    'sandbox allow-scripts',
    "default-src 'none'",
    `script-src ${scriptPolicy(origin, own, allowed)}`,
    `style-src ${own} 'unsafe-inline'`,
    `img-src ${own} data:`,
    fontsArrive ? `font-src ${own} data:` : "font-src 'none'",
    `media-src ${own} data:`,
    // Only what Attire puts in the place of a frame or an embedded page; it inherits this policy.
    'frame-src data:',
    'object-src data:',
    "form-action 'none'",
    `base-uri ${own}`,
    `frame-ancestors ${origin}`,
  ].join('; ')
}

function notFound(path: SitePath, root: string, origin: string): Response {
  const name = path.replace(/[&<>"]/g, (char) => `&#${char.charCodeAt(0)};`)
  const page = `<!doctype html><meta charset="utf-8"><title>Not found</title><p style="font:1rem/1.5 sans-serif;margin:2rem">There is no file ${name} in this site.</p>`
  return answer(page, 'text/html; charset=utf-8', root, origin, {}, 404)
}
