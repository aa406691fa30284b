import { isFont, isImage, isPage, isSheet, nameOf, type SitePath } from './paths.ts'

/** Letters with marks or of their own that `normalize` does not take apart, as they are commonly written in ASCII. */
const ASCII: Readonly<Record<string, string>> = {
  ß: 'ss',
  æ: 'ae',
  ø: 'o',
  œ: 'oe',
  đ: 'd',
  ð: 'd',
  þ: 'th',
  ł: 'l',
  ı: 'i',
}

/** A name that every web server and every address takes: lower case, hyphens for spaces, no odd characters. '' when nothing is left. */
export function plainName(name: string): string {
  return name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[ßæøœđðþłı]/g, (char) => ASCII[char]!)
    .replace(/&/g, ' and ')
    .replace(/[^a-z0-9._-]+/g, '-')
    .replace(/-*\.-*/g, '.')
    .replace(/-{2,}/g, '-')
    .replace(/^[-.]+|[-.]+$/g, '')
}

/** A better path for a file whose name is awkward, folders included; the path itself when it is fine already. */
export function betterPath(path: SitePath, taken: (path: SitePath) => boolean): SitePath {
  const plain = path
    .split('/')
    .map((segment) => plainName(segment) || 'file')
    .join('/')
  return plain === path ? path : freePath(plain, (candidate) => candidate !== path && taken(candidate))
}

/** A path nobody has yet: a number before the ending where needed. */
export function freePath(path: SitePath, taken: (path: SitePath) => boolean): SitePath {
  const name = nameOf(path)
  const dot = name.lastIndexOf('.')
  const stem = path.slice(0, dot > 0 ? path.length - name.length + dot : path.length)
  const ending = path.slice(stem.length)
  let candidate = path
  for (let number = 2; taken(candidate); number++) candidate = `${stem}-${number}${ending}`
  return candidate
}

/** Files that visitors' browsers ask for by name; a README or a server's own file may be called as it must be. */
export function isNamed(path: SitePath): boolean {
  return (
    isPage(path) || isSheet(path) || isImage(path) || isFont(path) || /\.(?:js|mjs|mp4|webm|mp3|ogg|pdf)$/i.test(path)
  )
}

/** What is awkward about a file's path on the web; null when nothing is. */
export function nameFault(path: SitePath): 'spaces' | 'capitals' | null {
  if (/[^A-Za-z0-9._/-]/.test(path)) return 'spaces'
  return /[A-Z]/.test(path) ? 'capitals' : null
}

/** The title a file's name suggests: "ferry-times.html" is "Ferry times". */
export function titleFor(path: SitePath): string {
  const words = nameOf(path)
    .replace(/\.[^.]*$/, '')
    .replace(/[-_]+/g, ' ')
    .trim()
  return words === '' ? 'Page' : words[0]!.toUpperCase() + words.slice(1)
}
