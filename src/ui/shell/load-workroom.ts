/** Parts of the workroom's code that take longest to come to life. */
const PARTS = [
  () => import('../../core/edit/decide-among.ts'),
  () => import('../controls/choice.tsx'),
  () => import('../facets/index.ts'),
  () => import('../dialogs/dialogs.tsx'),
]

const nextTask = () => new Promise((resolve) => setTimeout(resolve))

/** Gets the code of the workroom, which comes to life in parts, each in a task of its own: at once it would hold the window up. */
export async function loadWorkroom() {
  for (const load of PARTS) {
    await load()
    await nextTask()
  }
  return import('./workroom.tsx')
}
