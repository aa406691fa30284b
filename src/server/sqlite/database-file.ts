import { existsSync, rmSync, statSync } from 'node:fs'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { createClient, type Client } from '@libsql/client'
import { PublicError } from '../http/errors.ts'

/** The path of a database's file; null for one that is no file here. */
export const pathOfUrl = (url: string): string | null =>
  url.startsWith('file://') ? fileURLToPath(url) : url.startsWith('file:') ? url.slice('file:'.length) : null

/**
 * The file that a database was opened from. Where it is deleted or another one put in its place, the connections go on working on a file
 * that nobody will find again; so it is looked for before anything is read or written, and before a save is acknowledged.
 */
export class DatabaseFile {
  private readonly identity: string | null
  /** A connection of its own keeps the bytes of a deleted file in existence, and can write them to another. */
  private readonly anchor: Client

  constructor(private readonly file: string) {
    this.identity = identityOf(file)
    this.anchor = createClient({ url: `file:${file}` })
    void this.anchor.execute('SELECT count(*) FROM sqlite_master').catch(() => undefined)
  }

  get isThere(): boolean {
    return identityOf(this.file) === this.identity
  }

  /** Throws {@link PublicError} `data-gone` where the file is not the one that was opened. */
  check(): void {
    const now = identityOf(this.file)
    if (now === this.identity) return
    throw new PublicError(
      'data-gone',
      now === null
        ? `The file that holds Attire’s data, ${this.file}, was deleted while Attire runs. What you do stays in this window until there is one again.`
        : `Another file was put in the place of ${this.file}, which holds Attire’s data. What you do stays in this window; end Attire before you change its file.`,
    )
  }

  /** Writes all that was kept to a new file: to the old place where nothing is there, else beside it. Gives where. */
  async rescue(): Promise<{ path: string; goesOn: boolean }> {
    const isFree = !existsSync(this.file)
    const { dir, name, ext } = path.parse(this.file)
    const moment = new Date().toISOString().slice(0, 19).replace(/[T:]/g, '-')
    const to = isFree ? this.file : path.join(dir, `${name}-rescued-${moment}${ext}`)
    // The log of the deleted file must not be taken for one of the new.
    if (isFree) for (const end of ['-wal', '-shm']) rmSync(`${to}${end}`, { force: true })
    await this.anchor.execute({ sql: 'VACUUM INTO ?', args: [to] })
    return { path: to, goesOn: isFree }
  }

  close(): void {
    this.anchor.close()
  }
}

function identityOf(file: string): string | null {
  const stat = statSync(file, { throwIfNoEntry: false })
  return stat ? `${stat.dev} ${stat.ino}` : null
}
