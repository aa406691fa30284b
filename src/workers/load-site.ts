import type { SiteState } from '../protocol/site-state.ts'
import type { FromLoader, ToLoader } from './load.worker.ts'

/** Why a site could not be loaded. */
export interface LoadFault {
  readonly code: string
  readonly message: string
}

const CANNOT_START: LoadFault = { code: 'failed', message: 'The site cannot be read in this browser. Reload the page.' }

declare global {
  /** The answer the page set out for before any of this was there. */
  var attireEarly: Promise<Response | null> | undefined
}

/** The body of the answer that is on its way already, if there is one and it is good. It is used once. */
async function earlyBody(address: string): Promise<ArrayBuffer | null> {
  const early = globalThis.attireEarly
  globalThis.attireEarly = undefined
  const response = await early
  return response?.ok && response.url === address ? response.arrayBuffer().catch(() => null) : null
}

/** Loads a site in a worker of its own, which passes its texts on to `port` as well ({@link PackedTexts}). Rejects with a {@link LoadFault}. */
export function loadSite(address: string, port: MessagePort | null = null): Promise<SiteState> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./load.worker.ts', import.meta.url), { type: 'module' })
    let site: SiteState | null = null
    const end = (settle: () => void) => {
      worker.terminate()
      settle()
    }
    worker.onerror = () => end(() => reject(CANNOT_START))
    worker.onmessage = ({ data }: MessageEvent<FromLoader>) => {
      if (data.type === 'site') site = data.site
      else if (data.type === 'texts') for (const [path, text] of data.texts) site!.texts[path] = text
      else if (data.type === 'done') end(() => resolve(site!))
      else end(() => reject({ code: data.code, message: data.message } satisfies LoadFault))
    }
    void earlyBody(address).then((body) =>
      worker.postMessage(
        { address, body, port } satisfies ToLoader,
        [body, port].filter((each) => each !== null),
      ),
    )
  })
}
