/** The five parts of a URI reference (RFC 3986, appendix B); undefined where a part is absent. */
export interface UrlParts {
  readonly scheme: string | undefined
  readonly authority: string | undefined
  readonly path: string
  readonly query: string | undefined
  readonly fragment: string | undefined
}

/** Takes a reference apart with the expression of RFC 3986, appendix B. Any text has parts. */
export function splitUrl(reference: string): UrlParts {
  const match = /^(?:([^:/?#]+):)?(?:\/\/([^/?#]*))?([^?#]*)(?:\?([^#]*))?(?:#([\s\S]*))?$/.exec(reference)
  return { scheme: match?.[1], authority: match?.[2], path: match?.[3] ?? '', query: match?.[4], fragment: match?.[5] }
}

/** The place on a page that a reference names, percent-decoded; '' for none. */
export function fragmentOf(reference: string): string {
  const { fragment = '' } = splitUrl(reference)
  try {
    return decodeURIComponent(fragment)
  } catch {
    return fragment
  }
}

/** Puts the parts of a reference together again (RFC 3986, section 5.3). */
export function joinUrl({ scheme, authority, path, query, fragment }: UrlParts): string {
  return (
    (scheme === undefined ? '' : `${scheme}:`) +
    (authority === undefined ? '' : `//${authority}`) +
    path +
    (query === undefined ? '' : `?${query}`) +
    (fragment === undefined ? '' : `#${fragment}`)
  )
}

/** RFC 3986, section 5.2.4: takes `.` and `..` out of a path; `..` never climbs above the root. */
export function removeDotSegments(path: string): string {
  let input = path
  let output = ''
  while (input !== '') {
    if (input.startsWith('../')) input = input.slice(3)
    else if (input.startsWith('./')) input = input.slice(2)
    else if (input.startsWith('/./')) input = input.slice(2)
    else if (input === '/.') input = '/'
    else if (input.startsWith('/../') || input === '/..') {
      input = input === '/..' ? '/' : input.slice(3)
      output = output.slice(0, Math.max(output.lastIndexOf('/'), 0))
    } else if (input === '.' || input === '..') input = ''
    else {
      const end = input.indexOf('/', 1)
      const segment = end < 0 ? input : input.slice(0, end)
      output += segment
      input = input.slice(segment.length)
    }
  }
  return output
}

/** Resolves a reference against a base (RFC 3986, section 5.2.2, strict). */
export function resolveReference(base: string, reference: string): string {
  const from = splitUrl(base)
  const to = splitUrl(reference)
  if (to.scheme !== undefined) return joinUrl({ ...to, path: removeDotSegments(to.path) })
  if (to.authority !== undefined) return joinUrl({ ...to, scheme: from.scheme, path: removeDotSegments(to.path) })
  if (to.path === '') return joinUrl({ ...from, query: to.query ?? from.query, fragment: to.fragment })
  const merged = to.path.startsWith('/')
    ? to.path
    : from.authority !== undefined && from.path === ''
      ? `/${to.path}`
      : from.path.slice(0, from.path.lastIndexOf('/') + 1) + to.path
  return joinUrl({ ...to, scheme: from.scheme, authority: from.authority, path: removeDotSegments(merged) })
}
