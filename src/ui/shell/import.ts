import type { ImportResult } from '../../protocol/site-state.ts'
import { packFolder } from '../../workers/pack-folder.ts'
import { api } from '../state/api.ts'

/** What was dropped or chosen: an archive, or the files of a folder with their paths. */
export type Incoming =
  | { readonly kind: 'archive'; readonly name: string; readonly file: File }
  | { readonly kind: 'folder'; readonly name: string; readonly files: { path: string; file: File }[] }

/** How far an import has come. */
export interface ImportProgress {
  readonly what: string
  /** 0 to 1, or null when it cannot be known. */
  readonly share: number | null
}

/** Reads what was dropped. Throws an Error with a sentence when it is neither a ZIP nor a folder. */
export async function readDrop(data: DataTransfer): Promise<Incoming> {
  const entries = [...data.items].map((item) => item.webkitGetAsEntry()).filter((entry) => entry !== null)
  const lone = data.files.length === 1 && entries.length === 0 ? data.files[0] : undefined
  if (lone) return fromFile(lone)
  const only = entries.length === 1 ? entries[0]! : null
  if (only?.isFile) {
    const file = await new Promise<File>((resolve, reject) => (only as FileSystemFileEntry).file(resolve, reject))
    return fromFile(file)
  }
  if (entries.length === 0) throw new Error('Drop a folder or a ZIP archive.')
  const files: { path: string; file: File }[] = []
  for (const entry of entries) await gather(entry, only ? '' : entry.name, files)
  return { kind: 'folder', name: only?.name ?? 'My site', files }
}

async function gather(entry: FileSystemEntry, path: string, files: { path: string; file: File }[]): Promise<void> {
  if (entry.isFile) {
    files.push({
      path,
      file: await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject)),
    })
    return
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader()
  for (;;) {
    const batch = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject))
    if (batch.length === 0) return
    for (const child of batch) await gather(child, path === '' ? child.name : `${path}/${child.name}`, files)
  }
}

/** A chosen file: it must be a ZIP. */
export function fromFile(file: File): Incoming {
  if (!/\.zip$/i.test(file.name))
    throw new Error(`“${file.name}” is not a ZIP archive. Drop the site’s folder, or a ZIP of it.`)
  return { kind: 'archive', name: file.name.replace(/\.zip$/i, ''), file }
}

/** A folder chosen in a file dialog. */
export function fromFolder(list: FileList): Incoming {
  const files = [...list].map((file) => ({ path: file.webkitRelativePath.split('/').slice(1).join('/'), file }))
  return { kind: 'folder', name: list[0]?.webkitRelativePath.split('/')[0] ?? 'My site', files }
}

/** Brings a site in; one way for folders and archives. Rejects with a sentence; then nothing was kept. */
export async function importSite(
  incoming: Incoming,
  onProgress: (progress: ImportProgress) => void,
  signal: AbortSignal,
): Promise<ImportResult> {
  const archive =
    incoming.kind === 'archive'
      ? incoming.file
      : await packFolder(incoming.files, (share) => onProgress({ what: 'Reading the folder', share }), signal)
  return api.import(
    incoming.name,
    archive,
    (share) =>
      onProgress(
        share < 1 ? { what: 'Bringing the files in', share } : { what: 'Unpacking and keeping the files', share: null },
      ),
    (share) => onProgress({ what: 'Unpacking and keeping the files', share }),
    signal,
  )
}
