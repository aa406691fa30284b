import { isFollowed } from '../../advances/scripts.ts'

/** Where browsers break a line (Unicode Standard Annex 14), as far as that is followed here. */

/** What stands for a box in the line (class CB). */
export const BOX = '\uFFFC'

/** Letters and what stays with them. */
const UNBROKEN = /^[\p{L}\p{N}\p{M}.,:;!?'"’‘“”„()[\]{}£$€%&@*+=_#<>°§©®™×÷±\u00A0·•…–-]*$/u
/**
 * Punctuation in the middle of a word has rules of its own, above all behind a full stop or a bracket and in front of one; so have
 * hyphens beside anything but letters.
 */
const OWN_RULES =
  /[?!)\]}…%&@*+=#<>][\p{L}\p{N}]|[\p{L}\p{N}][{[<]|[.,:;!?)\]}…%&@*+=#<>\p{L}\p{N}][([{£$€]|-[^\p{L}\p{N}]|\p{N}-\p{L}|-$/u
/** A letter in front of an opening bracket, and a closing one in front of a letter, are not parted (LB30). */
const LETTERS_AND_BRACKETS = /[\p{L}\p{N}]\((?=[\p{L}\p{N}])|\)(?=[\p{L}\p{N}])/gu

/**
 * The parts between which a word is broken: behind a hyphen between letters, and behind a dash (LB21, LB25). Null for words with
 * characters whose breaks are not followed here.
 */
export function partsOf(word: string): string[] | null {
  if (!isFollowed(word) || !UNBROKEN.test(word)) return null
  if (OWN_RULES.test(word.replace(LETTERS_AND_BRACKETS, 'a'))) return null
  return word.split(/(?<=\p{L}-)(?=\p{L})|(?<=–)(?=.)/u)
}

const CLOSING = /[.,:;!?)\]}…]/u
const OPENING = /[([{]/u
const LETTER = /[\p{L}\p{N}]/u

/** Whether a line may be broken between two things that stand together, by their last and first character or {@link BOX}; null where that is not followed. */
export function breaksBetween(before: string, after: string): boolean | null {
  if (before !== BOX && after !== BOX) {
    const parts = partsOf(before + after)
    return parts && parts.length > 1
  }
  // LB13 and LB14 come before LB20: what closes behind a box stays with it, and so does what opens before it.
  const other = before === BOX ? after : before
  if (other === BOX || LETTER.test(other)) return true
  if ((before === BOX && CLOSING.test(after)) || OPENING.test(before)) return false
  return after === BOX && CLOSING.test(before) ? true : null
}
