import sharp from 'sharp'
import { isMarkup, svgSize } from './svg-size.ts'

/** Images larger than this many px are not decoded: they would fill the memory. */
export const MOST_PIXELS = 120_000_000

/** Width and height of an image, turned as its own note says; null for what is none. */
export async function pixelsOf(bytes: Buffer): Promise<{ width: number; height: number } | null> {
  if (isMarkup(bytes)) return svgSize(bytes)
  try {
    const { width, height, orientation } = await sharp(bytes, { limitInputPixels: MOST_PIXELS }).metadata()
    if (!width || !height) return null
    // Orientations 5 to 8 of EXIF lie on their side.
    return (orientation ?? 1) >= 5 ? { width: height, height: width } : { width, height }
  } catch {
    return null
  }
}
