/** How a swatch is made of others. */
export type Derivation =
  | {
      readonly kind: 'lighter' | 'darker'
      readonly from: string
      /** Share of white or black, in per cent. */ readonly share: number
    }
  | {
      readonly kind: 'mixed'
      readonly from: string
      readonly with: string
      /** Share of the second, in per cent. */ readonly share: number
    }

/** A derived colour as plain CSS: `color-mix()` in OKLCH (CSS Color 5, section 3), so that it follows the swatch it comes from. */
export function derivedValue(derivation: Derivation): string {
  const other =
    derivation.kind === 'mixed' ? `var(${derivation.with})` : derivation.kind === 'lighter' ? 'white' : 'black'
  return `color-mix(in oklch, var(${derivation.from}), ${other} ${Math.round(derivation.share)}%)`
}

/** A name for it: "--sea-lighter", "--sea-sand". */
export function derivedName(derivation: Derivation): string {
  return derivation.kind === 'mixed'
    ? `${derivation.from}-${derivation.with.slice(2)}`
    : `${derivation.from}-${derivation.kind}`
}
