/** Packs files into one ZIP in a worker. `onProgress` hears the share done, 0 to 1. Aborting rejects. */
export function packFolder(
  files: { path: string; file: File }[],
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<Blob> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./zip.worker.ts', import.meta.url), { type: 'module' })
    const end = (settle: () => void) => {
      worker.terminate()
      settle()
    }
    const fail = (words: string) => end(() => reject(new Error(words)))
    signal.addEventListener('abort', () => fail('The import was cancelled. Nothing was kept.'))
    worker.onerror = () => fail('The folder could not be packed in this browser. Pack it as a ZIP and drop that.')
    worker.onmessage = ({ data }) => {
      if (data.type === 'progress') onProgress(data.share)
      else if (data.type === 'done') end(() => resolve(data.archive))
      else fail(`A file of the folder could not be read: ${data.message}`)
    }
    worker.postMessage({ files })
  })
}
