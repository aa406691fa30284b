import sharp from 'sharp'
import { MOST_PIXELS } from '../../platform/pixels.ts'
import { isMarkup } from '../../platform/svg-size.ts'

/** A picture that takes longer is let be: others wait for the same processors. */
const MOST_SECONDS = 30

/** A copy of an image, `width` px wide, in its own format; null when it cannot be read or has no pixels of its own. */
export async function scaledCopy(bytes: Buffer, width: number): Promise<Buffer | null> {
  if (isMarkup(bytes)) return null
  try {
    const image = sharp(bytes, { limitInputPixels: MOST_PIXELS }).timeout({ seconds: MOST_SECONDS })
    const { format } = await image.metadata()
    if (format === 'svg' || format === undefined) return null
    const scaled = image.rotate().resize({ width, withoutEnlargement: true })
    const packed =
      format === 'jpeg'
        ? scaled.jpeg({ quality: 82, mozjpeg: true })
        : format === 'png'
          ? scaled.png({ compressionLevel: 9, palette: false })
          : format === 'heif'
            ? scaled.avif()
            : scaled.toFormat(format)
    return await packed.toBuffer()
  } catch {
    return null
  }
}
