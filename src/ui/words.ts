/** A number with its noun: "1 page", "3 pages". */
export function count(number: number, one: string, many = `${one}s`): string {
  return `${number} ${number === 1 ? one : many}`
}

/** A weight as people say it: "812 bytes", "12 kB", "1.0 MB" (1 kB is 1000 bytes). */
export function weight(bytes: number): string {
  return bytes < 1000
    ? `${bytes} bytes`
    : bytes < 1e6
      ? `${Math.round(bytes / 1000)} kB`
      : `${(bytes / 1e6).toFixed(1)} MB`
}

/** Names in a row: "a", "a and b", "a, b and c", "a, b and 4 more". */
export function listed(names: readonly string[], most = 3): string {
  if (names.length <= 1) return names[0] ?? ''
  const shown = names.length > most ? names.slice(0, most - 1) : names.slice(0, -1)
  const last = names.length > most ? `${names.length - shown.length} more` : names.at(-1)!
  return `${shown.join(', ')} and ${last}`
}
