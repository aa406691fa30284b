import { useRoomPlan } from './room.ts'
import type { WorkroomStore } from './store.ts'

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
  if (ctrl && !alt && letter === 'z') {
    if (shift) state.redo()
    else state.undo()
    return true
  }
  if (ctrl && !alt && letter === 'y') {
    state.redo()
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
    state.set({ sheetOpen: !state.sheetOpen })
    return true
  }
  return false
}
