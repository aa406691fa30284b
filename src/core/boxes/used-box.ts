/** Left and right. */
export type Pair = readonly [number, number]

/** A box whose width the core knows, in CSS px. */
export interface KnownBox {
  readonly known: true
  /** Of its border box. */
  readonly width: number
  readonly margin: Pair
  readonly border: Pair
  readonly padding: Pair
  readonly content: number
}

/** A box whose width hangs on what only a browser can tell, and why. */
export interface UnknownBox {
  readonly known: false
  readonly why: string
}

/** What the core knows of a box's width. Nothing is guessed. */
export type UsedBox = KnownBox | UnknownBox

/** What containers give the boxes in them: a width of their content, the area they stand in, or why neither is known. */
export type Given = { readonly content: number } | { readonly area: number; readonly stretches: boolean } | UnknownBox

export const unknown = (why: string): UnknownBox => ({ known: false, why })

/** A box whose height the core knows, in CSS px; pairs are above and below. */
export interface KnownHeight {
  readonly known: true
  /** Of its border box. */
  readonly height: number
  readonly margin: Pair
  readonly border: Pair
  readonly padding: Pair
  readonly content: number
}

/** What the core knows of a box's height. Nothing is guessed. */
export type UsedHeight = KnownHeight | UnknownBox

/** The width of a box with its margins. */
export function outerWidth({ width, margin }: KnownBox): number {
  return width + margin[0] + margin[1]
}
