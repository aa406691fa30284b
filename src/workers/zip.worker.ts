import { zipSync, type Zippable } from 'fflate'

/** Packs files into a ZIP without squeezing them: a folder travels to the server the way an archive does. */
const scope = self as unknown as DedicatedWorkerGlobalScope

scope.onmessage = async ({ data }: MessageEvent<{ files: { path: string; file: File }[] }>) => {
  try {
    const content: Zippable = {}
    for (const [at, { path, file }] of data.files.entries()) {
      content[path] = [new Uint8Array(await file.arrayBuffer()), { level: 0 }]
      if (at % 20 === 0) scope.postMessage({ type: 'progress', share: at / data.files.length })
    }
    const bytes = zipSync(content)
    scope.postMessage({ type: 'done', bytes }, [bytes.buffer])
  } catch (error) {
    scope.postMessage({ type: 'failed', message: error instanceof Error ? error.message : String(error) })
  }
}
