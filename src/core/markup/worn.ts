import { wornSheet } from '../sheet/worn-sheet.ts'
import type { Splice } from '../text/splice.ts'
import { disarmed } from './disarm.ts'
import { firstByTag, parsePage, type PageElement } from './tree.ts'

/** What the served copy of a page needs. */
export interface WornOptions {
  /** Markup of the bridge script, put before everything the page can say. */
  readonly bridge: string
  /** Where the site is served, with leading and closing slash: what "/" means in the published site. */
  readonly root: string
  /** What `'self'` means in a policy of the page's own: a frame's origin is opaque, so it would match nothing. */
  readonly self: string
  /** Whether browsers read the page as XML. */
  readonly xml?: boolean
}

/**
 * The copy of a page that a frame is given. The page's tree stays as it is, but: the bridge comes first; stylesheets are
 * fetched with CORS, so that single rules can be changed; "/" leads to the site's own root; and what would make the frame
 * leave, open connections or bring the browser down is taken out of action.
 */
export function wornCopy(text: string, { bridge, root, self, xml = false }: WornOptions): Splice[] {
  const page = parsePage(text)
  const at =
    firstByTag(page, 'head')?.place?.startTag.to ?? firstByTag(page, 'html')?.place?.startTag.to ?? page.doctypeEnd
  const start = at ?? (text.startsWith('\uFEFF') ? 1 : 0)
  const splices: Splice[] = [{ from: start, to: start, insert: bridge }, ...disarmed(text, xml)]
  for (const element of page.elements) {
    if (!element.place) continue
    splices.push(...rooted(element, text, root), ...ownPolicy(element, text, self))
    if (
      element.tag === 'link' &&
      /\bstylesheet\b/i.test(element.attributes.get('rel') ?? '') &&
      !element.attributes.has('crossorigin')
    ) {
      splices.push(afterName(element, ' crossorigin=""'))
    }
    if (element.tag === 'style' && element.rawText)
      splices.push(...wornSheet(element.rawText.text, root, element.rawText.from))
  }
  return splices
}

/** A policy that a page sets for itself keeps its meaning: `'self'` is where the site is served. */
function ownPolicy(element: PageElement, text: string, self: string): Splice[] {
  const place = element.place!.attributes['content']
  if (
    element.tag !== 'meta' ||
    !place ||
    !/^\s*content-security-policy\s*$/i.test(element.attributes.get('http-equiv') ?? '')
  )
    return []
  return [...text.slice(place.from, place.to).matchAll(/'self'/gi)].map(({ index }) => ({
    from: place.from + index,
    to: place.from + index + "'self'".length,
    insert: self,
  }))
}

const URL_ATTRIBUTES: Readonly<Record<string, readonly string[]>> = {
  base: ['href'],
  link: ['href'],
  img: ['src'],
  source: ['src'],
  video: ['src', 'poster'],
  audio: ['src'],
  track: ['src'],
  input: ['src'],
  image: ['href'],
  body: ['background'],
  table: ['background'],
  td: ['background'],
}

function rooted(element: PageElement, text: string, root: string): Splice[] {
  return (URL_ATTRIBUTES[element.tag] ?? []).flatMap((name) => {
    const place = element.place!.attributes[name]
    if (!place || !/^\/(?!\/)/.test(element.attributes.get(name) ?? '')) return []
    const slash = text.indexOf('/', place.from + name.length)
    return slash >= 0 && slash < place.to ? [{ from: slash, to: slash + 1, insert: root }] : []
  })
}

function afterName(element: PageElement, insert: string): Splice {
  const from = element.place!.startTag.from + 1 + element.tag.length
  return { from, to: from, insert }
}
