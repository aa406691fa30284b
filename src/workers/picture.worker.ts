import { mainColors, type MainColor } from '../core/color/cluster.ts'

/** How many main colours are looked for. */
const COLORS = 8
/** A picture is looked at no larger than this on its longer side, in px. */
const LONGEST = 400

export type FromPicture = { type: 'colors'; colors: MainColor[] } | { type: 'failed' }

const scope = self as unknown as DedicatedWorkerGlobalScope

// Finds the main colours of a picture it is sent.
scope.onmessage = async ({ data }: MessageEvent<Blob>) => {
  try {
    const whole = await createImageBitmap(data)
    const scale = Math.min(1, LONGEST / Math.max(whole.width, whole.height))
    const canvas = new OffscreenCanvas(
      Math.max(1, Math.round(whole.width * scale)),
      Math.max(1, Math.round(whole.height * scale)),
    )
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    context.drawImage(whole, 0, 0, canvas.width, canvas.height)
    scope.postMessage({
      type: 'colors',
      colors: mainColors(context.getImageData(0, 0, canvas.width, canvas.height).data, COLORS),
    } satisfies FromPicture)
  } catch {
    scope.postMessage({ type: 'failed' } satisfies FromPicture)
  }
}
