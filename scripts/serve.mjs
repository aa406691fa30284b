// `npm start`: Next on 127.0.0.1, behind a door of Attire's own. What Next answers in plain text, as a page or not at all
// when it is not asked by a browser, is answered here in the one shape that every error of Attire has.
import { createServer } from 'node:http'
import path from 'node:path'
import { parseArgs } from 'node:util'
import next from 'next'

const { values } = parseArgs({ options: { port: { type: 'string', short: 'p', default: '3000' } } })
const hostname = '127.0.0.1'
const port = Number(values.port)
const METHODS = ['GET', 'HEAD', 'POST', 'PATCH', 'DELETE', 'OPTIONS']
/** Pages and files are only read. */
const READING = ['GET', 'HEAD']

const SENTENCES = {
  400: 'This address cannot be read. Check it and try again.',
  404: 'There is nothing at this address.',
  405: 'This address does not take that method.',
  413: 'This is more than Attire takes at once.',
  426: 'Attire answers plain requests only; it opens no other kind of connection.',
  500: 'Attire could not do this because of an error of its own. Nothing was changed; try again.',
}
const CODES = { 400: 'bad-request', 404: 'not-found', 413: 'too-large', 500: 'failed' }

const shape = (status) =>
  JSON.stringify({
    error: { code: CODES[status] ?? 'bad-request', message: SENTENCES[status] ?? SENTENCES[status < 500 ? 400 : 500] },
  })
const isOurs = (pathname) => /^\/(?:api|wear)(?:\/|$)/.test(pathname)

function refusedAtDoor({ method, url }) {
  const [pathname] = (url ?? '').split('?')
  if (!pathname.startsWith('/') || !canBeDecoded(pathname)) return 400
  const allowed = isOurs(pathname) ? METHODS : READING
  return allowed.includes(method) ? null : 405
}

function canBeDecoded(pathname) {
  try {
    decodeURIComponent(pathname)
    return true
  } catch {
    return false
  }
}

function refuse(response, status) {
  const body = shape(status)
  response.writeHead(status, {
    'content-type': 'application/json',
    'content-length': Buffer.byteLength(body),
    'cache-control': 'no-store',
  })
  response.end(body)
}

/** An error that Next words itself, as text or as a page, gets the one shape before its first byte is sent. */
function inOneShape(response) {
  const { writeHead, write, end } = response
  let replaced = null
  const decide = () => {
    if (replaced !== null) return
    response.writeHead = writeHead
    const type = String(response.getHeader('content-type') ?? '')
    // A frame's own page for what is not there is a page, for a person reads it.
    const own = type.startsWith('application/json') || /^sandbox/.test(response.getHeader('content-security-policy'))
    replaced = !response.headersSent && response.statusCode >= 400 && !own
    if (!replaced) return
    for (const name of ['content-length', 'content-encoding', 'transfer-encoding', 'etag', 'link'])
      response.removeHeader(name)
    response.setHeader('content-type', 'application/json')
  }
  // The head waits for the first byte of the body, so that it can still be another one.
  response.writeHead = function (status, ...rest) {
    this.statusCode = status
    const headers = rest.find((each) => typeof each === 'object') ?? {}
    for (const [name, value] of Object.entries(headers)) this.setHeader(name, value)
    return this
  }
  response.write = function (...args) {
    decide()
    return replaced ? true : write.apply(this, args)
  }
  response.end = function (...args) {
    decide()
    return replaced ? end.call(this, shape(response.statusCode)) : end.apply(this, args)
  }
}

const ROUTER_HEADERS = [
  'rsc',
  'next-router-state-tree',
  'next-router-prefetch',
  'next-router-segment-prefetch',
  'next-url',
]

const app = next({ dev: false, dir: path.resolve(import.meta.dirname, '..'), hostname, port })
await app.prepare()
const handle = app.getRequestHandler()

/** Browsers and programs keep a line open for the next request; one that is closed just then is an error to them. */
const LINE_KEPT_MS = 65_000

const server = createServer({ keepAliveTimeout: LINE_KEPT_MS }, (request, response) => {
  const refused = refusedAtDoor(request)
  if (refused) return refuse(response, refused)
  if (isOurs(request.url)) inOneShape(response)
  // Attire's pages are links apart, not parts fetched by Next's router: what only that sends is no business of anybody's, and a
  // wrong state of it would be answered with 500.
  for (const name of ROUTER_HEADERS) delete request.headers[name]
  handle(request, response).catch((error) => {
    console.error(error)
    if (response.headersSent) response.destroy()
    else refuse(response, 500)
  })
})

/** Answers on the bare connection and closes it. */
function answerBare(socket, status, reason) {
  const body = shape(status)
  if (!socket.writable) return socket.destroy()
  socket.end(
    `HTTP/1.1 ${status} ${reason}\r\ncontent-type: application/json\r\ncontent-length: ${Buffer.byteLength(body)}\r\nconnection: close\r\n\r\n${body}`,
  )
}
server.on('upgrade', (_request, socket) => answerBare(socket, 426, 'Upgrade Required'))
server.on('connect', (_request, socket) => answerBare(socket, 405, 'Method Not Allowed'))
server.on('clientError', (_error, socket) => answerBare(socket, 400, 'Bad Request'))
server.on('error', (error) => {
  console.error(
    error.code === 'EADDRINUSE' ? `Port ${port} is taken. Name another one: npm start -- -p 4711.` : String(error),
  )
  process.exit(1)
})
server.listen(port, hostname, () => console.log(`Ready on http://${hostname}:${port}`))
