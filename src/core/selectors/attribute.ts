import type { PageElement } from '../markup/tree.ts'
import type { Simple } from './parse.ts'

/** Attributes whose values HTML compares without regard to case in selectors (HTML standard, 4.16.2), the common ones. */
const CASELESS_VALUES = new Set(
  (
    'align alink bgcolor charset checked clear color compact dir direction disabled enctype face frame hreflang ' +
    'http-equiv lang language link media method multiple nohref noresize noshade nowrap readonly rel rev rules scope ' +
    'scrolling selected shape target text type valign valuetype vlink'
  ).split(' '),
)

/** Whether an element has the attribute, with the value asked for (Selectors 4, section 6). */
export function matchesAttribute(element: PageElement, simple: Simple & { kind: 'attribute' }): boolean {
  const name = element.html ? simple.name.toLowerCase() : simple.name
  let has = element.attributes.get(name)
  if (has === undefined) return false
  if (simple.operator === '') return true
  let want = simple.value
  if (simple.flag === 'i' || (simple.flag === '' && element.html && CASELESS_VALUES.has(name))) {
    has = has.toLowerCase()
    want = want.toLowerCase()
  }
  switch (simple.operator) {
    case '=':
      return has === want
    case '~=':
      return want !== '' && !/\s/.test(want) && has.split(/[ \t\n\f\r]+/).includes(want)
    case '|=':
      return has === want || has.startsWith(`${want}-`)
    case '^=':
      return want !== '' && has.startsWith(want)
    case '$=':
      return want !== '' && has.endsWith(want)
    case '*=':
      return want !== '' && has.includes(want)
  }
}
