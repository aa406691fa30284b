import type { ElementStyle } from '../cascade/style.ts'
import { idOf } from '../properties/longhands.ts'

/** What words of the `font-variant` longhands switch in a font (CSS Fonts 4, sections 6.4 and 6.6). */
const OF_WORD: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  normal: {},
  auto: {},
  none: { liga: 0, clig: 0, dlig: 0, hlig: 0, calt: 0 },
  'common-ligatures': { liga: 1, clig: 1 },
  'no-common-ligatures': { liga: 0, clig: 0 },
  'discretionary-ligatures': { dlig: 1 },
  'no-discretionary-ligatures': { dlig: 0 },
  'historical-ligatures': { hlig: 1 },
  'no-historical-ligatures': { hlig: 0 },
  contextual: { calt: 1 },
  'no-contextual': { calt: 0 },
  'lining-nums': { lnum: 1 },
  'oldstyle-nums': { onum: 1 },
  'proportional-nums': { pnum: 1 },
  'tabular-nums': { tnum: 1 },
  'diagonal-fractions': { frac: 1 },
  'stacked-fractions': { afrc: 1 },
  ordinal: { ordn: 1 },
  'slashed-zero': { zero: 1 },
}
/** What `font-kerning` switches (section 6.3). */
const KERNING: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  auto: {},
  normal: { kern: 1 },
  none: { kern: 0 },
}

const LIGATURES = idOf('font-variant-ligatures')
const NUMERIC = idOf('font-variant-numeric')
const KERN = idOf('font-kerning')
const SETTINGS = idOf('font-feature-settings')

/** The features that a style switches, by tag (CSS Fonts 4, section 7.2: `font-feature-settings` is the last to say); null where one is not understood. */
export function featuresOf(style: ElementStyle): Readonly<Record<string, number>> | null {
  const features: Record<string, number> = { ...KERNING[style.value(KERN)] }
  for (const word of [LIGATURES, NUMERIC].flatMap((id) => style.value(id).split(' '))) {
    const switched = OF_WORD[word]
    if (!switched) return null
    Object.assign(features, switched)
  }
  const settings = style.value(SETTINGS)
  for (const setting of settings === 'normal' ? [] : settings.split(',')) {
    const [, tag, value] = /^\s*"([^"]{4})"(?:\s+(on|off|\d+))?\s*$/.exec(setting) ?? []
    if (tag === undefined) return null
    features[tag] = value === 'off' ? 0 : value === undefined || value === 'on' ? 1 : Number(value)
  }
  return features
}
