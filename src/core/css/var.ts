/** The custom property that a value is nothing but a `var()` of, without a fallback; null for other values. */
export function onlyVar(value: string): string | null {
  return /^var\(\s*(--[^\s,)]+)\s*\)$/i.exec(value.trim())?.[1] ?? null
}

/** The custom property that a value begins with a `var()` of, whatever follows; null for other values. */
export function leadingVar(value: string): string | null {
  return /^var\(\s*(--[^\s,)]+)/i.exec(value.trim())?.[1] ?? null
}
