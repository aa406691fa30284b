import type { NameKind } from './names-in-css.ts'

/** Why a name cannot be given, in a sentence; null where it can. */
export function nameFault(kind: NameKind, name: string): string | null {
  if (name === '') return `Write a name for the ${kind}.`
  if (/[ \t\n\f\r]/.test(name)) return `A ${kind} has no spaces in it: write ${name.trim().replace(/\s+/g, '-')}.`
  return null
}
