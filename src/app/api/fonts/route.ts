import { repository } from '../../../server/open-repository.ts'
import { answering } from '../../../server/http/errors.ts'
import { shippedFonts } from '../../../server/fonts/shipped.ts'

export const dynamic = 'force-dynamic'

/** Hashes of the font files that ship with Attire, by name. */
export function GET(): Promise<Response> {
  return answering(async () => Response.json({ fonts: await shippedFonts(await repository()) }))
}
