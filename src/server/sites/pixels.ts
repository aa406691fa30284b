import { eq } from 'drizzle-orm'
import sharp from 'sharp'
import { isImage, type SitePath } from '../../core/paths/paths.ts'
import type { KeptBlob } from '../../protocol/site-state.ts'
import { getBlob, putBlob } from '../db/blobs.ts'
import type { Executor } from '../db/database.ts'
import { blobs } from '../db/schema.ts'

/** Images larger than this many px are not decoded: they would fill the memory. */
const MOST_PIXELS = 120_000_000

/** Width and height of an image, turned as its own note says; null for what is none. */
export async function pixelsOf(bytes: Buffer): Promise<{ width: number; height: number } | null> {
  try {
    const { width, height, orientation } = await sharp(bytes, { limitInputPixels: MOST_PIXELS }).metadata()
    if (!width || !height) return null
    // Orientations 5 to 8 of EXIF lie on their side.
    return (orientation ?? 1) >= 5 ? { width: height, height: width } : { width, height }
  } catch {
    return null
  }
}

/** Keeps a file's bytes, with its dimensions when it is an image. */
export async function keepFile(db: Executor, path: SitePath, bytes: Buffer): Promise<KeptBlob> {
  const hash = await putBlob(db, bytes)
  return { hash, size: bytes.length, pixels: isImage(path) ? await measure(db, hash, bytes) : null }
}

/** The dimensions of a kept image: read once, then remembered with it. */
export async function measure(db: Executor, hash: string, bytes?: Buffer): Promise<KeptBlob['pixels']> {
  const found = bytes ?? (await getBlob(db, hash))
  const pixels = found ? await pixelsOf(found) : null
  await db
    .update(blobs)
    .set({ width: pixels?.width ?? 0, height: pixels?.height ?? 0 })
    .where(eq(blobs.hash, hash))
  return pixels
}

/** A copy of an image, `width` px wide, in its own format; null when it cannot be read or has no pixels of its own. */
export async function scaledCopy(bytes: Buffer, width: number): Promise<Buffer | null> {
  try {
    const image = sharp(bytes, { limitInputPixels: MOST_PIXELS })
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
