// What Chromium says of single findings: true, false, or null where it cannot tell.

/** By rule: judges an element by its place in document order. */
export const OF_ELEMENTS = {
  'contrast-low': { judge: (browser, index, finding) => inState(browser, index, finding, lowContrast) },
  'link-undistinguished': { judge: ({ page }, index) => page.evaluate(undistinguished, index) },
  'page-overflow': { onPhone: true, judge: ({ page }) => page.evaluate(sideways) },
  'target-small': { judge: ({ page }, index) => page.evaluate(smallTarget, index) },
  'float-uncleared': { judge: ({ page }, index) => page.evaluate(collapsed, index) },
  'focus-missing': { judge: focusUnseen },
  'image-oversized': { judge: ({ page }, index) => page.evaluate(oversized, index) },
}

/** By rule: whether it is true of a declaration that the browser takes, or does not. */
export const OF_DECLARATIONS = {
  'value-invalid': (takes) => !takes,
  'property-unknown': (takes) => !takes,
}

/** By rule: whether it is true of a selector that finds so many elements; null: that the browser does not understand. */
export const OF_SELECTORS = {
  'selector-unmatched': (found) => (found === null ? null : found === 0),
  'selector-invalid': (found) => found === null,
}

/** By rule: what is left of a declaration without that which is said to do nothing. */
export const WITHOUT = {
  'declaration-beaten': () => '',
  'property-repeated': () => '',
  'prefix-unneeded': () => '',
  'important-unneeded': (declaration) => declaration.replace(/\s*!\s*important/i, ''),
}

/** What is pressed stands under the pointer too. */
const STATES = {
  'under the pointer': ['hover'],
  'when reached by keyboard': ['focus', 'focus-visible'],
  'while pressed': ['hover', 'active'],
}

/** Judges in the state that a finding speaks of. What was visited, no browser tells. */
async function inState({ page, session }, index, { message }, judge) {
  if (message.includes('once visited')) return { verdict: null, saw: 'nothing' }
  const state = Object.keys(STATES).find((words) => message.includes(words))
  const link = await page.evaluate(linkAround, index)
  const end = state ? await forced(session, link, ...STATES[state]) : null
  const verdict = await page.evaluate(judge, index)
  await end?.()
  return verdict
}

/** Puts an element in a state; gives what ends it. */
async function forced(session, index, ...states) {
  const { root } = await session.send('DOM.getDocument', { depth: 0 })
  const { nodeIds } = await session.send('DOM.querySelectorAll', { nodeId: root.nodeId, selector: '*' })
  const nodeId = nodeIds[index]
  await session.send('CSS.forcePseudoState', { nodeId, forcedPseudoClasses: states })
  return () => session.send('CSS.forcePseudoState', { nodeId, forcedPseudoClasses: [] })
}

async function focusUnseen({ page, session }, index) {
  const at = async (...states) => {
    const end = await forced(session, index, ...states)
    const seen = await page.evaluate(looks, index)
    await end()
    return seen
  }
  const [rest, focus, hover] = [await at(), await at('focus', 'focus-visible'), await at('hover')]
  return { verdict: rest === focus && rest !== hover, saw: focus === rest ? 'no focus' : 'focus' }
}

// The rest runs in the browser.

/** The place of the link that an element is or stands in: states are the link's. */
function linkAround(index) {
  const all = [...document.querySelectorAll('*')]
  return all.indexOf(all[index].closest('a, area') ?? all[index])
}

function looks(index) {
  const style = getComputedStyle(document.querySelectorAll('*')[index])
  return JSON.stringify(
    [...style].filter((name) => !/^(?:transition|cursor)/.test(name)).map((name) => style.getPropertyValue(name)),
  )
}

function lowContrast(index) {
  const element = document.querySelectorAll('*')[index]
  const canvas = new OffscreenCanvas(1, 1).getContext('2d', { willReadFrequently: true })
  const over = (ground, color) => {
    canvas.fillStyle = ground
    canvas.fillRect(0, 0, 1, 1)
    canvas.fillStyle = color
    canvas.fillRect(0, 0, 1, 1)
    const [r, g, b] = canvas.getImageData(0, 0, 1, 1).data
    return `rgb(${r}, ${g}, ${b})`
  }
  const holders = []
  for (let at = element; at; at = at.parentElement) holders.push(getComputedStyle(at))
  if (holders.some((style) => style.backgroundImage !== 'none' || style.opacity !== '1'))
    return { verdict: null, saw: 'a picture' }
  const ground = holders.reduceRight((below, style) => over(below, style.backgroundColor), 'rgb(255, 255, 255)')
  const text = over(ground, holders[0].color)
  // WCAG 2.2, relative luminance.
  const luminance = (color) =>
    color
      .match(/\d+/g)
      .map((part) => part / 255)
      .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4))
      .reduce((sum, part, at) => sum + part * [0.2126, 0.7152, 0.0722][at], 0)
  const [light, dark] = [luminance(text), luminance(ground)].sort((a, b) => b - a)
  const ratio = (light + 0.05) / (dark + 0.05)
  const size = parseFloat(holders[0].fontSize)
  // Large is 18 pt, or 14 pt bold.
  const needs = size >= 24 || (size >= 18.66 && holders[0].fontWeight >= 700) ? 3 : 4.5
  return { verdict: ratio < needs, saw: `${text} on ${ground}, ${ratio.toFixed(2)} of ${needs}` }
}

function undistinguished(index) {
  const link = document.querySelectorAll('*')[index]
  const [own, around] = [getComputedStyle(link), getComputedStyle(link.parentElement)]
  const same = ['fontWeight', 'fontStyle', 'fontFamily', 'fontSize', 'backgroundColor', 'borderBottomWidth']
  const told =
    own.textDecorationLine !== 'none' ||
    same.some((name) => own[name] !== around[name] && !/rgba\(.*, 0\)/.test(own[name]))
  return {
    verdict: !told && own.color !== around.color,
    saw: `${own.color} in ${around.color}, ${own.textDecorationLine}`,
  }
}

function sideways() {
  const { scrollWidth, clientWidth } = document.documentElement
  return { verdict: scrollWidth > clientWidth, saw: `${scrollWidth} px in ${clientWidth}` }
}

function smallTarget(index) {
  const { width, height } = document.querySelectorAll('*')[index].getBoundingClientRect()
  if (width === 0 && height === 0) return { verdict: null, saw: 'no box' }
  return { verdict: Math.min(width, height) < 24, saw: `${width} × ${height}` }
}

function collapsed(index) {
  const box = document.querySelectorAll('*')[index]
  const floats = [...box.children].filter((child) => getComputedStyle(child).float !== 'none')
  const lowest = Math.max(0, ...floats.map((child) => child.getBoundingClientRect().height))
  return { verdict: box.clientHeight === 0 && lowest > 0, saw: `${box.clientHeight} px beside floats of ${lowest}` }
}

function oversized(index) {
  const image = document.querySelectorAll('*')[index]
  return {
    verdict: image.naturalWidth > 2 * image.getBoundingClientRect().width,
    saw: `${image.naturalWidth} shown in ${image.getBoundingClientRect().width}`,
  }
}
