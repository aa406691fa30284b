/** The first version of Chromium whose answers the core's are held against to the letter. */
const AS_NEW_AS = 156

interface Otherwise {
  readonly property: RegExp
  readonly ours: RegExp
  readonly theirs: RegExp
}

/**
 * What Chromium 150, which Debian 12 has at times, says otherwise: a property it does not know, form controls that do not cut off what
 * sticks out of them, round buttons without a radius, and one length of a background's size where two are meant.
 */
const OTHERWISE: readonly Otherwise[] = [
  { property: /^ruby-overhang$/, ours: /^auto$/, theirs: /^$/ },
  { property: /^overflow-[xy]$/, ours: /^clip$/, theirs: /^visible$/ },
  { property: /^overflow-clip-margin$/, ours: /^content-box$/, theirs: /^0px$/ },
  { property: /^border-(?:top|bottom)-(?:left|right)-radius$/, ours: /^50%$/, theirs: /^0px$/ },
]

/** Whether two values differ by nothing but the browser's age; `version` as the browser tells it. */
export function differByAge(version: string, property: string, ours: string, theirs: string): boolean {
  if (Number.parseInt(version, 10) >= AS_NEW_AS) return false
  if (property === 'background-size') return ours.split(', ').map(withoutAuto).join(', ') === theirs
  return OTHERWISE.some((each) => each.property.test(property) && each.ours.test(ours) && each.theirs.test(theirs))
}

const withoutAuto = (size: string) => (size === 'auto auto' ? size : size.replace(/ auto$/, ''))
