import { readFile } from 'node:fs/promises'
import path from 'node:path'
import { FAMILIES } from '../../core/type/families.ts'
import { PublicError } from '../http/errors.ts'
import type { Repository } from '../repository.ts'

/** The bytes of a font file that ships with Attire. Throws {@link PublicError} for any other name. */
export async function shippedFont(file: string): Promise<Buffer> {
  const family = FAMILIES.find(({ files }) => files.some((font) => font.file === file))
  if (!family) throw new PublicError('not-found', `Attire ships no font file called ${file}.`)
  return readFile(path.join(process.cwd(), 'node_modules', family.package, 'files', file))
}

/** The licence text of a family that ships with Attire, as its package brings it. Throws {@link PublicError} for any other name. */
export async function licenceOf(name: string): Promise<string> {
  const family = FAMILIES.find((each) => each.name === name)
  if (!family) throw new PublicError('not-found', `Attire ships no family called ${name}.`)
  return readFile(path.join(process.cwd(), 'node_modules', family.package, 'LICENSE'), 'utf8')
}

const shared = globalThis as typeof globalThis & { attireFonts?: Promise<Record<string, string>> }

/** The hashes of all shipped font files by name, their bytes kept, so that a step can put them into a site. What fails is tried again by the next who asks. */
export function shippedFonts(repository: Repository): Promise<Record<string, string>> {
  if (shared.attireFonts) return shared.attireFonts
  const keeping = keepAll(repository)
  shared.attireFonts = keeping
  keeping.catch(() => delete shared.attireFonts)
  return keeping
}

async function keepAll(repository: Repository): Promise<Record<string, string>> {
  const hashes: Record<string, string> = {}
  for (const { file } of FAMILIES.flatMap(({ files }) => files))
    hashes[file] = (await repository.keep(file, await shippedFont(file))).hash
  return hashes
}
