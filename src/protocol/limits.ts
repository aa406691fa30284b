/** What an import may hold; said in the messages that refuse more. */
export const LIMITS = {
  /** Bytes of the archive itself. */
  archive: 200 * 1024 * 1024,
  /** Bytes of all files together, unpacked. */
  unpacked: 400 * 1024 * 1024,
  /** Bytes of one file, unpacked. */
  file: 100 * 1024 * 1024,
  /** Bytes of one file that is edited as text; a larger one is kept as it is. */
  text: 10 * 1024 * 1024,
  /** Bytes of a request that says something; files go by themselves. */
  json: 64 * 1024 * 1024,
  files: 10_000,
} as const

/** A number of bytes as people say it. */
export function megabytes(bytes: number): string {
  return `${Math.round(bytes / 1024 / 1024)} MB`
}
