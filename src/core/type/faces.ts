import type { AtRule, Sheet } from '../sheet/parse.ts'
import { declarationsOf, fontFaces } from '../sheet/walk.ts'
import { splitAtCommas } from '../css/tokens.ts'
import { memo } from '../text/memo.ts'
import { targetOf, type SitePath } from '../paths/paths.ts'
import { familiesIn } from './stack.ts'

/** An `@font-face` of a sheet. */
export interface Face {
  readonly rule: AtRule
  readonly family: string
  /** The references of its `url()` sources, as written. */
  readonly urls: readonly string[]
  /** Names of its `local()` sources. */
  readonly locals: readonly string[]
  readonly weight: readonly [number, number]
  readonly style: 'normal' | 'italic' | 'oblique'
  /** Per cent. */
  readonly stretch: readonly [number, number]
}

const STRETCH: Readonly<Record<string, number>> = {
  'ultra-condensed': 50,
  'extra-condensed': 62.5,
  condensed: 75,
  'semi-condensed': 87.5,
  normal: 100,
  'semi-expanded': 112.5,
  expanded: 125,
  'extra-expanded': 150,
  'ultra-expanded': 200,
}

/** The faces a sheet declares on its top level, in order; those without a family or a source are no faces. */
export const facesOf = (sheet: Pick<Sheet, 'rules'>): readonly Face[] => facesIn(sheet.rules)

const facesIn = memo((rules: Sheet['rules']): readonly Face[] =>
  fontFaces({ rules }).flatMap((rule) => {
    const get = (property: string) =>
      declarationsOf(rule)
        .filter((each) => each.property === property)
        .at(-1)?.value ?? ''
    const family = familiesIn(get('font-family'))[0]?.name ?? ''
    const sources = splitAtCommas(get('src')).map(({ text }) => text)
    if (family === '' || sources.length === 0) return []
    const inside = (name: string) =>
      sources.flatMap((source) => {
        const match = new RegExp(`^${name}\\(\\s*(?:"([^"]*)"\\s*|'([^']*)'\\s*|([^)]*))\\)`, 'i').exec(source)
        return match ? [match[1] ?? match[2] ?? match[3]!.trim()] : []
      })
    const style = get('font-style').toLowerCase()
    return [
      {
        rule,
        family,
        urls: inside('url'),
        locals: inside('local'),
        weight: range(
          get('font-weight') || 'normal',
          (word) => ({ normal: 400, bold: 700 })[word] ?? parseFloat(word),
          [400, 400],
        ),
        style: style.startsWith('italic') ? 'italic' : style.startsWith('oblique') ? 'oblique' : 'normal',
        stretch: range(
          get('font-stretch') || get('font-width') || 'normal',
          (word) => STRETCH[word] ?? parseFloat(word),
          [100, 100],
        ),
      },
    ]
  }),
)

function range(
  text: string,
  read: (word: string) => number,
  otherwise: readonly [number, number],
): readonly [number, number] {
  const ends = text.toLowerCase().trim().split(/\s+/).map(read)
  if (ends.length > 2 || ends.some((end) => !Number.isFinite(end))) return otherwise
  const [a, b = a] = ends as [number, number?]
  return [Math.min(a, b!), Math.max(a, b!)]
}

/** What text asks of a family. */
export interface FaceRequest {
  readonly weight: number
  readonly style: 'normal' | 'italic' | 'oblique'
  /** Per cent. */
  readonly stretch: number
}

/** The face of one family that text is set in: stretch, then style, then weight (CSS Fonts 4, section 5.2, steps 4.1 to 4.3). Of faces alike the last. */
export function matchFace<F extends Pick<Face, 'weight' | 'style' | 'stretch'>>(
  faces: readonly F[],
  { weight, style, stretch }: FaceRequest,
): F | null {
  const byStretch = closest(faces, (face) => face.stretch, stretch, stretch <= 100 ? 'below' : 'above')
  const order = {
    italic: ['italic', 'oblique', 'normal'],
    oblique: ['oblique', 'italic', 'normal'],
    normal: ['normal', 'oblique', 'italic'],
  }[style]
  const wanted = order.find((each) => byStretch.some((face) => face.style === each))
  const byStyle = byStretch.filter((face) => face.style === wanted)
  return closestWeight(byStyle, weight).at(-1) ?? null
}

/** The faces whose range holds a value; else those nearest to it, looked for on one side first. */
function closest<F>(
  faces: readonly F[],
  of: (face: F) => readonly [number, number],
  value: number,
  first: 'below' | 'above',
): readonly F[] {
  const holding = faces.filter((face) => of(face)[0] <= value && value <= of(face)[1])
  if (holding.length > 0) return holding
  const below = faces.filter((face) => of(face)[1] < value)
  const above = faces.filter((face) => of(face)[0] > value)
  const nearestBelow = Math.max(...below.map((face) => of(face)[1]))
  const nearestAbove = Math.min(...above.map((face) => of(face)[0]))
  const side = first === 'below' ? (below.length > 0 ? 'below' : 'above') : above.length > 0 ? 'above' : 'below'
  return side === 'below'
    ? below.filter((face) => of(face)[1] === nearestBelow)
    : above.filter((face) => of(face)[0] === nearestAbove)
}

/** Weights from 400 to 500 look up to 500 first; lighter ones look down first, heavier ones up. */
function closestWeight<F extends Pick<Face, 'weight'>>(faces: readonly F[], weight: number): readonly F[] {
  const of = (face: F) => face.weight
  if (weight >= 400 && weight <= 500) {
    const between = faces.filter((face) => of(face)[0] >= weight && of(face)[0] <= 500)
    const holding = faces.filter((face) => of(face)[0] <= weight && weight <= of(face)[1])
    if (holding.length > 0) return holding
    if (between.length > 0) return closest(between, of, weight, 'above')
    return closest(faces, of, weight, 'below')
  }
  return closest(faces, of, weight, weight < 400 ? 'below' : 'above')
}

/** The files of the site that a face of a sheet is loaded from. */
export function filesOf(face: Face, sheetPath: SitePath): SitePath[] {
  return face.urls.flatMap((url) => {
    const target = targetOf(sheetPath, url)
    return target.kind === 'site' ? [target.path] : []
  })
}
