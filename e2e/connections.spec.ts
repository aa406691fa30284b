import { mkdtempSync } from 'node:fs'
import { createServer, type Server } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { chromium } from '@playwright/test'
import config from '../playwright.config.ts'
import { expect, test } from './test.ts'
import { bringIn, bytes, openSite } from './helpers.ts'

/** A place that no page may reach: it counts connections, not requests, for browsers open some before they ask for anything. */
let outside: Server
let connections = 0
let address: string
test.beforeAll(async () => {
  outside = createServer((socket) => {
    connections++
    socket.on('error', () => undefined)
    socket.end()
  })
  await new Promise<void>((resolve) => void outside.listen(0, '127.0.0.2', resolve))
  address = `http://127.0.0.2:${(outside.address() as { port: number }).port}`
})
test.afterAll(() => void outside.close())

const encoded = (text: string) => text.replace(/[a-z]/g, (char) => `&#${char.charCodeAt(0)};`)

/** Ways of a page to have the browser connect to `to`, each as markup for head or body. */
function ways(to: string): string[] {
  const hints = ['preconnect', 'dns-prefetch', 'prefetch', 'preload', 'modulepreload', 'prerender', 'PreConnect']
  const link = (rel: string, more = '') => `<link rel="${rel}" href="${to}/l" ${more}>`
  const hidden = link('preconnect')
  return [
    ...hints.map((hint) => link(hint, 'as="image"')),
    ...hints.map((hint) => link(`${hint} stylesheet`)),
    link('preconnect', 'title="stylesheet"'),
    link('preconnect', 'crossorigin'),
    link('icon'),
    link('manifest'),
    link('alternate stylesheet', 'title="x"'),
    `<link rel=${encoded('preconnect')} href="${to}/e">`,
    `<link rel='\tpreconnect\n' href='${to}/w'>`,
    `<link/rel=preconnect/href=${to}>`,
    `<LINK REL=PRECONNECT HREF=${to}/u>`,
    `<link href="${to}/r" data-x='rel=""' rel=preconnect>`,
    `<select>${hidden}</select>`,
    `<select><option>${hidden}</select>`,
    `<div><template shadowrootmode="open">${hidden}<iframe src="${to}/s"></iframe></template></div>`,
    `<div><template shadowrootmode="closed"><meta http-equiv="refresh" content="0;url=${to}/m"></template></div>`,
    `<select><meta http-equiv="refresh" content="0;url=${to}/m2"></select>`,
    `<meta http-equiv="${encoded('refresh')}" content="0;url=${to}/m3">`,
    `<meta http-equiv="x-dns-prefetch-control" content="on"><a href="${to}/dns">a</a>`,
    `<meta http-equiv="Link" content="<${to}/x>; rel=preconnect">`,
    `<noscript>${hidden}</noscript>`,
    `<svg><foreignObject>${hidden}</foreignObject></svg>`,
    `<svg><style><iframe src="${to}/svgstyle"></iframe></style></svg>`,
    `<math><mtext>${hidden}</mtext></math>`,
    `<table>${hidden}</table>`,
    `<p title='<link rel="preconnect a '><link rel=preconnect href=${to}/quoted>"'>`,
    `<iframe src="${to}/frame"></iframe>`,
    `<iframe loading="eager" src="${to}/eager" srcdoc></iframe>`,
    `<iframe srcdoc="${hidden.replaceAll('"', '&quot;')}"></iframe>`,
    `<iframe srcdoc='<iframe src="${to}/in"></iframe>'></iframe>`,
    `<iframe src="data:text/html,<link rel=preconnect href=${to}/data>"></iframe>`,
    `<iframe src="${to.replace('http:', '')}/relative" sandbox></iframe>`,
    `<frameset cols="*"><frame src="${to}/frame2"></frameset>`,
    `<object data="${to}/object"></object>`,
    `<object data="${to}/object.html" type="text/html"></object>`,
    `<embed src="${to}/embed">`,
    `<embed src="${to}/embed.html" type="text/html">`,
    `<applet code="${to}/applet"></applet>`,
    `<portal src="${to}/portal"></portal><fencedframe src="${to}/fenced"></fencedframe>`,
    `<img src="${to}/img"><img srcset="${to}/img2 2x"><img src="${to}/lazy" loading="lazy">`,
    `<picture><source srcset="${to}/source"><img alt="x"></picture>`,
    `<input type="image" src="${to}/input">`,
    `<video src="${to}/video" poster="${to}/poster" autoplay></video>`,
    `<audio src="${to}/audio" preload="auto"></audio>`,
    `<video><track default src="${to}/track"></video>`,
    `<body background="${to}/body"><table background="${to}/table"><tr><td background="${to}/td">x</table>`,
    `<svg><image href="${to}/svgimage"/><use href="${to}/use#a"/><feImage href="${to}/fe"/></svg>`,
    `<svg><script href="${to}/svgscript"></script></svg>`,
    `<script src="${to}/script"></script><script type="module" src="${to}/module"></script>`,
    `<script type="importmap">{"imports":{"a":"${to}/map"}}</script>`,
    `<script type="speculationrules">{"prefetch":[{"source":"list","urls":["${to}/spec"]}],"prerender":[{"source":"list","urls":["${to}/pre"]}]}</script>`,
    `<style>@import url("${to}/import"); p { background: url(${to}/bg); cursor: url(${to}/cur), auto }</style>`,
    `<style>@font-face { font-family: x; src: url(${to}/font) } p { font-family: x }</style>`,
    `<p style="background: image-set(url('${to}/set') 1x); mask: url(${to}/mask); filter: url(${to}/filter#f)">x</p>`,
    `<p style="content: url(${to}/content); list-style: url(${to}/list); border-image: url(${to}/border)">x</p>`,
    `<a href="${to}/ping" ping="${to}/pinged">x</a>`,
    `<img attributionsrc="${to}/attribution" alt="x"><a attributionsrc="${to}/attr" href="x">x</a>`,
    `<base href="${to}/base/"><img src="relative">`,
    `<form action="${to}/form"><button formaction="${to}/fa">x</button></form>`,
    `<blockquote cite="${to}/cite">x</blockquote><q cite="${to}/q">x</q>`,
    `<menuitem icon="${to}/icon"></menuitem><bgsound src="${to}/sound">`,
    `<html manifest="${to}/appcache">`,
    `<marquee onstart="fetch('${to}/marquee')">x</marquee><img src=x onerror="fetch('${to}/onerror')">`,
    `<?xml-stylesheet href="${to}/xml" type="text/css"?>`,
    `<link rel=stylesheet href="site.css" onload="new Image().src='${to}/onload'">`,
  ]
}

test('no page opens a connection, whatever it is made of, in a profile like anybody’s', async ({ server, request }) => {
  const all = ways(address)
  expect(all.length).toBeGreaterThan(60)
  const page = (body: string) =>
    bytes(`<!doctype html><html><head><title>t</title></head><body>${body}<p>x</p></body></html>`)
  const head = (body: string) =>
    bytes(`<!doctype html><html><head>${body}<title>t</title></head><body><p>x</p></body></html>`)
  // Some ways end the page for those behind them, so each has pages of its own; a few frames are in view at a time.
  const files: Record<string, Uint8Array> = { 'site.css': bytes('p { color: red }') }
  all.forEach((way, at) => {
    files[`${at}-body.html`] = page(way)
    files[`${at}-head.html`] = head(way)
  })
  files['x.xhtml'] = bytes(
    `<html xmlns="http://www.w3.org/1999/xhtml" xmlns:h="http://www.w3.org/1999/xhtml"><head><title>t</title><h:link rel="preconnect" href="${address}/x"/></head><body><h:iframe src="${address}/xf"/></body></html>`,
  )
  files['entity.xhtml'] = bytes(
    `<!DOCTYPE html [<!ENTITY e "&#60;iframe xmlns='http://www.w3.org/1999/xhtml' src='${address}/entity'>&#60;/iframe>">]><html xmlns="http://www.w3.org/1999/xhtml"><head><title>t</title></head><body>&e;</body></html>`,
  )
  const site = await bringIn(request, 'Connections', files)
  const look = ((await (await request.get(`/api/sites/${site}`)).json()) as { lookId: string }).lookId
  const { launchOptions } = config.use!
  // An incognito context opens no connection beforehand; people do not work in one.
  const profile = await chromium.launchPersistentContext(mkdtempSync(path.join(tmpdir(), 'attire-profile-')), {
    ...launchOptions,
    baseURL: server,
  })
  const window = await profile.newPage()
  await window.goto(server)
  const witness = await profile.newPage()
  await witness.goto(`${address}/witness`).catch(() => undefined)
  await witness.close()
  expect(connections, 'connections are counted').toBeGreaterThan(0)
  await openSite(window, site)
  const seen = connections
  // The frames as they are served, many at once, with the sandbox that the workroom gives them.
  const names = Object.keys(files).filter((name) => name !== 'site.css')
  for (let from = 0; from < names.length; from += 64) {
    await window.evaluate(
      async ({ paths, root }) => {
        const frames = paths.map((name) => {
          const frame = document.createElement('iframe')
          frame.sandbox.add('allow-scripts')
          const loaded = new Promise((resolve) => frame.addEventListener('load', resolve))
          frame.src = root + name
          document.body.append(frame)
          return { frame, loaded: Promise.race([loaded, new Promise((resolve) => setTimeout(resolve, 2000))]) }
        })
        await Promise.all(frames.map(({ loaded }) => loaded))
        await new Promise((resolve) => setTimeout(resolve, 250))
        for (const { frame } of frames) frame.remove()
      },
      { paths: names.slice(from, from + 64), root: `/wear/${site}/${look}/` },
    )
    expect(connections - seen, names.slice(from, from + 64).join(' ')).toBe(0)
  }
  await profile.close()
})
