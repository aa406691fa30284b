/** Lets whatever else waits have its turn: long work takes one now and then. */
export const breath = (): Promise<void> => new Promise((resolve) => setImmediate(resolve))
