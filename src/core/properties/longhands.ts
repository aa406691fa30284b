/**
 * The longhands the core computes: name, initial value as computed values are written, and whether it inherits. Initial
 * values and inheritance are those of the CSS modules' property definition tables; where Chromium differs, Chromium's.
 * Logical properties are not here: they are other names for these (see logical.ts).
 */
const INHERITED = `
  -webkit-font-smoothing: auto; -webkit-tap-highlight-color: rgba(0, 0, 0, 0.18); -webkit-text-fill-color: currentcolor;
  -webkit-text-stroke-color: currentcolor; -webkit-text-stroke-width: 0px; accent-color: auto; border-collapse: separate; border-spacing: 0px;
  caption-side: top; caret-color: auto; clip-rule: nonzero; color-interpolation-filters: linearrgb; color-interpolation: srgb; color-scheme: normal;
  color: rgb(0, 0, 0); cursor: auto; direction: ltr; dominant-baseline: auto; dynamic-range-limit: no-limit; empty-cells: show; fill-opacity: 1;
  fill-rule: nonzero; fill: rgb(0, 0, 0); font-family: "Times New Roman"; font-feature-settings: normal; font-kerning: auto;
  font-language-override: normal; font-optical-sizing: auto; font-palette: normal; font-size-adjust: none; font-size: 16px; font-stretch: 100%; font-style: normal;
  font-synthesis-small-caps: auto; font-synthesis-style: auto; font-synthesis-weight: auto; font-variant-alternates: normal;
  font-variant-caps: normal; font-variant-east-asian: normal; font-variant-emoji: normal; font-variant-ligatures: normal;
  font-variant-numeric: normal; font-variant-position: normal; font-variation-settings: normal; font-weight: 400; forced-color-adjust: auto;
  hyphenate-character: auto; hyphenate-limit-chars: auto; hyphens: manual; image-orientation: from-image; image-rendering: auto;
  interpolate-size: numeric-only; letter-spacing: normal; line-break: auto; line-height: normal; list-style-image: none;
  list-style-position: outside; list-style-type: disc; orphans: 2; overflow-wrap: normal; paint-order: normal; pointer-events: auto;
  print-color-adjust: economy; quotes: auto; ruby-align: space-around; ruby-overhang: auto; ruby-position: over; scrollbar-color: auto;
  shape-rendering: auto; stroke-dasharray: none; stroke-dashoffset: 0px; stroke-linecap: butt; stroke-linejoin: miter; stroke-miterlimit: 4;
  stroke-opacity: 1; stroke-width: 1px; stroke: none; tab-size: 8; text-align-last: auto; text-align: start; text-anchor: start;
  text-autospace: no-autospace; text-box-edge: auto; text-combine-upright: none; text-decoration-skip-ink: auto; text-emphasis-color: currentcolor;
  text-emphasis-position: over; text-emphasis-style: none; text-indent: 0px; text-justify: auto; text-orientation: mixed; text-rendering: auto;
  text-shadow: none; text-size-adjust: auto; text-spacing-trim: normal; text-transform: none; text-underline-offset: auto;
  text-underline-position: auto; text-wrap-mode: wrap; text-wrap-style: auto; user-select: auto; visibility: visible; white-space-collapse: collapse; widows: 2;
  word-break: normal; word-spacing: 0px; writing-mode: horizontal-tb`

const NOT_INHERITED = `
  -webkit-box-align: stretch; -webkit-box-flex: 0; -webkit-box-orient: horizontal; -webkit-box-pack: start; -webkit-line-clamp: none;
  align-content: normal; align-items: normal; align-self: auto; alignment-baseline: auto; animation-composition: replace; animation-delay: 0s;
  animation-direction: normal; animation-duration: 0s; animation-fill-mode: none; animation-iteration-count: 1; animation-name: none;
  animation-play-state: running; animation-timing-function: ease; appearance: none; aspect-ratio: auto; backdrop-filter: none;
  backface-visibility: visible; background-attachment: scroll; background-blend-mode: normal; background-clip: border-box;
  background-color: rgba(0, 0, 0, 0); background-image: none; background-origin: padding-box; background-position-x: 0%; background-position-y: 0%;
  background-repeat: repeat; background-size: auto; baseline-shift: 0px; baseline-source: auto; border-bottom-color: currentcolor;
  border-bottom-left-radius: 0px; border-bottom-right-radius: 0px; border-bottom-style: none; border-bottom-width: 3px; border-image-outset: 0;
  border-image-repeat: stretch; border-image-slice: 100%; border-image-source: none; border-image-width: 1; border-left-color: currentcolor;
  border-left-style: none; border-left-width: 3px; border-right-color: currentcolor; border-right-style: none; border-right-width: 3px;
  border-top-color: currentcolor; border-top-left-radius: 0px; border-top-right-radius: 0px; border-top-style: none; border-top-width: 3px;
  bottom: auto; box-decoration-break: slice; box-shadow: none; box-sizing: content-box; break-after: auto; break-before: auto; break-inside: auto;
  clear: none; clip-path: none; clip: auto; column-count: auto; column-fill: balance; column-gap: normal; column-height: auto;
  column-rule-color: currentcolor; column-rule-style: none; column-rule-width: 3px; column-span: none; column-width: auto; column-wrap: auto;
  contain-intrinsic-height: none; contain-intrinsic-width: none; contain: none; container-name: none; container-type: normal;
  content-visibility: visible; content: normal; counter-increment: none; counter-reset: none; counter-set: none; display: inline;
  field-sizing: fixed; filter: none; flex-basis: auto; flex-direction: row; flex-grow: 0; flex-shrink: 1; flex-wrap: nowrap; float: none;
  flood-color: rgb(0, 0, 0); flood-opacity: 1; grid-auto-columns: auto; grid-auto-flow: row; grid-auto-rows: auto;
  grid-column-end: auto; grid-column-start: auto; grid-row-end: auto; grid-row-start: auto; grid-template-areas: none; grid-template-columns: none;
  grid-template-rows: none; height: auto; isolation: auto; justify-content: normal; justify-items: normal; justify-self: auto; left: auto;
  lighting-color: rgb(255, 255, 255); margin-bottom: 0px; margin-left: 0px; margin-right: 0px; margin-top: 0px; mask-clip: border-box;
  mask-composite: add; mask-image: none; mask-mode: match-source; mask-origin: border-box; mask-position: 0% 0%; mask-repeat: repeat;
  mask-size: auto; mask-type: luminance; max-height: none; max-width: none; min-height: auto; min-width: auto; mix-blend-mode: normal;
  object-fit: fill; object-position: 50% 50%; opacity: 1; order: 0; outline-color: currentcolor; outline-offset: 0px; outline-style: none;
  outline-width: 3px; overflow-anchor: auto; overflow-clip-margin: 0px; overflow-x: visible; overflow-y: visible; overscroll-behavior-x: auto;
  overscroll-behavior-y: auto; padding-bottom: 0px; padding-left: 0px; padding-right: 0px; padding-top: 0px; perspective-origin: 50% 50%;
  perspective: none; position: static; resize: none; right: auto; rotate: none; row-gap: normal; scale: none; scroll-behavior: auto;
  scroll-margin-bottom: 0px; scroll-margin-left: 0px; scroll-margin-right: 0px; scroll-margin-top: 0px; scroll-padding-bottom: auto;
  scroll-padding-left: auto; scroll-padding-right: auto; scroll-padding-top: auto; scroll-snap-align: none; scroll-snap-stop: normal;
  scroll-snap-type: none; scrollbar-gutter: auto; scrollbar-width: auto; shape-image-threshold: 0; shape-margin: 0px; shape-outside: none;
  stop-color: rgb(0, 0, 0); stop-opacity: 1; table-layout: auto; text-box-trim: none; text-decoration-color: currentcolor;
  text-decoration-line: none; text-decoration-style: solid; text-decoration-thickness: auto; text-overflow: clip; top: auto; touch-action: auto;
  transform-box: view-box; transform-origin: 50% 50%; transform-style: flat; transform: none; transition-behavior: normal; transition-delay: 0s;
  transition-duration: 0s; transition-property: all; transition-timing-function: ease; translate: none; unicode-bidi: normal;
  vector-effect: none; vertical-align: baseline; width: auto; will-change: auto; z-index: auto; zoom: 1`

/** One longhand; `id` is its place in {@link LONGHANDS}. */
export interface Longhand {
  readonly id: number
  readonly name: string
  readonly inherited: boolean
  /** As a computed value is written. */
  readonly initial: string
}

const read = (table: string, inherited: boolean) =>
  table
    .trim()
    .split(/;\s+/)
    .map((entry) => {
      const colon = entry.indexOf(':')
      return { name: entry.slice(0, colon), initial: entry.slice(colon + 2), inherited }
    })

const byName = (a: { name: string }, b: { name: string }) => (a.name < b.name ? -1 : 1)
const inherited = read(INHERITED, true).sort(byName)

/** Every longhand; those that inherit come first, so that ids below {@link INHERITED_COUNT} are theirs. */
export const LONGHANDS: readonly Longhand[] = [...inherited, ...read(NOT_INHERITED, false).sort(byName)].map(
  (each, id) => ({ id, ...each }),
)

export const INHERITED_COUNT = inherited.length

const BY_NAME = new Map(LONGHANDS.map((longhand) => [longhand.name, longhand]))

/** The longhand of a name; undefined for shorthands, custom and unknown properties. */
export function longhand(name: string): Longhand | undefined {
  return BY_NAME.get(name)
}

/** The id of a longhand that is known to exist. */
export function idOf(name: string): number {
  const found = BY_NAME.get(name)
  if (!found) throw new Error(`There is no longhand ${name}.`)
  return found.id
}
