/** What a browser remembers between two visits; one that keeps nothing, or is not allowed to, remembers nothing. */
export function recall(key: string): string | null {
  try {
    return localStorage.getItem(key)
  } catch {
    return null
  }
}

/** Has the browser remember something, if it may; null has it forget. */
export function remember(key: string, value: string | null): void {
  try {
    if (value === null) localStorage.removeItem(key)
    else localStorage.setItem(key, value)
  } catch {
    // Full, or forbidden: it is asked for anew next time.
  }
}
