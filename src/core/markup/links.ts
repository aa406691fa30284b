/** Whether an address was only put in to hold the place of one. */
export function isPlaceholder(href: string): boolean {
  return /^\s*(?:#|javascript:\s*(?:void\s*\(?\s*0\s*\)?)?;?|)\s*$/i.test(href)
}
