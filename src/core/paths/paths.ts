import { distance } from 'fastest-levenshtein'
import { joinUrl, resolveReference, splitUrl } from './url.ts'

/**
 * A file's path inside the site folder: segments joined by "/", none empty, no leading slash ("isles/hallin.html").
 */
export type SitePath = string

/** The folder part of a path with its closing slash, '' for the top folder. */
export function folderOf(path: SitePath): string {
  return path.slice(0, path.lastIndexOf('/') + 1)
}

/** The last segment of a path. */
export function nameOf(path: SitePath): string {
  return path.slice(path.lastIndexOf('/') + 1)
}

/** What a reference on a page or in a sheet points at. */
export type Target =
  /** A file of the site (whether it is there or not). */
  | { readonly kind: 'site'; readonly path: SitePath; readonly rooted: boolean }
  /** The referring file itself, or a place in it. */
  | { readonly kind: 'self' }
  /** Another host or scheme: mailto:, data:, https:. */
  | { readonly kind: 'elsewhere' }
  /** A path on one disk only: file: or a drive letter. */
  | { readonly kind: 'local' }

/** Where a reference in the file `from` leads, seen from the site's folder as the server's root. */
export function targetOf(from: SitePath, reference: string): Target {
  const trimmed = reference.replace(/^[\0- ]+|(?<![\0- ])[\0- ]+$/g, '').replace(/[\t\n\r]/g, '')
  if (/^(?:file:|[a-z]:[\\/]|\\\\)/i.test(trimmed)) return { kind: 'local' }
  const written = trimmed.replace(/\\/g, '/')
  const parts = splitUrl(written)
  if (parts.scheme !== undefined || parts.authority !== undefined) return { kind: 'elsewhere' }
  if (parts.path === '') return { kind: 'self' }
  // Seen from a host, so that slashes at the beginning of what comes out are not taken for one.
  const { path } = splitUrl(resolveReference(`//site/${encodePath(from)}`, written))
  // Servers take slashes in a row for one (common practice), and no path of a site has an empty name in it.
  const plain = path
    .slice(1)
    .replace(/\/{2,}/g, '/')
    .replace(/^\//, '')
  return { kind: 'site', path: decodePath(plain), rooted: parts.path.startsWith('/') }
}

/** Whether a relative reference climbs above the top folder of the site, where nothing of it can be. */
export function climbsOut(from: SitePath, reference: string): boolean {
  let depth = from.split('/').length - 1
  for (const name of splitUrl(reference).path.split('/')) {
    if (name === '..') depth--
    else if (name !== '.' && name !== '') depth++
    if (depth < 0) return true
  }
  return false
}

/** The shortest relative reference from one file of the site to another, percent-encoded where a URL needs it. */
export function relativeReference(from: SitePath, to: SitePath): string {
  const here = from.split('/').slice(0, -1)
  const there = to.split('/')
  let common = 0
  while (common < here.length && common < there.length - 1 && here[common] === there[common]) common++
  const path = '../'.repeat(here.length - common) + encodePath(there.slice(common).join('/'))
  // A first segment with a colon would read as a scheme (RFC 3986, section 4.2).
  return /^[^/]*:/.test(path) ? `./${path}` : path
}

/** The full address of a reference written in the file `from`, for a site whose folder is served at `root` (closing slash included). */
export function addressOf(root: string, from: SitePath, reference: string): string {
  const { query, ...rest } = splitUrl(resolveReference(root + encodePath(from), reference))
  return joinUrl({
    ...rest,
    query: query?.replace(/[ "'<>]/g, (char) => `%${char.charCodeAt(0).toString(16).toUpperCase()}`),
  })
}

/** Percent-encodes a path for use in a URL; slashes stay. */
export function encodePath(path: string): string {
  return path.split('/').map(encodeSegment).join('/')
}

function encodeSegment(segment: string): string {
  return encodeURIComponent(segment.toWellFormed()).replace(/%(?:21|24|26|27|28|29|2A|2B|2C|3B|3D|3A|40)/g, (code) =>
    String.fromCharCode(parseInt(code.slice(1), 16)),
  )
}

function decodePath(path: string): string {
  return path
    .split('/')
    .map((segment) => {
      try {
        return decodeURIComponent(segment)
      } catch {
        return segment
      }
    })
    .join('/')
}

/** Why a path from an archive or a folder cannot be a site path; null when it can. */
export function pathFault(path: string): 'leaves' | 'unusable' | null {
  if (path === '' || path.includes('\0')) return 'unusable'
  if (path.startsWith('/') || path.startsWith('\\') || /^[a-z]:/i.test(path)) return 'leaves'
  const segments = path.split(/[/\\]/)
  if (segments.includes('..')) return 'leaves'
  if (path.length > 1000 || segments.some((segment) => segment === '' || segment === '.' || segment.length > 255))
    return 'unusable'
  return null
}

const PAGE = /\.(?:html?|xhtml)$/i

/** Whether browsers read a page as XML, by its name as servers do. */
export const isXml = (path: string): boolean => /\.xhtml$/i.test(path)

const SHEET = /\.css$/i

/** Where a site keeps what Attire is to remember of it, in its top folder. */
export const NOTES_FILE: SitePath = 'attire.json'

/** Whether a file is kept as text, so that it can be edited: a page, a stylesheet, or Attire's own notes. */
export function isText(path: SitePath): boolean {
  return isPage(path) || isSheet(path) || path === NOTES_FILE
}

/** Whether a file is a page of the site, by its ending. */
export function isPage(path: SitePath): boolean {
  return PAGE.test(path)
}

/** Whether a file is a stylesheet, by its ending. */
export function isSheet(path: SitePath): boolean {
  return SHEET.test(path)
}

/** Whether a file is an image, by its ending. */
export function isImage(path: SitePath): boolean {
  return /\.(?:png|jpe?g|gif|webp|avif|svg|ico|bmp|tiff?)$/i.test(path)
}

/** Whether a file is a font, by its ending. */
export function isFont(path: SitePath): boolean {
  return /\.(?:woff2?|ttf|otf|eot)$/i.test(path)
}

/** Pages first the way a visitor meets them: `index` before its neighbours, the top folder before subfolders. */
export function comparePages(a: SitePath, b: SitePath): number {
  const depth = a.split('/').length - b.split('/').length
  if (folderOf(a) !== folderOf(b)) return depth || compareText(folderOf(a), folderOf(b))
  const index = Number(isIndex(b)) - Number(isIndex(a))
  return index || compareText(a, b)
}

function isIndex(path: SitePath): boolean {
  return /^index\.html?$/i.test(nameOf(path))
}

function compareText(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0
}

/** The candidate most like `name`, at most a third of its letters away (edit distance); null when none is near. */
export function closestName(name: string, candidates: readonly string[]): string | null {
  let best: string | null = null
  let least = Math.max(1, Math.floor(name.length / 3)) + 1
  for (const candidate of candidates) {
    const apart = distance(name.toLowerCase(), candidate.toLowerCase())
    if (apart < least) {
      least = apart
      best = candidate
    }
  }
  return best
}
