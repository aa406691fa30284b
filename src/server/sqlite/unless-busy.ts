import { isBusy } from '../http/storage-fault.ts'

/** Pause before a lock is tried for again, ms. */
const AGAIN_MS = 40
/** Another program, such as a backup, may hold the lock for so long. */
const WAITS_MS = 60_000

/** Does something that may find the database locked by another program: tries again for a minute, others having their turn meanwhile. */
export async function unlessBusy<T>(work: () => Promise<T>): Promise<T> {
  for (const began = Date.now(); ;) {
    try {
      return await work()
    } catch (error) {
      if (!isBusy(error) || Date.now() - began > WAITS_MS) throw error
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS))
    }
  }
}
