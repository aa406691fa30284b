import { relativeReference, type SitePath } from '../paths/paths.ts'
import { addRule } from '../sheet/edit.ts'
import type { Sheet } from '../sheet/parse.ts'
import { declarationsOf, fontFaces } from '../sheet/walk.ts'
import type { Splice } from '../text/splice.ts'

/** One font file that ships with Attire. */
export interface FontFile {
  /** Name of the file, in the package and in the site's `fonts` folder. */
  readonly file: string
  readonly style: 'normal' | 'italic'
}

/** A family that ships with Attire: variable WOFF2 files under an open licence. */
export interface Family {
  readonly name: string
  readonly kind: 'serif' | 'sans-serif' | 'slab' | 'monospace' | 'display'
  /** What stands behind it in `font-family`, ending in a generic family. */
  readonly fallback: string
  /** The weights its axis spans. */
  readonly weights: readonly [number, number]
  /** npm package the files come from. */
  readonly package: string
  readonly licence: 'OFL-1.1' | 'Apache-2.0'
  readonly files: readonly FontFile[]
}

const both = (name: string): FontFile[] => [
  { file: `${name}-latin-wght-normal.woff2`, style: 'normal' },
  { file: `${name}-latin-wght-italic.woff2`, style: 'italic' },
]
const SERIF = 'Georgia, "Times New Roman", serif'
const SANS = '"Helvetica Neue", Arial, sans-serif'

/** The families that ship with Attire. Weights are those of the packages' own metadata. */
export const FAMILIES: readonly Family[] = [
  {
    name: 'Source Serif 4',
    kind: 'serif',
    fallback: SERIF,
    weights: [200, 900],
    package: '@fontsource-variable/source-serif-4',
    licence: 'OFL-1.1',
    files: both('source-serif-4'),
  },
  {
    name: 'Lora',
    kind: 'serif',
    fallback: SERIF,
    weights: [400, 700],
    package: '@fontsource-variable/lora',
    licence: 'OFL-1.1',
    files: both('lora'),
  },
  {
    name: 'EB Garamond',
    kind: 'serif',
    fallback: SERIF,
    weights: [400, 800],
    package: '@fontsource-variable/eb-garamond',
    licence: 'OFL-1.1',
    files: both('eb-garamond'),
  },
  {
    name: 'Literata',
    kind: 'serif',
    fallback: SERIF,
    weights: [200, 900],
    package: '@fontsource-variable/literata',
    licence: 'OFL-1.1',
    files: both('literata'),
  },
  {
    name: 'Source Sans 3',
    kind: 'sans-serif',
    fallback: SANS,
    weights: [200, 900],
    package: '@fontsource-variable/source-sans-3',
    licence: 'OFL-1.1',
    files: both('source-sans-3'),
  },
  {
    name: 'Public Sans',
    kind: 'sans-serif',
    fallback: SANS,
    weights: [100, 900],
    package: '@fontsource-variable/public-sans',
    licence: 'OFL-1.1',
    files: both('public-sans'),
  },
  {
    name: 'Work Sans',
    kind: 'sans-serif',
    fallback: SANS,
    weights: [100, 900],
    package: '@fontsource-variable/work-sans',
    licence: 'OFL-1.1',
    files: both('work-sans'),
  },
  {
    name: 'Nunito',
    kind: 'sans-serif',
    fallback: SANS,
    weights: [200, 1000],
    package: '@fontsource-variable/nunito',
    licence: 'OFL-1.1',
    files: both('nunito'),
  },
  {
    name: 'Inter',
    kind: 'sans-serif',
    fallback: SANS,
    weights: [100, 900],
    package: '@fontsource-variable/inter',
    licence: 'OFL-1.1',
    files: both('inter'),
  },
  {
    name: 'Atkinson Hyperlegible Next',
    kind: 'sans-serif',
    fallback: SANS,
    weights: [200, 800],
    package: '@fontsource-variable/atkinson-hyperlegible-next',
    licence: 'OFL-1.1',
    files: both('atkinson-hyperlegible-next'),
  },
  {
    name: 'Roboto Slab',
    kind: 'slab',
    fallback: 'Rockwell, Georgia, serif',
    weights: [100, 900],
    package: '@fontsource-variable/roboto-slab',
    licence: 'Apache-2.0',
    files: [{ file: 'roboto-slab-latin-wght-normal.woff2', style: 'normal' }],
  },
  {
    name: 'Bitter',
    kind: 'slab',
    fallback: 'Rockwell, Georgia, serif',
    weights: [100, 900],
    package: '@fontsource-variable/bitter',
    licence: 'OFL-1.1',
    files: both('bitter'),
  },
  {
    name: 'Fraunces',
    kind: 'display',
    fallback: SERIF,
    weights: [100, 900],
    package: '@fontsource-variable/fraunces',
    licence: 'OFL-1.1',
    files: both('fraunces'),
  },
  {
    name: 'Playfair Display',
    kind: 'display',
    fallback: SERIF,
    weights: [400, 900],
    package: '@fontsource-variable/playfair-display',
    licence: 'OFL-1.1',
    files: both('playfair-display'),
  },
  {
    name: 'Oswald',
    kind: 'display',
    fallback: '"Arial Narrow", Arial, sans-serif',
    weights: [200, 700],
    package: '@fontsource-variable/oswald',
    licence: 'OFL-1.1',
    files: [{ file: 'oswald-latin-wght-normal.woff2', style: 'normal' }],
  },
  {
    name: 'Fira Code',
    kind: 'monospace',
    fallback: '"Courier New", monospace',
    weights: [300, 700],
    package: '@fontsource-variable/fira-code',
    licence: 'OFL-1.1',
    files: [{ file: 'fira-code-latin-wght-normal.woff2', style: 'normal' }],
  },
  {
    name: 'JetBrains Mono',
    kind: 'monospace',
    fallback: '"Courier New", monospace',
    weights: [100, 800],
    package: '@fontsource-variable/jetbrains-mono',
    licence: 'OFL-1.1',
    files: both('jetbrains-mono'),
  },
]

/** Stacks that need no font file: what visitors' own systems have. */
export const SYSTEM_STACKS: readonly { name: string; stack: string }[] = [
  { name: 'System sans', stack: 'system-ui, sans-serif' },
  { name: 'Georgia', stack: SERIF },
  { name: 'Arial', stack: 'Arial, Helvetica, sans-serif' },
  { name: 'Verdana', stack: 'Verdana, Geneva, sans-serif' },
  { name: 'Courier New', stack: '"Courier New", Courier, monospace' },
]

/** Where a shipped font file goes in the site. */
export function fontPath(file: string): SitePath {
  return `fonts/${file}`
}

/** The full `font-family` value for a family, quoted where CSS wants it. */
export function stackOf(family: Family): string {
  return `${/^[a-z-]+$/i.test(family.name) ? family.name : `"${family.name}"`}, ${family.fallback}`
}

/** The first family a `font-family` value names, without quotes. */
export function firstFamily(value: string): string {
  return (
    /^\s*(?:"([^"]*)"|'([^']*)'|([^,]*))/
      .exec(value)
      ?.slice(1)
      .find((part) => part !== undefined)
      ?.trim() ?? ''
  )
}

/** Whether the sheet declares a face for this family already. */
export function hasFace(sheet: Sheet, name: string): boolean {
  return fontFaces(sheet).some((face) =>
    declarationsOf(face).some(({ property, value }) => property === 'font-family' && firstFamily(value) === name),
  )
}

/** What an `@font-face` says of a file. */
export interface FaceFile {
  readonly family: string
  readonly weights: readonly [number, number]
  readonly style: 'normal' | 'italic'
  readonly format: 'woff2' | 'woff' | 'truetype' | 'opentype'
}

/** The face of a file that ships with Attire. */
export function shippedFace({ name, weights }: Family, { style }: FontFile): FaceFile {
  return { family: name, weights, style, format: 'woff2' }
}

/** Writes the `@font-face` of one file, behind the faces and imports that are there, with the right path from the sheet. */
export function addFace(
  sheet: Sheet,
  sheetPath: SitePath,
  { family, weights, style, format }: FaceFile,
  path: SitePath,
): Splice[] {
  const head = sheet.rules
    .filter((rule) => rule.kind === 'at' && ['charset', 'import', 'namespace', 'font-face'].includes(rule.name))
    .at(-1)
  const first = sheet.rules[0]
  return addRule(
    sheet,
    '@font-face',
    [
      ['font-family', `"${family.replace(/["\\]/g, '\\$&')}"`],
      ['src', `url("${relativeReference(sheetPath, path)}") format("${format}")`],
      ['font-weight', weights[0] === weights[1] ? String(weights[0]) : weights.join(' ')],
      ['font-style', style],
      ['font-display', 'swap'],
    ],
    head ? { after: head } : first ? { before: first } : 'end',
  )
}
