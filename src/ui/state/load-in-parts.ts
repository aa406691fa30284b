const nextTask = () => new Promise((resolve) => setTimeout(resolve))

/** Gets code that comes to life in parts, each in a task of its own: at once it would hold the window up. */
export async function loadInParts<M>(parts: readonly (() => Promise<unknown>)[], last: () => Promise<M>): Promise<M> {
  for (const load of parts) {
    await load()
    await nextTask()
  }
  return last()
}
