/**
 * The default action of every click in a frame is prevented, because no list of what could navigate would be complete: a link in a
 * closed shadow tree is not even visible to scripts. What a click does within the page is carried out here instead: boxes are
 * ticked, details opened, popovers shown, media played.
 */

/** Carries out what a click on the innermost element of an event's path does, where that stays within the page. */
export function activate(path: readonly EventTarget[]): void {
  for (const node of path) {
    if (!(node instanceof Element)) return
    const action = actionOf(node)
    if (action) return action()
  }
}

type Action = () => void

/** A form may hold a control called `reset`. */
const resetForm = Reflect.get(HTMLFormElement.prototype, 'reset')

function actionOf(element: Element): Action | null {
  if (element instanceof HTMLInputElement) return inputAction(element)
  if (element instanceof HTMLButtonElement) return buttonAction(element)
  if (element instanceof HTMLLabelElement) return labelAction(element)
  if (element instanceof HTMLMediaElement)
    return () => void (element.paused ? element.play().catch(() => undefined) : element.pause())
  return element.localName === 'summary' ? summaryAction(element) : null
}

/** Boxes change after the event: a prevented click puts back what was ticked during it. */
function inputAction(input: HTMLInputElement): Action {
  const later = (work: Action) => () => void setTimeout(work)
  if (input.matches(':disabled')) return () => undefined
  switch (input.type) {
    case 'checkbox':
      return later(() => {
        input.indeterminate = false
        input.checked = !input.checked
      })
    case 'radio':
      return later(() => (input.checked = true))
    default:
      return buttonAction(input)
  }
}

function buttonAction(button: HTMLInputElement | HTMLButtonElement): Action {
  return () => {
    if (button.matches(':disabled')) return
    if (button.type === 'reset') return button.form ? resetForm.call(button.form) : undefined
    const popover = button.popoverTargetElement
    if (popover instanceof HTMLElement) return togglePopover(popover, button.popoverTargetAction)
    const { command, commandForElement: target } = button as Partial<
      Pick<HTMLButtonElement, 'command' | 'commandForElement'>
    >
    if (target instanceof HTMLElement) runCommand(target, command ?? '')
  }
}

const POPOVER_COMMANDS = new Set(['toggle-popover', 'show-popover', 'hide-popover'])

/** The commands that the HTML standard gives to a button's `command` attribute. */
function runCommand(target: HTMLElement, command: string): void {
  if (POPOVER_COMMANDS.has(command)) return togglePopover(target, command.split('-')[0]!)
  if (!(target instanceof HTMLDialogElement)) return
  if (command === 'show-modal' && !target.open) target.showModal()
  if (command === 'close' || command === 'request-close') target.close()
}

function togglePopover(popover: HTMLElement, action: string): void {
  try {
    popover.togglePopover(action === 'toggle' ? undefined : action === 'show')
  } catch {
    // An element without the attribute is none.
  }
}

function labelAction(label: HTMLLabelElement): Action | null {
  const { control } = label
  if (!(control instanceof HTMLElement)) return null
  return () => {
    control.focus()
    if (control instanceof HTMLInputElement && /^(?:checkbox|radio)$/.test(control.type)) inputAction(control)()
  }
}

/** The first summary of a details element opens and closes it. */
function summaryAction(summary: Element): Action | null {
  const details = summary.parentElement
  if (!(details instanceof HTMLDetailsElement)) return null
  if (details.querySelector(':scope > summary') !== summary) return null
  return () => (details.open = !details.open)
}
