import { indexIn, page, parentOf, wordsOf } from './own.ts'

/** Elements that people lay out as boxes. */
const BOXES = 'div,section,article,header,nav,main,aside,footer,figure,form,ul,ol,li,td,p'
/** More of them are a pattern, not a plan. */
const MOST = 200

const OUTLINE = 'outline:1px dashed #c2185b!important;outline-offset:-1px!important'
const NAME =
  'position:absolute!important;display:block!important;width:auto!important;height:auto!important;margin:0!important;padding:0 3px!important;border:0!important;background:#fff!important;color:#c2185b!important;font:12px/16px monospace!important;text-indent:0!important;letter-spacing:normal!important;text-transform:none!important;opacity:1!important;transform:none!important'

/**
 * Rules that outline every box without content and write its name there, for a stylesheet of the bridge's own. The name takes no
 * room; where the page's sheet writes something before the content itself, there is an outline alone.
 */
export function rulesForEmpties(): string {
  const rules: string[] = []
  for (const element of page.all(BOXES)) {
    if (rules.length >= MOST) break
    if (element.firstElementChild !== null || (wordsOf(element) ?? '').trim() !== '') continue
    const path = pathTo(element)
    rules.push(`${path}{${OUTLINE}}`)
    if (getComputedStyle(element, '::before').content === 'none')
      rules.push(`${path}::before{content:${JSON.stringify(nameOf(element))}!important;${NAME}}`)
  }
  return rules.join('')
}

function nameOf(element: Element): string {
  const id = element.getAttribute('id')
  const [first] = (element.getAttribute('class') ?? '').split(/\s+/).filter((name) => name !== '')
  return id ? `#${id}` : first ? `.${first}` : element.localName
}

/** A selector that finds this element alone. */
function pathTo(element: Element): string {
  const steps: string[] = []
  for (let at: Element | null = element; at; at = parentOf(at)) {
    const parent = parentOf(at)
    steps.unshift(parent ? `:nth-child(${indexIn(parent, at) + 1})` : ':root')
  }
  return steps.join('>')
}
