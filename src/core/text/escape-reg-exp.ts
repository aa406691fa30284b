/** A text as a part of a regular expression that matches it letter by letter. */
export const escapeRegExp = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
