/** What tidying can do, in the order it is done. */
export const TIDY_KINDS = [
  'empty',
  'unmatched',
  'drop',
  'repeats',
  'flat',
  'media',
  'merge',
  'sides',
  'shorthand',
  'apart',
  'prefixes',
  'group',
  'parts',
  'colours',
  'numbers',
  'nest',
  'sort',
  'format',
] as const
export type TidyKind = (typeof TIDY_KINDS)[number]

/** Each kind in words: a heading, and what it does in a sentence where the heading leaves that open. */
export interface TidyWords {
  readonly title: string
  readonly says?: string
  /** Whether it is done unless somebody asks otherwise: it makes the sheet shorter, and takes nothing from pages to come. */
  readonly usual: boolean
}

export const TIDY_WORDS: Readonly<Record<TidyKind, TidyWords>> = {
  empty: { title: 'Rules without declarations go', usual: true },
  repeats: { title: 'What the same rule sets again goes', usual: true },
  media: { title: 'Blocks of one condition come together', usual: true },
  merge: { title: 'Rules of one selector come together', usual: true },
  sides: { title: 'Four sides in their shortest form', usual: true },
  shorthand: { title: 'Longhands become a shorthand', usual: true },
  group: { title: 'Rules that say the same share a block', usual: true },
  parts: { title: 'What rules have in common is said once', usual: true },
  format: { title: 'Written evenly', usual: true },
  sort: { title: 'Declarations sorted in groups', usual: false },
  colours: { title: 'Colours become swatches', says: 'Written twice or more.', usual: false },
  numbers: {
    title: 'Lengths become custom properties',
    says: 'Written three times or more.',
    usual: false,
  },
  apart: {
    title: 'font and background taken apart',
    says: 'Where one resets what another rule sets.',
    usual: false,
  },
  prefixes: {
    title: 'Prefixes as the site’s browsers need them',
    says: 'Added or taken away.',
    usual: false,
  },
  nest: { title: 'Rules go into each other', says: 'Where the site’s browsers read that.', usual: false },
  flat: { title: 'Nested rules come out', usual: false },
  drop: { title: 'What never wins goes', says: 'Pages to come may need it.', usual: false },
  unmatched: { title: 'Rules that touch nothing go', says: 'Pages to come may need them.', usual: false },
}

/** What is done when nothing else is asked for. */
export const USUAL_KINDS: readonly TidyKind[] = TIDY_KINDS.filter((kind) => TIDY_WORDS[kind].usual)
