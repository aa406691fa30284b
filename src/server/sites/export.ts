import { Zip, ZipDeflate, ZipPassThrough } from 'fflate'
import { parsePage } from '../../core/markup/tree.ts'
import { isPage, isSheet, type SitePath } from '../../core/paths/paths.ts'
import { parseSheet } from '../../core/sheet/parse.ts'
import { applySplices } from '../../core/text/splice.ts'
import { facesOf } from '../../core/type/faces.ts'
import { leaveOutFonts, type LeftOut } from '../../core/type/used-faces.ts'
import { decodeText, encodeText } from '../../platform/encoding.ts'
import type { Repository, StoredFile } from '../repository.ts'

/** Files whose bytes are packed already; packing them again only costs time. */
const PACKED = /\.(?:png|jpe?g|gif|webp|avif|woff2?|zip|gz|mp[34]|webm|pdf)$/i

/** Everything of the site wearing a look, as a ZIP: paths and names as they are, bytes unchanged; fonts that no text is set in stay behind, with their faces. */
export async function exportSite(
  repository: Repository,
  siteId: string,
  lookId: string,
): Promise<{ name: string; bytes: Uint8Array }> {
  const { name, folder, sheetPath, sheet, files } = await repository.content(siteId, lookId)
  const text = decodeText(sheet.bytes, sheet.encoding)
  const { splices, files: leftOut } = unusedFonts(text, sheetPath, files)
  const changed = splices.length === 0 ? sheet.bytes : encodeText(applySplices(text, splices), sheet.encoding)
  const left = new Set(leftOut)
  const packed = [...files.filter((file) => !left.has(file.path)), { path: sheetPath, bytes: changed }]
  return { name: `${slug(name)}.zip`, bytes: await pack(packed, folder) }
}

/** One file after another, with a breath between them: others ask the server meanwhile. */
async function pack(files: readonly Pick<StoredFile, 'path' | 'bytes'>[], folder: string): Promise<Uint8Array> {
  const pieces: Uint8Array[] = []
  const zip = new Zip((error, piece) => {
    if (error) throw error
    pieces.push(piece)
  })
  for (const { path, bytes } of files) {
    const entry = PACKED.test(path) ? new ZipPassThrough(folder + path) : new ZipDeflate(folder + path, { level: 6 })
    zip.add(entry)
    entry.push(new Uint8Array(bytes), true)
    await new Promise(setImmediate)
  }
  zip.end()
  return Buffer.concat(pieces)
}

/** The faces of the sheet that nothing uses, and their files. */
function unusedFonts(sheet: string, sheetPath: SitePath, rows: readonly StoredFile[]): LeftOut {
  const parsed = parseSheet(sheet)
  if (facesOf(parsed).length === 0) return { splices: [], files: [] }
  const texts = new Map(
    rows
      .filter(({ path }) => isPage(path) || isSheet(path))
      .map(({ path, encoding, bytes }) => [path, decodeText(bytes, encoding ?? 'bytes')]),
  )
  const pages = new Map([...texts].filter(([path]) => isPage(path)).map(([path, text]) => [path, parsePage(text)]))
  return leaveOutFonts(parsed, {
    sheetPath,
    pagePaths: [...pages.keys()],
    page: (path) => pages.get(path)!,
    others: [...texts].filter(([path]) => isSheet(path) && path !== sheetPath).map(([, text]) => text),
  })
}

/** A file name that every system takes: lower case, hyphens. */
function slug(name: string): string {
  return (
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '') || 'site'
  )
}
