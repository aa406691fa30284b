/** The custom property that a value is nothing but a `var()` of, without a fallback; null for other values. */
export function onlyVar(value: string): string | null {
  return /^var\(\s*(--[^\s,)]+)\s*\)$/i.exec(value.trim())?.[1] ?? null
}

/** The custom property that a value begins with a `var()` of, whatever follows; null for other values. */
export function leadingVar(value: string): string | null {
  return /^var\(\s*(--[^\s,)]+)/i.exec(value.trim())?.[1] ?? null
}

/** The custom properties a value has a `var()` of, as they are written. */
export function varsIn(value: string): string[] {
  return [...value.matchAll(/\bvar\(\s*(--[^\s,)]+)/gi)].map(([, name]) => name!)
}

/** Whether a value holds a `var()` or `env()`, so that nothing can be said of it before the cascade has run. */
export function hasVar(value: string): boolean {
  return /(?:^|[^\w-])(?:var|env)\(/i.test(value)
}
