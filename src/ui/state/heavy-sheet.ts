/** Characters of a sheet that are read in one go: a few ms, also on a slow machine that has just begun. */
export const PIECE = 30_000

/** Whether a sheet is so long that reading it at once would be felt, or may bring others along that are. */
export const isHeavy = (text: string): boolean => text.length > PIECE || /@import/i.test(text)
