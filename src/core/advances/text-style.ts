import type { ElementStyle } from '../cascade/style.ts'
import { idOf } from '../properties/longhands.ts'
import { memo } from '../text/memo.ts'
import type { FaceRequest } from '../type/faces.ts'
import { familiesIn } from '../type/stack.ts'
import { usedLength } from '../values/used-length.ts'
import { featuresOf } from './features.ts'

/** All of a style that the width of its text hangs on. */
export interface TextStyle {
  /** Px. */
  readonly fontSize: number
  readonly families: readonly string[]
  readonly face: FaceRequest
  readonly features: Readonly<Record<string, number>>
  /** Whether an optical size follows the font size. */
  readonly isOptical: boolean
  /** Px behind every character, and added to every space. */
  readonly letterSpacing: number
  readonly wordSpacing: number
  /** What is written is set after this. */
  readonly transform: (text: string) => string
  /** The same for all text that is set alike, once it is transformed. */
  readonly key: string
}

/** Longhands that change text in ways that are not measured here, with the values that do not. */
const PLAIN = [
  ['font-size-adjust', 'none'],
  ['font-variation-settings', 'normal'],
  ['font-language-override', 'normal'],
  ['font-variant-alternates', 'normal'],
  ['font-variant-caps', 'normal'],
  ['font-variant-east-asian', 'normal'],
  ['font-variant-position', 'normal'],
  ['direction', 'ltr'],
  ['text-combine-upright', 'none'],
] as const
const ID = Object.fromEntries(
  [
    ...PLAIN.map(([name]) => name),
    ...['font-size', 'font-family', 'font-weight', 'font-style', 'font-stretch', 'font-optical-sizing'],
    ...['letter-spacing', 'word-spacing', 'text-transform', 'text-rendering'],
  ].map((name) => [name, idOf(name)]),
)

const TRANSFORMS: Readonly<Record<string, TextStyle['transform']>> = {
  none: (text) => text,
  uppercase: (text) => text.toUpperCase(),
  lowercase: (text) => text.toLowerCase(),
}

/** What text of a style is set in; null where it is set in a way that is not measured here. */
export const textStyleOf = memo((style: ElementStyle): TextStyle | null => {
  const value = (name: string) => style.value(ID[name]!)
  if (PLAIN.some(([name, plain]) => value(name) !== plain) || value('text-rendering') === 'optimizespeed') return null
  const transform = TRANSFORMS[value('text-transform')]
  const features = featuresOf(style)
  const fontSize = usedLength(value('font-size'), null)
  const spacing = (name: string) => (value(name) === 'normal' ? 0 : usedLength(value(name), fontSize))
  const [letterSpacing, wordSpacing] = [spacing('letter-spacing'), spacing('word-spacing')]
  if (!transform || !features || fontSize === null || letterSpacing === null || wordSpacing === null) return null
  const slant = /^(?:italic|oblique)/.exec(value('font-style'))?.[0] as 'italic' | 'oblique' | undefined
  const said = {
    ...{ fontSize, letterSpacing, wordSpacing },
    families: familiesIn(value('font-family')).map(({ name }) => name),
    face: {
      weight: Number(value('font-weight')),
      style: slant ?? 'normal',
      stretch: parseFloat(value('font-stretch')),
    } as const,
    // Letters that are set apart are not drawn together (CSS Text 3, section 8.2).
    features: letterSpacing === 0 ? features : { ...features, liga: 0, clig: 0 },
    isOptical: value('font-optical-sizing') === 'auto',
  }
  return { ...said, transform, key: JSON.stringify(said) }
})
