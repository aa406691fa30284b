/** Elements that never hold anything, the obsolete ones among them (HTML standard, 13.1.2 and 13.2.6.4.7, from memory). */
const VOID = new Set(
  'area base basefont bgsound br col embed frame hr img input keygen link meta param source track wbr'.split(' '),
)

/** Whether an element of this name never holds anything, and so has no end tag. */
export function isVoid(tag: string): boolean {
  return VOID.has(tag)
}
