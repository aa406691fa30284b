/** Gives a file to the browser to save. */
export function saveFile(name: string, content: Blob): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(content)
  link.download = name
  link.click()
  // The browser has taken hold of it by the time other work is done.
  setTimeout(() => URL.revokeObjectURL(link.href), REVOKED_AFTER_MS)
}

const REVOKED_AFTER_MS = 60_000
