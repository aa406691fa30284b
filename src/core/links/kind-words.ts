import { readRgb } from '../color/rgb.ts'
import type { ElementStyle } from '../cascade/style.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import { holdersOf } from '../contrast/holders.ts'
import { descendantsOf, type Page, type PageElement } from '../markup/tree.ts'
import { wordsOf } from '../markup/words.ts'
import { idOf } from '../properties/longhands.ts'

/** What one link looks and stands like, as the name of its kind. */
export function roleOf(page: Page, link: PageElement, style: ElementStyle): string {
  if (isPicture(page, link)) return 'Pictures'
  const inRegion = regionOf(link)
  if (inRegion === 'nav') return 'Navigation'
  if (isBoxed(style)) return 'Buttons'
  if (isWithin(link, HEADINGS)) return 'Headings'
  if (holdersOf(page).besideText.includes(link)) return 'In running text'
  if (inRegion !== null) return inRegion === 'footer' ? 'Footer' : 'Header'
  if (isWithin(link, LISTS)) return 'In lists'
  return isWithin(link, CELLS) ? 'In tables' : 'Standing alone'
}

const HEADINGS = new Set(['h1', 'h2', 'h3', 'h4', 'h5', 'h6'])
const LISTS = new Set(['ul', 'ol', 'dl'])
const CELLS = new Set(['td', 'th'])

function isWithin(link: PageElement, tags: ReadonlySet<string>): boolean {
  for (let at = link.parent; at; at = at.parent) if (tags.has(at.tag)) return true
  return false
}

/** Landmarks by their roles (ARIA in HTML), and those that say it with a role. */
const REGIONS: Readonly<Record<string, 'nav' | 'footer' | 'header'>> = {
  nav: 'nav',
  navigation: 'nav',
  menubar: 'nav',
  footer: 'footer',
  contentinfo: 'footer',
  header: 'header',
  banner: 'header',
}

/** The nearest region around a link that its kind may be called after; null for the page's content. */
export function regionOf(link: PageElement): 'nav' | 'footer' | 'header' | null {
  for (let at = link.parent; at; at = at.parent) {
    const region = REGIONS[at.attributes.get('role') ?? at.tag]
    if (region) return region
    if (at.tag === 'main' || at.tag === 'article') return null
  }
  return null
}

function isPicture(page: Page, link: PageElement): boolean {
  if (wordsOf(page, link, 1) !== '') return false
  return descendantsOf(page, link).some(({ tag }) => tag === 'img' || tag === 'svg' || tag === 'picture')
}

const GROUND = idOf('background-color')
const PADDING = idOf('padding-left')
const EDGE = { width: idOf('border-left-width'), style: idOf('border-left-style') }

/** Whether a link has a box of its own with room in it, as buttons have. */
function isBoxed(style: ElementStyle): boolean {
  if (parseFloat(style.value(PADDING)) <= 0) return false
  const edged = parseFloat(style.value(EDGE.width)) > 0 && style.value(EDGE.style) !== 'none'
  return edged || (readRgb(resolvedValue(style, GROUND))?.alpha ?? 0) > 0
}

/** Words that stand for a link in samples: its own, or what its picture is told to show. */
export function sampleWords(page: Page, link: PageElement): string {
  const words = wordsOf(page, link, 40)
  if (words !== '') return words
  const told = [link, ...descendantsOf(page, link)].map(
    ({ attributes }) => attributes.get('aria-label') ?? attributes.get('alt') ?? attributes.get('title') ?? '',
  )
  return told.find((each) => each.trim() !== '')?.trim() ?? ''
}
