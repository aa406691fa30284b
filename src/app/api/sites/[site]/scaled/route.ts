import { and, eq } from 'drizzle-orm'
import { scaleRequestSchema } from '../../../../../protocol/site-state.ts'
import { getBlob } from '../../../../../server/db/blobs.ts'
import { database } from '../../../../../server/db/database.ts'
import { files } from '../../../../../server/db/schema.ts'
import { answering, PublicError, readJson } from '../../../../../server/http/errors.ts'
import { keepFile, scaledCopy } from '../../../../../server/sites/pixels.ts'

export const dynamic = 'force-dynamic'

/** Makes a smaller copy of an image of the site and keeps its bytes; putting it into the site is a step of its own. */
export function POST(request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> {
  return answering(async () => {
    const { path, width } = await readJson(request, scaleRequestSchema)
    const db = await database()
    const [file] = await db
      .select({ hash: files.hash })
      .from(files)
      .where(and(eq(files.siteId, (await params).site), eq(files.path, path)))
    const bytes = file ? await getBlob(db, file.hash) : null
    if (!bytes) throw new PublicError('not-found', `There is no image ${path} in this site.`)
    const copy = await scaledCopy(bytes, width)
    if (!copy)
      throw new PublicError(
        'not-usable',
        `${path} cannot be scaled: it is no picture made of pixels, or it is damaged.`,
      )
    return Response.json(await keepFile(db, path, copy), { status: 201 })
  })
}
