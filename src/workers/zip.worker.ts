import { Zip, ZipPassThrough } from 'fflate'

/** Packs files into a ZIP without squeezing them: a folder travels to the server the way an archive does. */
const scope = self as unknown as DedicatedWorkerGlobalScope

scope.onmessage = async ({ data }: MessageEvent<{ files: { path: string; file: File }[] }>) => {
  try {
    const pieces: Uint8Array<ArrayBuffer>[] = []
    const zip = new Zip((error, piece) => {
      if (error) throw error
      pieces.push(piece as Uint8Array<ArrayBuffer>)
    })
    for (const [at, { path, file }] of data.files.entries()) {
      const entry = new ZipPassThrough(path)
      zip.add(entry)
      entry.push(new Uint8Array(await file.arrayBuffer()), true)
      if (at % 20 === 0) scope.postMessage({ type: 'progress', share: at / data.files.length })
    }
    zip.end()
    scope.postMessage({ type: 'done', archive: new Blob(pieces, { type: 'application/zip' }) })
  } catch (error) {
    scope.postMessage({ type: 'failed', message: error instanceof Error ? error.message : String(error) })
  }
}
