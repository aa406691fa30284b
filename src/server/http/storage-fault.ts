const STAYS = 'What you do stays in this window, and is kept as soon as that is possible.'

/** What the places where data lies answer when they cannot be used, in words; by the codes of SQLite and of the operating system. */
const SENTENCES: readonly (readonly [RegExp, string])[] = [
  [/^(?:SQLITE_FULL|ENOSPC|EDQUOT)/, `The disk that holds Attire’s data is full. Make room on it. ${STAYS}`],
  [
    /^(?:SQLITE_READONLY|SQLITE_PERM|SQLITE_CANTOPEN|EROFS|EACCES|EPERM|ENOTDIR|EEXIST)/,
    `Attire may not write to the folder that holds its data. Let it write there, or start it with another one named in ATTIRE_DATA. ${STAYS}`,
  ],
  [/^SQLITE_IOERR/, `The disk that holds Attire’s data cannot be read or written. Look after the disk. ${STAYS}`],
  [
    /^SQLITE_(?:NOTADB|CORRUPT)/,
    'The file that holds Attire’s data is damaged. End Attire, put a backup in its place, and start again.',
  ],
  [/^SQLITE_(?:BUSY|LOCKED)/, `Another program holds Attire’s data locked. ${STAYS}`],
]

/** All codes in an error and what caused it. */
function codesOf(error: unknown): string[] {
  if (!(error instanceof Error)) return []
  const { code, cause } = error as Error & { code?: unknown }
  return [...(typeof code === 'string' ? [code] : []), ...codesOf(cause)]
}

/** Whether another program holds the lock just now. */
export const isBusy = (error: unknown): boolean => codesOf(error).some((code) => /^SQLITE_(?:BUSY|LOCKED)/.test(code))

/** What to tell people of an error of the disk or the database; null when it is another one. */
export function storageFault(error: unknown): { code: 'busy' | 'storage'; message: string } | null {
  for (const code of codesOf(error)) {
    const known = SENTENCES.find(([pattern]) => pattern.test(code))
    if (known) return { code: isBusy(error) ? 'busy' : 'storage', message: known[1] }
  }
  return null
}
