import { longhand } from './longhands.ts'

/** Other names of properties: legacy name aliases (CSS Cascade 5, section 2.5) that browsers keep. */
const ALIASES: Readonly<Record<string, string>> = {
  'word-wrap': 'overflow-wrap',
  'grid-gap': 'gap',
  'grid-row-gap': 'row-gap',
  'grid-column-gap': 'column-gap',
  'page-break-before': 'break-before',
  'page-break-after': 'break-after',
  'page-break-inside': 'break-inside',
  '-epub-text-transform': 'text-transform',
  '-webkit-margin-start': 'margin-inline-start',
  '-webkit-margin-end': 'margin-inline-end',
  '-webkit-padding-start': 'padding-inline-start',
  '-webkit-padding-end': 'padding-inline-end',
  '-webkit-border-start': 'border-inline-start',
  '-webkit-border-end': 'border-inline-end',
  '-webkit-margin-before': 'margin-block-start',
  '-webkit-margin-after': 'margin-block-end',
}

/** A few `-webkit-` properties are their own, not other names. */
const OWN =
  /^-webkit-(?:box-(?:align|direction|flex|ordinal-group|orient|pack|reflect|lines)|line-clamp|text-(?:fill-color|stroke.*|security)|tap-highlight-color|font-smoothing|mask-box-image.*|user-(?:drag|modify)|margin-collapse|rtl-ordering|locale)$/

/** The name under which a property is computed: the standard one for an alias, else itself. */
export function aliasOf(property: string): string {
  const alias = ALIASES[property]
  if (alias) return alias
  if (!property.startsWith('-webkit-') || OWN.test(property) || longhand(property)) return property
  return property.slice('-webkit-'.length)
}
