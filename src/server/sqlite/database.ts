import { mkdirSync } from 'node:fs'
import path from 'node:path'
import { createClient, type Client } from '@libsql/client'
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql'
import { migrate } from 'drizzle-orm/libsql/migrator'
import { home } from '../home.ts'
import * as schema from './schema.ts'

export type Database = LibSQLDatabase<typeof schema> & { readonly $client: Client }
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

/** Another process may hold the write lock for a moment, such as one that checks the database. */
const BUSY_MS = 5000

/** Opens a database by its libSQL address and brings it up to date. */
export async function openDatabase(url: string): Promise<Database> {
  const client = createClient({ url, timeout: BUSY_MS })
  if (url.startsWith('file:')) {
    // Write-ahead log with SQLite's default full synchronisation: what is acknowledged is on the disk.
    await client.execute('PRAGMA journal_mode = WAL')
  }
  const db = drizzle({ client, schema, casing: 'snake_case' })
  await migrate(db, { migrationsFolder: path.resolve(/*turbopackIgnore: true*/ home(), 'drizzle') })
  return db
}
