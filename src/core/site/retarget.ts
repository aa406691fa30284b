import { addressesIn, writeAddress } from '../sheet/references.ts'
import type { Splice } from '../text/splice.ts'
import { encodePath, nameOf, relativeReference, targetOf, type SitePath } from '../paths/paths.ts'
import { splitUrl } from '../paths/url.ts'

/** Where a file stands and stood, and where those it refers to are to be found now. */
export interface Retargeting {
  readonly from: SitePath
  readonly to: SitePath
  /** The new path of a file; the same when it stays. */
  readonly moved: (path: SitePath) => SitePath
  readonly exists: (path: SitePath) => boolean
}

interface Address {
  readonly url: string
  readonly from: number
  readonly to: number
  readonly write: (url: string) => string
}

/** The splices that keep every reference of a stylesheet leading where it led, when it or what it refers to moves. */
export function retargetSheet(text: string, retargeting: Retargeting): Splice[] {
  return addressesIn(text).flatMap((address) =>
    retarget(text, { ...address, write: (url) => writeAddress(url, address.quote) }, retargeting),
  )
}

/** The splice that keeps one address of a text leading where it led; none where it does so by itself. */
export function retarget(
  text: string,
  { url, from, to, write }: Address,
  { from: oldBase, to: newBase, moved, exists }: Retargeting,
): Splice[] {
  const target = targetOf(oldBase, url)
  if (target.kind !== 'site') return []
  const file = fileAt(target.path, exists)
  const wanted = file === null ? target.path : pathLike(target.path, file, moved(file))
  const now = targetOf(newBase, url)
  if (now.kind === 'site' && now.path === wanted && (newBase === oldBase || target.rooted || !climbsOut(newBase, url)))
    return []
  const path = target.rooted ? `/${encodePath(wanted)}` : relativeReference(newBase, wanted) || './'
  // Query and fragment stay as they are written; only the path is replaced.
  const written = text.slice(from, to)
  const end = /[?]|(?<!&)#/.exec(written)?.index ?? written.length
  const { query, fragment } = splitUrl(url)
  if (end === written.length && (query !== undefined || fragment !== undefined))
    return [
      {
        from,
        to,
        insert: write(path + (query === undefined ? '' : `?${query}`) + (fragment === undefined ? '' : `#${fragment}`)),
      },
    ]
  return [{ from, to: from + end, insert: write(path) }]
}

/** Whether a reference climbs above the top folder: at a server's root that ends well (RFC 3986, 5.2.4), in a subfolder of one it does not. */
function climbsOut(base: SitePath, url: string): boolean {
  let depth = base.split('/').length - 1
  for (const segment of splitUrl(url).path.split('/')) {
    if (segment === '..') depth--
    else if (segment !== '.' && segment !== '') depth++
    if (depth < 0) return true
  }
  return false
}

/** The file a path leads to: itself, or the index of the folder it names; null when there is none. */
export function fileAt(path: SitePath, exists: (path: SitePath) => boolean): SitePath | null {
  if (path !== '' && !path.endsWith('/') && exists(path)) return path
  const folder = path === '' || path.endsWith('/') ? path : `${path}/`
  return ['index.html', 'index.htm'].map((name) => folder + name).find(exists) ?? null
}

/** The new path in the manner of the old one: a folder when the folder was named and the file is still its index. */
function pathLike(written: SitePath, file: SitePath, moved: SitePath): SitePath {
  if (written === file) return moved
  if (!/^index\.html?$/.test(nameOf(moved))) return moved
  const folder = moved.slice(0, moved.length - nameOf(moved).length)
  return written === '' || written.endsWith('/') || folder === '' ? folder : folder.slice(0, -1)
}
