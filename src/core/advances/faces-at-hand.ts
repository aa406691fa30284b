import { addTo } from '../text/grouped.ts'
import type { Cascade } from '../cascade/cascade.ts'
import { targetOf, type SitePath } from '../paths/paths.ts'
import type { Item, Sheet } from '../sheet/parse.ts'
import { declarationsOf } from '../sheet/walk.ts'
import type { FileInfo } from '../site/view.ts'
import type { OpenFont } from '../site/open-font.ts'
import { memo } from '../text/memo.ts'
import { facesOf, matchFace, type Face, type FaceRequest } from '../type/faces.ts'

/** An `@font-face` of the sheets a page wears, and where its files are looked for. */
interface WornFace extends Face {
  readonly sheetPath: SitePath
  /** The characters it is for; null for all. */
  readonly ranges: readonly (readonly [number, number])[] | null
}

/** The faces that the sheets of a cascade declare, by family in lower case; null where some are declared in a way that is not read here. */
const wornFaces = memo(({ sheets }: Cascade): ReadonlyMap<string, readonly WornFace[]> | null => {
  const families = new Map<string, WornFace[]>()
  for (const { sheet, file } of sheets) {
    if (hasFacesWithin(sheet)) return null
    for (const face of facesOf(sheet)) {
      const worn = { ...face, sheetPath: file, ranges: rangesOf(face) }
      addTo(families, face.family.toLowerCase(), worn)
    }
  }
  return families
})

/** Whether a sheet declares faces under a condition, in a layer or the like. */
const hasFacesWithin = memo(({ rules }: Sheet) =>
  rules.some((rule) => rule.kind === 'at' && rule.items.some(holdsFaces)),
)

function holdsFaces(item: Item): boolean {
  return item.kind === 'at' && (item.name === 'font-face' || item.items.some(holdsFaces))
}

/** CSS Fonts 4, section 4.5: `U+26`, `U+0-7F`, `U+4??`. */
function rangesOf({ rule }: Face): WornFace['ranges'] {
  const written = declarationsOf(rule).findLast(({ property }) => property === 'unicode-range')
  if (!written) return null
  return written.value.split(',').flatMap((part): [number, number][] => {
    const [, from, to] = /^\s*u\+([0-9a-f?]+)(?:-([0-9a-f]+))?\s*$/i.exec(part) ?? []
    if (from === undefined) return []
    const hex = (digits: string) => Number.parseInt(digits, 16)
    return [[hex(from.replace(/\?/g, '0')), hex(to ?? from.replace(/\?/g, 'F'))]]
  })
}

/** A face with the font it is loaded from. */
export interface FaceAtHand {
  readonly face: Face
  readonly font: OpenFont
}

/**
 * What a text is set in by the first family that has it; null where that is not a font of the site that is open here, or where
 * several would share the text.
 */
export function faceFor(
  cascade: Cascade,
  files: ReadonlyMap<SitePath, FileInfo>,
  families: readonly string[],
  request: FaceRequest,
  text: string,
): FaceAtHand | null {
  // The first that is there: whether one is that the site does not bring, only the machine tells.
  const faces = wornFaces(cascade)?.get(families[0]?.toLowerCase() ?? '')
  const like = faces && matchFace(faces, request)
  const face = like ? faces.findLast((each) => areAlike(each, like) && isFor(each, text)) : undefined
  const font = face ? openedFrom(face, files) : null
  return face && font?.covers(text) ? { face, font } : null
}

const areAlike = (a: Face, b: Face) =>
  a.style === b.style && String(a.weight) === String(b.weight) && String(a.stretch) === String(b.stretch)

function isFor({ ranges }: WornFace, text: string): boolean {
  if (!ranges) return true
  return [...text].every((letter) => {
    const code = letter.codePointAt(0)!
    return ranges.some(([from, to]) => from <= code && code <= to)
  })
}

/** The font of a face's first source; one that may be on the machine already is not told. */
function openedFrom({ locals, urls, sheetPath }: WornFace, files: ReadonlyMap<SitePath, FileInfo>): OpenFont | null {
  const target = locals.length === 0 && urls[0] !== undefined ? targetOf(sheetPath, urls[0]) : null
  return (target?.kind === 'site' && files.get(target.path)?.font) || null
}
