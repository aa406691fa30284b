import type { MainColor } from '../core/color/cluster.ts'
import type { FromPicture } from './picture.worker.ts'

/** The main colours of a picture, found in a worker. Rejects when it cannot be read. */
export function picturePalette(picture: Blob): Promise<MainColor[]> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./picture.worker.ts', import.meta.url), { type: 'module' })
    const end = (settle: () => void) => {
      worker.terminate()
      settle()
    }
    const unreadable = () => end(() => reject(new Error('The picture cannot be read.')))
    worker.onerror = unreadable
    worker.onmessage = ({ data }: MessageEvent<FromPicture>) => {
      if (data.type === 'colors') end(() => resolve(data.colors))
      else unreadable()
    }
    worker.postMessage(picture)
  })
}
