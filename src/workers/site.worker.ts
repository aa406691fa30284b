import { SiteModel } from '../core/fit/site-model.ts'
import type { SitePath } from '../core/site/paths.ts'
import type { FromWorker, ToWorker } from './protocol.ts'

/** Pages looked at before the worker listens again, so that a newer text is never kept waiting. */
const SLICE_MS = 20

const model = new SiteModel({ width: 1280, height: 800 })
const scope = self as unknown as DedicatedWorkerGlobalScope
const say = (message: FromWorker) => scope.postMessage(message)

let pending: SitePath[] = []
let running = false

function answer(message: Extract<ToWorker, { type: 'ask' }>): unknown {
  switch (message.question) {
    case 'attach':
      return model.attach(message.ask.paths)
    case 'reach':
      return model.reachReport(message.ask.selector)
    case 'inspect':
      return model.inspect(message.ask.page, message.ask.index, message.ask.viewport, message.ask.pseudo)
    case 'offers':
      return model.offers(message.ask.page, message.ask.index, message.ask.property, message.ask.value, message.ask.viewport, message.ask.pseudo)
    case 'rivals':
      return model.rivals(message.ask.selector, message.ask.properties)
    case 'boxTargets':
      return model.boxTargets()
  }
}

function reportWear(): void {
  const until = performance.now() + SLICE_MS
  const reports = []
  while (pending.length > 0 && performance.now() < until) reports.push(model.wear(pending.shift()!))
  running = pending.length > 0
  say({ type: 'wear', reports, done: !running })
  if (running) setTimeout(reportWear)
}

function wearChanged(): void {
  pending = model.pagePaths
  if (running) return
  running = true
  setTimeout(reportWear, 30)
}

scope.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  switch (data.type) {
    case 'files':
      model.setFiles(data.files, data.sheetPath)
      return wearChanged()
    case 'texts':
      for (const [path, text] of data.texts) model.setText(path, text)
      return wearChanged()
    case 'ask':
      return say({ type: 'answer', id: data.id, answer: answer(data) })
  }
}
