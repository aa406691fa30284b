import { someFrom } from '../markup/some-from.ts'
import type { PageElement } from '../markup/tree.ts'

const FORM_FIELDS = new Set(['input', 'select', 'textarea', 'button', 'fieldset', 'optgroup', 'option'])

/** Whether an element is a kind of control that can be disabled at all. */
export function canBeDisabled({ tag }: PageElement): boolean {
  return FORM_FIELDS.has(tag)
}

/** Whether an element is a kind of control that can be required at all. */
export function canBeRequired({ tag }: PageElement): boolean {
  return tag === 'input' || tag === 'select' || tag === 'textarea'
}

export function isChecked({ tag, attributes }: PageElement): boolean {
  return (tag === 'option' && attributes.has('selected')) || (tag === 'input' && attributes.has('checked'))
}

/** Whether its placeholder is what a control shows. */
export function showsPlaceholder({ tag, attributes, empty }: PageElement): boolean {
  const takesOne = tag === 'input' || tag === 'textarea'
  return takesOne && attributes.has('placeholder') && (attributes.get('value') ?? '') === '' && empty
}

/** A progress bar without a value, or a radio button of whose group none is checked. */
export function isIndeterminate(element: PageElement): boolean {
  if (element.tag === 'progress') return !element.attributes.has('value')
  return isRadio(element) && !groupOf(element, (radio) => radio.attributes.has('checked'))
}

function isRadio({ tag, attributes }: PageElement): boolean {
  return tag === 'input' && /^radio$/i.test(attributes.get('type') ?? '')
}

/** Whether a radio button, or one of the same name in the same form (on the same page outside forms), passes a test. */
function groupOf(element: PageElement, test: (radio: PageElement) => boolean): boolean {
  const name = element.attributes.get('name') ?? ''
  if (name === '') return test(element)
  let owner = element
  while (owner.parent && owner.tag !== 'form') owner = owner.parent
  return someFrom([owner], (each) => isRadio(each) && each.attributes.get('name') === name && test(each))
}

/** Whether the browser checks the control's value (HTML standard, section 4.10.21.1). */
export function isValidated(element: PageElement): boolean {
  if (isDisabled(element) || element.attributes.has('readonly')) return false
  if (element.tag === 'input') return !/^(?:hidden|reset|button)$/i.test(element.attributes.get('type') ?? '')
  return (
    element.tag === 'select' ||
    element.tag === 'textarea' ||
    (element.tag === 'button' && !/^(?:reset|button)$/i.test(element.attributes.get('type') ?? '')) ||
    element.tag === 'form' ||
    element.tag === 'fieldset'
  )
}

/** Whether a value that is required is missing, as the markup has it. */
export function isMissing(element: PageElement): boolean {
  if (element.tag === 'form' || element.tag === 'fieldset')
    return someFrom(element.children, (each) => isControl(each) && isValidated(each) && isMissing(each))
  if (!element.attributes.has('required')) return false
  if (element.tag === 'textarea') return element.empty
  if (element.tag === 'select') return false
  if (/^(?:checkbox|radio)$/i.test(element.attributes.get('type') ?? '')) return !element.attributes.has('checked')
  return (element.attributes.get('value') ?? '') === ''
}

/** Whether it has a value of its own: forms and fieldsets only hold those that do. */
function isControl({ tag }: PageElement): boolean {
  return tag !== 'form' && tag !== 'fieldset'
}

/** HTML standard, section 4.10.19.5 and 4.10.10: disabled itself, or through a fieldset or optgroup around it. */
export function isDisabled(element: PageElement): boolean {
  if (!FORM_FIELDS.has(element.tag)) return false
  if (element.attributes.has('disabled')) return true
  if (element.tag === 'option') return element.parent?.tag === 'optgroup' && element.parent.attributes.has('disabled')
  if (element.tag === 'optgroup') return false
  for (let at: PageElement = element; at.parent; at = at.parent) {
    if (at.parent.tag !== 'fieldset' || !at.parent.attributes.has('disabled')) continue
    const firstLegend = at.parent.children.find(({ tag }) => tag === 'legend')
    if (at !== firstLegend) return true
  }
  return false
}

/** Whether a person can change what is in an element. */
export function isEditable(element: PageElement): boolean {
  if (element.attributes.has('readonly') || element.attributes.has('disabled')) return false
  if (element.tag === 'textarea') return true
  if (element.tag === 'input') {
    return !/^(?:hidden|range|color|checkbox|radio|file|submit|image|reset|button)$/i.test(
      element.attributes.get('type') ?? '',
    )
  }
  for (let at: PageElement | null = element; at; at = at.parent) {
    const value = at.attributes.get('contenteditable')
    if (value !== undefined) return value.toLowerCase() !== 'false'
  }
  return false
}
