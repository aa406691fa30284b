/**
 * How narrow and how wide content asks to be (CSS Sizing 3, section 4.1), px. `min` is null where it is not known where its text may
 * be broken.
 */
export interface ContentSizes {
  readonly min: number | null
  readonly max: number
}

export const NOTHING: ContentSizes = { min: 0, max: 0 }

/** Sizes of what must hold both, one under the other. */
export function under(a: ContentSizes, b: ContentSizes): ContentSizes {
  return { min: a.min === null || b.min === null ? null : Math.max(a.min, b.min), max: Math.max(a.max, b.max) }
}

/** Sizes of what holds both, side by side. */
export function beside(a: ContentSizes, b: ContentSizes): ContentSizes {
  return { min: a.min === null || b.min === null ? null : a.min + b.min, max: a.max + b.max }
}

/** Sizes with so many px around them. */
export function withAround({ min, max }: ContentSizes, around: number): ContentSizes {
  return { min: min === null ? null : Math.max(0, min + around), max: Math.max(0, max + around) }
}
