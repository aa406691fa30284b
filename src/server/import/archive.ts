import { crc32 } from 'node:zlib'
import yauzl, { type Entry, type ZipFile } from 'yauzl'
import type { LeftOut } from '../../protocol/site-state.ts'
import { grouped } from '../../core/text/grouped.ts'
import { nameOf, pathFault, type SitePath } from '../../core/paths/paths.ts'
import { PublicError } from '../http/errors.ts'
import type { Progress } from '../progress.ts'
import { LIMITS, megabytes } from '../../protocol/limits.ts'

/** What an archive holds for a site. */
export interface ArchiveContent {
  readonly files: { path: SitePath; bytes: Buffer }[]
  readonly leftOut: LeftOut[]
  /** Files that came in, of which something is to be told. */
  readonly told: LeftOut[]
  /** The folder that wrapped everything, with its slash, or ''. */
  readonly folder: string
}

const BROKEN = 'The archive is broken or not a ZIP file. Make it again and drop it once more; nothing was imported.'

/**
 * Unpacks a ZIP archive. Bytes and names come through as they are; what is no part of a site is listed with the reason.
 * Throws {@link PublicError} for archives that are broken, encrypted, too large, or that reach outside their folder.
 */
export async function readArchive(bytes: Buffer, progress: Progress = () => undefined): Promise<ArchiveContent> {
  const zip = await open(bytes)
  try {
    return await readEntries(zip, progress)
  } catch (error) {
    throw error instanceof PublicError ? error : notUsable(error)
  } finally {
    zip.close()
  }
}

/** What to say of an error of the ZIP reader, which refuses paths that leave the folder by itself. */
function notUsable(error: unknown): PublicError {
  const path = /(?:absolute path|invalid relative path): ([\s\S]*)/.exec(
    error instanceof Error ? error.message : '',
  )?.[1]
  return new PublicError('not-usable', path === undefined ? BROKEN : leaves(path))
}

function leaves(path: string): string {
  return `The archive holds “${path}”, a path that leaves its own folder. Attire refuses such archives; nothing was imported.`
}

async function open(bytes: Buffer): Promise<ZipFile> {
  try {
    return await yauzl.fromBufferPromise(bytes, { lazyEntries: true, validateEntrySizes: true, strictFileNames: false })
  } catch {
    throw new PublicError('not-usable', hasBytesBehind(bytes) ? BYTES_BEHIND : BROKEN)
  }
}

const BYTES_BEHIND =
  'Something stands behind the end of the archive, as when a download was joined with another file. Make the archive again and drop it once more; nothing was imported.'

/** Signature and length of the record that ends an archive (PKWARE APPNOTE 6.3.10, 4.3.16). */
const END = { signature: Buffer.from('PK\x05\x06', 'latin1'), length: 22, commentAt: 20 } as const

/** Whether an archive is whole, and bytes come behind its last record and comment. */
function hasBytesBehind(bytes: Buffer): boolean {
  const at = bytes.lastIndexOf(END.signature)
  if (at < 0 || at + END.length > bytes.length) return false
  return at + END.length + bytes.readUInt16LE(at + END.commentAt) < bytes.length
}

/** Ways of packing that Attire does not know, by their numbers (APPNOTE 4.4.5). */
const METHODS: Readonly<Record<number, string>> = {
  1: 'Shrink',
  6: 'Implode',
  9: 'Deflate64',
  12: 'bzip2',
  14: 'LZMA',
  93: 'zstd',
  95: 'xz',
  98: 'PPMd',
}
const STORED = 0
const DEFLATE = 8

const UTF8_NAME = 0x800
const UNICODE_PATH = 0x7075

/**
 * An entry's path, without the "./" that some tools begin with. A name that is not marked as UTF-8 should be of the code
 * page 437, but many tools write UTF-8 all the same: what is valid UTF-8 is taken for that.
 */
function pathOf(entry: Entry): string {
  const sure =
    (entry.generalPurposeBitFlag & UTF8_NAME) !== 0 || entry.extraFields.some(({ id }) => id === UNICODE_PATH)
  const name = sure ? entry.fileName : (asUtf8(entry.fileNameRaw) ?? entry.fileName)
  return name.replace(/\\/g, '/').replace(/^(?:\.\/+)+/, '')
}

function asUtf8(bytes: Uint8Array): string | null {
  try {
    return new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes)
  } catch {
    return null
  }
}

async function readEntries(zip: ZipFile, progress: Progress): Promise<ArchiveContent> {
  if (zip.entryCount > LIMITS.files) {
    throw new PublicError(
      'too-large',
      `The archive holds ${zip.entryCount} entries; Attire takes up to ${LIMITS.files}. Leave out what the site does not need.`,
    )
  }
  const entries: Entry[] = []
  let declared = 0
  for await (const entry of zip.eachEntry()) {
    refuseEntry(entry)
    declared += entry.uncompressedSize
    if (declared > LIMITS.unpacked) throw tooLarge()
    entries.push(entry)
  }
  const found: { path: string; bytes: Buffer }[] = []
  const leftOut: LeftOut[] = []
  const seen = new Set<string>()
  const folders = new Set<string>()
  let total = 0
  for (const [at, entry] of entries.entries()) {
    progress(at / entries.length)
    const path = pathOf(entry)
    if (path === '' || path.endsWith('/')) {
      if (path !== '') folders.add(path)
      continue
    }
    const reason = seen.has(path)
      ? 'The archive holds this name twice; the first one was taken.'
      : reasonToLeaveOut(path, entry)
    if (reason !== null) {
      leftOut.push({ path, reason })
      continue
    }
    seen.add(path)
    const data = await unpack(zip, entry)
    total += data.length
    if (total > LIMITS.unpacked) throw tooLarge()
    found.push({ path, bytes: data })
  }
  const filled = new Set([...seen].flatMap(foldersOf))
  for (const path of folders) {
    if (!filled.has(path) && reasonToLeaveOut(path.slice(0, -1), null) === null) {
      leftOut.push({ path, reason: 'The folder is empty, and a site is made of files.' })
    }
  }
  // A file `a` beside a folder `a`: no disk can hold both.
  const asFolder = found.filter(({ path }) => filled.has(`${path}/`))
  for (const { path } of asFolder)
    leftOut.push({ path, reason: 'A folder has the same name, and no disk or server can hold both.' })
  const kept = found.filter((file) => !asFolder.includes(file))
  const folder = wrappingFolder(kept.map(({ path }) => path))
  const files = kept.map(({ path, bytes }) => ({ path: path.slice(folder.length), bytes }))
  return { files, leftOut, told: alikeButForCase(files.map(({ path }) => path)), folder }
}

/** Files whose names differ in case alone: many disks take them for one. */
function alikeButForCase(paths: readonly SitePath[]): LeftOut[] {
  const byName = grouped(paths, (path) => path.toLowerCase())
  return [...byName.values()].flatMap(([first, ...others]) =>
    others.map((path) => ({
      path,
      reason: `Differs from ${first} in case alone; on many disks only one of them can be there.`,
    })),
  )
}

/** The folders a file lies in, each with its slash. */
function foldersOf(path: string): string[] {
  const names = path.split('/').slice(0, -1)
  return names.map((_, at) => `${names.slice(0, at + 1).join('/')}/`)
}

function tooLarge(): PublicError {
  return new PublicError(
    'too-large',
    `The archive unpacks to more than ${megabytes(LIMITS.unpacked)}, the most Attire takes. Leave out what the site does not need.`,
  )
}

function refuseEntry(entry: Entry): void {
  const path = pathOf(entry)
  const fault = pathFault(path.replace(/\/+$/, ''))
  if (fault === 'leaves') {
    throw new PublicError('not-usable', leaves(path))
  }
  if (entry.isEncrypted()) {
    throw new PublicError(
      'not-usable',
      `“${path}” is encrypted. Make the archive without a password and drop it again; nothing was imported.`,
    )
  }
  if (entry.compressionMethod !== STORED && entry.compressionMethod !== DEFLATE) {
    const method = METHODS[entry.compressionMethod] ?? `method ${entry.compressionMethod}`
    throw new PublicError(
      'not-usable',
      `“${path}” is packed with ${method}, which Attire does not read. Make the archive with the usual method, Deflate, and drop it again; nothing was imported.`,
    )
  }
  if (entry.uncompressedSize > LIMITS.file) {
    throw new PublicError(
      'too-large',
      `“${path}” is larger than ${megabytes(LIMITS.file)}, the most Attire takes for one file.`,
    )
  }
}

const SYMBOLIC_LINK = 0o120000

/** Why an entry is no part of a site, or null when it is one. */
function reasonToLeaveOut(path: string, entry: Entry | null): string | null {
  if (pathFault(path) === 'unusable') return 'The name is empty or longer than 255 characters.'
  if (
    /(?:^|\/)__MACOSX\//.test(`${path}/`) ||
    /^(?:\.DS_Store|Thumbs\.db|desktop\.ini)$/i.test(nameOf(path)) ||
    nameOf(path).startsWith('._')
  ) {
    return 'Made by the operating system; no part of the site.'
  }
  if (/(?:^|\/)\.(?:git|svn|hg)(?:\/|$)/.test(path)) return 'Belongs to version control; no part of the site.'
  if (entry && ((entry.externalFileAttributes >>> 16) & 0o170000) === SYMBOLIC_LINK) {
    return 'A link to another place on a disk, which no web server would follow safely.'
  }
  return null
}

async function unpack(zip: ZipFile, entry: Entry): Promise<Buffer> {
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of await zip.openReadStreamPromise(entry)) {
    size += (chunk as Buffer).length
    if (size > LIMITS.file) throw tooLarge()
    chunks.push(chunk as Buffer)
  }
  const data = Buffer.concat(chunks)
  if (crc32(data) !== entry.crc32)
    throw new PublicError(
      'not-usable',
      `“${entry.fileName}” is damaged in the archive. Make it again; nothing was imported.`,
    )
  return data
}

/** The one folder everything lies in, when the archive was made of a folder and not of its contents. */
function wrappingFolder(paths: readonly string[]): string {
  const first = paths[0]
  const slash = first?.indexOf('/') ?? -1
  if (first === undefined || slash < 0) return ''
  const folder = first.slice(0, slash + 1)
  const common = ['css/', 'images/', 'pages/', 'assets/', 'img/']
  return paths.every((path) => path.startsWith(folder)) && !common.includes(folder.toLowerCase()) ? folder : ''
}
