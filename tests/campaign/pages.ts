import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { chromium, type LaunchOptions, type Page } from '@playwright/test'
import { zipSync } from 'fflate'
import { Listening } from './listening.ts'
import type { Outcome } from './outcome.ts'
import { bring, opened } from './talk.ts'
import { doubledWays, ways } from './ways.ts'

const bytes = (text: string) => new TextEncoder().encode(text)

/** Pages for each way, in head and body: some ways end the page for those behind them. */
function pagesOf(all: readonly string[], address: string): Record<string, Uint8Array> {
  const files: Record<string, Uint8Array> = { 'site.css': bytes('p { color: red }') }
  all.forEach((way, at) => {
    files[`${at}-body.html`] = bytes(
      `<!doctype html><html><head><title>t</title></head><body>${way}<p>x</p></body></html>`,
    )
    files[`${at}-head.html`] = bytes(
      `<!doctype html><html><head>${way}<title>t</title></head><body><p>x</p></body></html>`,
    )
  })
  files['x.xhtml'] = bytes(
    `<html xmlns="http://www.w3.org/1999/xhtml" xmlns:h="http://www.w3.org/1999/xhtml"><head><title>t</title><h:link rel="preconnect" href="${address}/x"/></head><body><h:iframe src="${address}/xf"/></body></html>`,
  )
  files['entity.xhtml'] = bytes(
    `<!DOCTYPE html [<!ENTITY e "&#60;iframe xmlns='http://www.w3.org/1999/xhtml' src='${address}/entity'>&#60;/iframe>">]><html xmlns="http://www.w3.org/1999/xhtml"><head><title>t</title></head><body>&e;</body></html>`,
  )
  return files
}

/** So many frames at once. */
const FRAMES = 64

/** Shows pages in frames as the workroom does, with the sandbox it gives them, until they have loaded. */
async function show(window: Page, paths: readonly string[]): Promise<void> {
  await window.evaluate(async (addresses) => {
    const frames = addresses.map((address) => {
      const frame = document.createElement('iframe')
      frame.sandbox.add('allow-scripts')
      const loaded = new Promise((resolve) => frame.addEventListener('load', resolve))
      frame.src = address
      document.body.append(frame)
      return { frame, loaded: Promise.race([loaded, new Promise((resolve) => setTimeout(resolve, 2000))]) }
    })
    await Promise.all(frames.map(({ loaded }) => loaded))
    await new Promise((resolve) => setTimeout(resolve, 250))
    for (const { frame } of frames) frame.remove()
  }, paths)
}

/** Shows hostile pages in a regular profile: private ones open no connection beforehand. None may reach the place outside. */
export async function hostilePages(
  server: string,
  launch: LaunchOptions,
  heard: (done: number) => void,
): Promise<Outcome> {
  const outside = new Listening()
  const address = await outside.open()
  const all = [...ways(address), ...doubledWays(address)]
  const files = pagesOf(all, address)
  const answer = await bring(server, 'Hostile pages', zipSync(files) as Uint8Array<ArrayBuffer>)
  const { siteId } = (await answer.json()) as { siteId: string }
  const { lookId } = await opened(server, siteId)
  const profile = mkdtempSync(path.join(tmpdir(), 'attire-profile-'))
  const browser = await chromium.launchPersistentContext(profile, { ...launch, baseURL: server })
  const faults: string[] = []
  try {
    const witness = await browser.newPage()
    await witness.goto(`${address}/witness`).catch(() => undefined)
    await witness.close()
    if (outside.connections === 0) faults.push('Connections are not counted, so this shows nothing.')
    const window = await browser.newPage()
    await window.goto(`${server}/site/${siteId}`)
    await window.locator('iframe').first().waitFor()
    let seen = outside.connections
    const names = Object.keys(files).filter((name) => name !== 'site.css')
    for (let from = 0; from < names.length; from += FRAMES) {
      const some = names.slice(from, from + FRAMES)
      await show(
        window,
        some.map((name) => `/wear/${siteId}/${lookId}/${name}`),
      )
      if (outside.connections > seen)
        faults.push(`${outside.connections - seen} connections by one of ${some.join(' ')}.`)
      seen = outside.connections
      heard(Math.min(names.length, from + FRAMES))
    }
    if (window.url() !== `${server}/site/${siteId}`) faults.push(`The window was led to ${window.url()}.`)
  } finally {
    await browser.close()
    outside.close()
  }
  return { part: 'hostile pages', tried: all.length, faults, note: `each in head and body, connections watched` }
}
