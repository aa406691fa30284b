import { activate } from './activation.ts'
import { liveSheet, type LiveSheet } from './live-sheet.ts'
import { whenDrawn } from './drawn.ts'
import { watchMotion } from './motion.ts'
import { watchHeight } from './page-height.ts'
import { page, parentOf, widthOf, wordsOf } from './own.ts'
import { wordsUnder } from './words-at.ts'
import { seenBoxes } from './boxes.ts'
import { carryOut } from './page-edits.ts'
import { ruleForLine, type LineOnPage } from './line-on-page.ts'
import { rulesForWorn, slowTransitions } from './worn.ts'
import { rulesForEmpties } from './empties.ts'
import { envelopeSchema, GROUND, LEAST_RATE, toFrameSchema, type FromFrame, type ToFrame } from './messages.ts'

/**
 * Runs inside a frame, before anything the page can say, and is the only script there, unless the page's own were let run. It hears the workroom alone,
 * obeys the messages it knows, and ignores everything else.
 */
const script = document.currentScript as HTMLScriptElement
const workroom = new URL(script.src).origin
/** Whether the page's own scripts run as well; then they answer for what a click does. */
const scripted = script.dataset['scripts'] === 'run'
// The page's own tree must be as published: selectors such as head > :first-child count.
script.remove()

// No policy keeps a page's scripts, where they run, from opening direct connections. Without these they must try harder.
for (const name of ['RTCPeerConnection', 'webkitRTCPeerConnection']) Reflect.deleteProperty(window, name)

/**
 * The workroom gave the frame a name that nobody can guess, and believes what is signed with it. It is read once and cleared, so that
 * neither the page nor another one that the frame may be led to can sign anything.
 */
const key = window.name
window.name = ''
const say = (message: FromFrame) => window.parent.postMessage({ attire: 1, key, message }, workroom)
say({ type: 'here' })

/** The stylesheets that follow the workroom, by the path they are served at. */
const followed = new Map<string, LiveSheet[]>()
let heights: ReturnType<typeof watchHeight> | null = null
const sayDrawn = whenDrawn((ms) => say({ type: 'drawn', ms }))
const still = watchMotion(LEAST_RATE, (seen) => say({ type: 'motion', ...seen }))
const outline = new CSSStyleSheet()
const mark = new CSSStyleSheet()
const point = new CSSStyleSheet()
const sight = new CSSStyleSheet()
const empties = new CSSStyleSheet()
const line = new CSSStyleSheet()
const inState = new CSSStyleSheet()
let lineShown: LineOnPage | null = null

function sheetsAt(path: string): LiveSheet[] {
  return [...page.sheets()].flatMap((sheet) => {
    try {
      return sheet.href !== null && decodeURI(new URL(sheet.href).pathname) === path && sheet.cssRules
        ? [liveSheet(sheet)]
        : []
    } catch {
      return []
    }
  })
}

function sayApplied(seq: number, { length }: readonly LiveSheet[]): void {
  heights?.look()
  drawLine()
  say({ type: 'applied', seq, sheets: length })
  sayDrawn()
}

function obey(message: ToFrame): void {
  switch (message.type) {
    case 'sheet': {
      const sheets = sheetsAt(message.path)
      followed.set(message.path, sheets)
      for (const sheet of sheets) sheet.adopt(message.rules)
      return sayApplied(message.seq, sheets)
    }
    case 'patch': {
      const sheets = followed.get(message.path) ?? []
      for (const sheet of sheets) sheet.patch(message.edit)
      return sayApplied(message.seq, sheets)
    }
    case 'outline':
      return showOutline(message.selector)
    case 'mark':
      return draw(mark, message.selector, 'outline:2px dashed #c2185b!important;outline-offset:2px!important')
    case 'read':
      return say({ type: 'values', id: message.id, ...read(message.selector, message.properties) })
    case 'measure':
      return say({ type: 'measured', id: message.id, lines: charactersPerLine(message.selector) })
    case 'families':
      return say({ type: 'present', id: message.id, names: message.names.filter(isPresent) })
    case 'point':
      return draw(
        point,
        message.selector,
        'outline:3px dashed #c2185b!important;outline-offset:-3px!important;box-shadow:inset 0 0 0 5px #fff!important',
      )
    case 'see':
      return see(message.matrix, message.linear)
    case 'height':
      heights?.end()
      heights = message.follow ? watchHeight((seen) => say({ type: 'height', ...seen })) : null
      return heights?.look()
    case 'empties':
      return wear(empties, message.show ? rulesForEmpties() : '')
    case 'line':
      lineShown = message.members.length > 0 ? message : null
      return drawLine()
    case 'boxes':
      return say({ type: 'laid', id: message.id, width: window.innerWidth, boxes: seenBoxes(message.indices) })
    case 'edits': {
      const done = carryOut(message.edits)
      if (done) {
        heights?.look()
        drawLine()
        say({ type: 'changed' })
      }
      return say({ type: 'edited', id: message.id, done })
    }
    case 'pick-at':
      return pick(page.at(message.x, message.y), message.more)
    case 'worn':
      wear(inState, rulesForWorn(message.rules))
      slowTransitions(message.pace)
      heights?.look()
      return drawLine()
    case 'still':
      return still(message.still)
    case 'scroll':
      return window.scrollTo({ left: message.x, top: message.y, behavior: 'instant' })
  }
}

/** Draws the row that is measured as it is laid out now. */
function drawLine(): void {
  wear(line, lineShown ? ruleForLine(lineShown) : '')
}

function showOutline(selector: string): void {
  draw(
    outline,
    selector,
    'outline:3px solid #c2185b!important;outline-offset:-3px!important;box-shadow:inset 0 0 0 5px #fff!important',
  )
}

/** Draws on what a selector touches, through a stylesheet of its own: the page's tree stays as it is. */
function draw(sheet: CSSStyleSheet, selector: string, declarations: string): void {
  wear(sheet, selector === '' ? '' : `:is(${selector}){${declarations}}`)
}

function wear(sheet: CSSStyleSheet, text: string): void {
  try {
    sheet.replaceSync(text)
    if (!page.adopted().includes(sheet)) page.adopted().push(sheet)
  } catch {
    // A selector the browser cannot read touches nothing.
  }
}

function read(selector: string, properties: readonly string[]): { count: number; values: Record<string, string> } {
  try {
    const found = page.all(selector)
    const first = found[0]
    if (!first) return { count: 0, values: {} }
    const style = getComputedStyle(first)
    return {
      count: found.length,
      values: Object.fromEntries(
        properties.map((name) => [name, name === GROUND ? groundOf(first) : style.getPropertyValue(name)]),
      ),
    }
  } catch {
    return { count: 0, values: {} }
  }
}

/** Browsers refuse a filter of the workroom's over a frame, so the frame looks through one of its own. */
function see(matrix: readonly number[], linear: boolean): void {
  if (matrix.length !== 20) return draw(sight, '', '')
  const filter = `<svg xmlns="http://www.w3.org/2000/svg"><filter id="f" color-interpolation-filters="${linear ? 'linearRGB' : 'sRGB'}" x="0" y="0" width="1" height="1"><feColorMatrix type="matrix" values="${matrix.join(' ')}"/></filter></svg>`
  draw(sight, ':root', `filter:url("data:image/svg+xml,${encodeURIComponent(filter)}#f")!important`)
}

/** Shorter texts fill no line; more than so many elements tell nothing new. */
const LEAST_LETTERS = 40
const MOST_MEASURED = 60

/** For each element found: the width of its content over the average width of its own letters, as the browser sets them. */
function charactersPerLine(selector: string): number[] {
  const pen = page.make('canvas').getContext('2d')
  const lines: number[] = []
  if (!pen) return lines
  try {
    for (const element of page.all(selector)) {
      if (lines.length >= MOST_MEASURED) break
      const text = (wordsOf(element) ?? '').replace(/\s+/g, ' ').trim()
      const style = getComputedStyle(element)
      const width = widthOf(element) - parseFloat(style.paddingLeft) - parseFloat(style.paddingRight)
      if (text.length < LEAST_LETTERS || width <= 0) continue
      pen.font = `${style.fontStyle} ${style.fontWeight} ${style.fontSize} ${style.fontFamily}`
      const each = pen.measureText(text).width / text.length + (parseFloat(style.letterSpacing) || 0)
      lines.push(width / each)
    }
  } catch {
    // A selector the browser cannot read finds nothing.
  }
  return lines
}

/** Letters of different widths: two fonts that set all of them alike are the same for the eye. */
const PROBE = 'mmmwwwiiillWQ@#&0123'

/** Whether text can be set in a family: one of its faces has arrived, or the machine has it. */
function isPresent(family: string): boolean {
  const quoted = family.replaceAll('"', '')
  for (const face of page.fonts) if (face.family.replaceAll('"', '') === quoted && face.status === 'loaded') return true
  const pen = page.make('canvas').getContext('2d')
  if (!pen) return false
  // A family that is not there leaves the width to whatever stands behind it.
  return ['monospace', 'serif'].some((fallback) => {
    pen.font = `72px ${fallback}`
    const plain = pen.measureText(PROBE).width
    pen.font = `72px "${quoted}", ${fallback}`
    return pen.measureText(PROBE).width !== plain
  })
}

/** The nearest background colour behind an element that is not see-through; '' for none. */
function groundOf(element: Element): string {
  for (let at: Element | null = element; at; at = parentOf(at)) {
    const color = getComputedStyle(at).backgroundColor
    if (!/^(?:transparent|rgba\(.*, 0\))$/.test(color)) return color
  }
  return ''
}

window.addEventListener('message', (event) => {
  if (event.source !== window.parent || event.origin !== workroom) return
  const envelope = envelopeSchema.safeParse(event.data)
  const message = envelope.success ? toFrameSchema.safeParse(envelope.data.message) : null
  if (message?.success) obey(message.data)
})

type Link = HTMLAnchorElement | HTMLAreaElement | SVGAElement
const isLink = (node: EventTarget): node is Link =>
  node instanceof HTMLAnchorElement || node instanceof HTMLAreaElement || node instanceof SVGAElement
/** What a link says, in HTML or in either of the two ways of SVG. */
const hrefOf = (link: Link): string | null => link.getAttribute('href') ?? link.getAttribute('xlink:href')
const linkOf = (event: Event): Link | undefined =>
  event.composedPath().find((node): node is Link => isLink(node) && hrefOf(node) !== null)

function follow(event: Event): void {
  const link = linkOf(event)
  if (!link) return
  event.preventDefault()
  event.stopImmediatePropagation()
  const href = hrefOf(link)!
  if (href.startsWith('#')) return page.byId(decoded(href.slice(1)))?.scrollIntoView()
  try {
    say({ type: 'follow', href: new URL(href, page.base()).href })
  } catch {
    // An address that no browser can read leads nowhere.
  }
}

function pick(element: Element | null, more: boolean): void {
  if (element) say({ type: 'pick', index: [...page.all('*')].indexOf(element), tag: element.localName, more })
}

function decoded(fragment: string): string {
  try {
    return decodeURIComponent(fragment)
  } catch {
    return fragment
  }
}

/** The browser does nothing of its own; a page's script does, where it runs. */
function prevent(event: Event): void {
  if (!scripted || linkOf(event)) event.preventDefault()
}

// A click picks what is under it, to be traced; a double click on a text is to write it over. Links do not leave by themselves: Ctrl and
// a click, or the Enter key, follow them, and the workroom decides where that leads. At the window, before all else in the frame.
window.addEventListener(
  'click',
  (event) => {
    prevent(event)
    const link = linkOf(event)
    // Enter on a link gives a click without a pointer.
    if (link && (event.detail === 0 || event.ctrlKey || event.metaKey)) return follow(event)
    if (link && !scripted) event.stopImmediatePropagation()
    const [element, ...around] = event.composedPath()
    if (!link && !scripted && element) activate([element, ...around])
    if (event.detail > 1 || !(element instanceof Element)) return
    pick(element, event.shiftKey)
  },
  true,
)
// With Shift further elements are picked: no text is selected on the way.
page.listen('mousedown', (event) => event.shiftKey && event.preventDefault(), true)
page.listen(
  'dblclick',
  (event) => {
    const seen = wordsUnder(event.clientX, event.clientY)
    if (seen) say({ type: 'words', seen })
    // A picture has no words to be written over.
    else follow(event)
  },
  true,
)
// The middle button would open another window, and so would a link that is dropped on the workroom.
for (const type of ['auxclick', 'dragstart', 'submit']) window.addEventListener(type, prevent, true)

window.addEventListener(
  'keydown',
  (event) => {
    const ctrl = event.ctrlKey || event.metaKey
    const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement
    if (typing && event.key !== 'Escape') return
    const ours =
      event.key === 'Escape' || (ctrl && /^[zyk]$/i.test(event.key)) || (event.altKey && /^Key[BST]$/.test(event.code))
    if (!ours) return
    event.preventDefault()
    say({ type: 'key', key: event.key, code: event.code, ctrl, shift: event.shiftKey, alt: event.altKey })
  },
  true,
)

page.fonts.addEventListener('loadingdone', () => {
  say({ type: 'changed' })
  drawLine()
})
for (const event of ['resize', 'load']) window.addEventListener(event, drawLine)

/** Where a page is scrolled to is told no more often: only a reload asks for it. */
const SCROLL_TOLD_MS = 100
let scrollQueued = false
window.addEventListener(
  'scroll',
  () => {
    if (scrollQueued) return
    scrollQueued = true
    setTimeout(() => {
      scrollQueued = false
      say({ type: 'scrolled', x: window.scrollX, y: window.scrollY })
    }, SCROLL_TOLD_MS)
  },
  { passive: true },
)

/** A stylesheet that has not come by then is not waited for. */
const SHEETS_WITHIN_MS = 4000

/** Ready once the tree is built and every stylesheet has arrived or failed. */
async function announce(): Promise<void> {
  // One whose imports are still on their way has a sheet already, but stands not yet among those of the page.
  const there = new Set([...page.sheets()].map((sheet) => sheet.ownerNode))
  const pending = [...page.all<HTMLLinkElement>('link[rel~="stylesheet" i]')].filter(
    (link) => link.href && !link.disabled && !there.has(link),
  )
  const arrived = pending.map(
    (link) =>
      new Promise((resolve) => {
        link.addEventListener('load', resolve, { once: true })
        link.addEventListener('error', resolve, { once: true })
      }),
  )
  await Promise.race([Promise.all(arrived), new Promise((resolve) => setTimeout(resolve, SHEETS_WITHIN_MS))])
  say({ type: 'ready' })
}

if (page.state() === 'loading') page.listen('DOMContentLoaded', () => void announce())
else void announce()
