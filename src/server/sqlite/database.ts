import { mkdirSync } from 'node:fs'
import path from 'node:path'
import { createClient, type Client } from '@libsql/client'
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql'
import { migrate } from 'drizzle-orm/libsql/migrator'
import { home } from '../home.ts'
import { DatabaseFile, pathOfUrl } from './database-file.ts'
import { unlessBusy } from './unless-busy.ts'
import * as schema from './schema.ts'

export type Database = LibSQLDatabase<typeof schema> & {
  readonly $client: Client
  /** Null where the database is no file on this machine. */
  readonly file?: DatabaseFile | null
}
/** A database or a transaction on it. */
export type Executor = Database | Parameters<Parameters<Database['transaction']>[0]>[0]

/** The folder that holds everything people make: `ATTIRE_DATA`, or `data` in the project. */
export function dataFolder(): string {
  return path.resolve(/*turbopackIgnore: true*/ process.env['ATTIRE_DATA'] ?? path.join(home(), 'data'))
}

/** The address of the database when none is named: a file in the data folder. */
export function localUrl(): string {
  mkdirSync(dataFolder(), { recursive: true })
  return `file:${path.join(dataFolder(), 'attire.db')}`
}

/** Opens a database by its libSQL address and brings it up to date. */
export async function openDatabase(url: string): Promise<Database> {
  // Waiting for a lock is done between tasks (transactions.ts): SQLite's own waiting would stand in the way of everything else.
  const client = createClient({ url, timeout: 0 })
  const file = pathOfUrl(url)
  if (file !== null) {
    // Write-ahead log with SQLite's default full synchronisation: what is acknowledged is on the disk.
    await unlessBusy(() => client.execute('PRAGMA journal_mode = WAL'))
  }
  const db = drizzle({ client, schema, casing: 'snake_case' })
  await unlessBusy(() => migrate(db, { migrationsFolder: folderOfMigrations() }))
  return Object.assign(db, { file: file === null ? null : new DatabaseFile(file) })
}

const folderOfMigrations = () => path.resolve(/*turbopackIgnore: true*/ home(), 'drizzle')
