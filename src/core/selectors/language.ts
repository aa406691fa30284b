import type { PageElement } from '../markup/tree.ts'

/** `:lang()`: whether the language around an element is one of these, or a kind of it (Selectors 4, section 7.2). */
export function matchesLang(element: PageElement, argument: string): boolean {
  for (let at: PageElement | null = element; at; at = at.parent) {
    const lang = at.attributes.get('lang') ?? at.attributes.get('xml:lang')
    if (lang === undefined) continue
    const have = lang.toLowerCase()
    return argument.split(',').some((part) => {
      const want = part
        .trim()
        .replace(/^["']|["']$/g, '')
        .toLowerCase()
      return want !== '' && (have === want || have.startsWith(`${want}-`) || (want === '*' && have !== ''))
    })
  }
  return false
}

/** The direction of an element as its markup says it: `ltr` or `rtl`. */
export function direction(element: PageElement): string {
  for (let at: PageElement | null = element; at; at = at.parent) {
    const dir = at.attributes.get('dir')?.toLowerCase()
    if (dir === 'rtl' || dir === 'ltr') return dir
  }
  return 'ltr'
}
