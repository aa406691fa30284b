import type { Palette } from './palette.ts'

/** Something that is written again and again, to begin with. */
export interface StartingPoint {
  readonly id: string
  readonly title: string
  /** What it is for, and what it goes on, in a sentence. */
  readonly says: string
  /** The class it begins with, where that is not taken. */
  readonly name: string
  /** Its rules, for a class of this name. */
  readonly css: (name: string, palette: Palette) => string
}

/** The starting points, in the site's own colours. All of them are common practice. */
export const STARTING_POINTS: readonly StartingPoint[] = [
  {
    id: 'button',
    title: 'A button',
    says: 'For a link or a button that is the next thing to do.',
    name: 'button',
    css: (name, { accent, onAccent, ink, ground }) => `.${name} {
  display: inline-block;
  padding: 0.6em 1.2em;
  border: 0;
  border-radius: 0.3em;
  background-color: ${accent};
  color: ${onAccent};
  text-decoration: none;
}

.${name}:link, .${name}:visited {
  color: ${onAccent};
}

.${name}:hover {
  background-color: ${ink};
  color: ${ground};
}

.${name}:focus-visible {
  outline: 3px solid ${accent};
  outline-offset: 2px;
}`,
  },
  {
    id: 'figure',
    title: 'A figure with a caption',
    says: 'For a figure element with a picture and a figcaption.',
    name: 'captioned',
    css: (name) => `.${name} {
  margin: 1.5em 0;
}

.${name} img {
  display: block;
  max-width: 100%;
  height: auto;
}

.${name} figcaption {
  margin-top: 0.5em;
  font-size: 0.875em;
}`,
  },
  {
    id: 'rounded',
    title: 'A rounded picture',
    says: 'For a picture that is shown as a disc, cut and not squeezed.',
    name: 'rounded',
    css: (name) => `.${name} {
  width: 8em;
  aspect-ratio: 1;
  border-radius: 50%;
  object-fit: cover;
}`,
  },
  {
    id: 'note',
    title: 'A note box',
    says: 'For a paragraph or a box that stands out from the text.',
    name: 'note',
    css: (name, { tint, ink, accent }) => `.${name} {
  padding: 1em 1.25em;
  border-left: 4px solid ${accent};
  background-color: ${tint};
  color: ${ink};
}`,
  },
  {
    id: 'centred',
    title: 'A centred block',
    says: 'For a box in the middle of the page, at a width that reads well.',
    name: 'centred',
    css: (name) => `.${name} {
  max-width: 42em;
  margin-left: auto;
  margin-right: auto;
  padding-left: 1em;
  padding-right: 1em;
}`,
  },
  {
    id: 'cards',
    title: 'A row of cards',
    says: 'For a box whose children are cards: as many beside one another as fit.',
    name: 'card-row',
    css: (name, { line, ground }) => `.${name} {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(14em, 1fr));
  gap: 1.5em;
}

.${name} > * {
  padding: 1em;
  border: 1px solid ${line};
  background-color: ${ground};
}`,
  },
  {
    id: 'address',
    title: 'An address line',
    says: 'For an address element, or the lines of one.',
    name: 'address-line',
    css: (name) => `.${name} {
  font-style: normal;
  line-height: 1.4;
}

.${name} a {
  white-space: nowrap;
}`,
  },
  {
    id: 'aloud',
    title: 'Text hidden but read aloud',
    says: 'For words that screen readers say and nobody sees; focused, they show.',
    name: 'only-aloud',
    css: (name) => `.${name}:not(:focus, :focus-within) {
  position: absolute;
  width: 1px;
  height: 1px;
  margin: -1px;
  padding: 0;
  overflow: hidden;
  clip-path: inset(50%);
  white-space: nowrap;
}`,
  },
]
