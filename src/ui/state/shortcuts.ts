import { useRoomPlan } from './room.ts'
import type { WorkroomState, WorkroomStore } from './store.ts'

/** The command field's id. */
export const COMMAND_FIELD = 'command-field'

/** A key as the workroom or a frame reports it. */
export interface Key {
  readonly key: string
  readonly code: string
  readonly ctrl: boolean
  readonly shift: boolean
  readonly alt: boolean
}

/** Does what a key stands for in the whole workroom; false when it stands for nothing. */
export function runShortcut(store: WorkroomStore, { key, code, ctrl, shift, alt }: Key): boolean {
  const state = store.getState()
  const letter = key.toLowerCase()
  const back = ctrl && !alt && letter === 'z' && !shift
  const again = ctrl && !alt && (letter === 'y' || (letter === 'z' && shift))
  if (back || again) {
    goBack(state, back)
    return true
  }
  if (ctrl && !alt && letter === 'k') {
    document.getElementById(COMMAND_FIELD)?.focus()
    return true
  }
  if (alt && !ctrl && code === 'KeyB') {
    const plan = useRoomPlan.getState()
    plan.set({ benchFolded: !plan.benchFolded })
    return true
  }
  if (alt && !ctrl && code === 'KeyS') {
    state.set({ sheetOpen: !state.sheetOpen, focusText: !state.sheetOpen })
    // What had the focus in the text is gone with it.
    if (state.sheetOpen) document.querySelector<HTMLElement>('main')?.focus({ preventScroll: true })
    return true
  }
  if (alt && !ctrl && code === 'KeyT') {
    const { closeUp, source, sheetOpen } = state
    // The page that is looked at; on the lineup it leads back to the sheet.
    if (sheetOpen && source !== null) state.showText(null)
    else if (closeUp !== null) state.showText(closeUp)
    return true
  }
  return false
}

/** Takes back the last step, or makes it again: of the plan while one is drawn and has any, else of the site. */
function goBack(state: WorkroomState, back: boolean): void {
  const plan = state.facet === 'boxes' && state.views['boxes'] === 'plan' ? state.plan : null
  if (back) return plan && plan.past.length > 0 ? state.undoPlan() : state.undo()
  return plan && plan.future.length > 0 ? state.redoPlan() : state.redo()
}
