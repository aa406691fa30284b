/** How text is set in a font: the values of its axes, and the features that are switched on or off, by tag. */
export interface FontSetting {
  readonly axes: Readonly<Record<string, number>>
  readonly features: Readonly<Record<string, number>>
}

/** A font file that text can be measured in. What it says never changes. */
export interface OpenFont {
  /** Least and most of each axis, by tag. */
  readonly axes: Readonly<Record<string, readonly [number, number]>>
  /** Whether it has a glyph for every character of a text. */
  covers(text: string): boolean
  /** How far a line of text takes the pen, in em. */
  advance(text: string, setting: FontSetting): number
}
