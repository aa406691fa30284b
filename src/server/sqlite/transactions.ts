import type { Client } from '@libsql/client'
import { drizzle } from 'drizzle-orm/libsql'
import type { Database, Executor } from './database.ts'
import { unlessBusy } from './unless-busy.ts'
import * as schema from './schema.ts'

/** The last write in the queue of each database. One for the process, however often this module is bundled into it. */
const shared = globalThis as typeof globalThis & { attireWrites?: WeakMap<Client, Promise<unknown>> }

/**
 * Does all of `work` or none of it, one after another: SQLite has a single write lock, and waiting here is kinder than a
 * busy error. Keep `work` short; read pictures and unpack archives before. The driver begins such transactions with
 * `BEGIN IMMEDIATE`, whatever drizzle is asked for, so a transaction that reads first cannot lose its turn to write.
 */
export function writing<T>(db: Database, work: (tx: Executor) => Promise<T>): Promise<T> {
  const queue = (shared.attireWrites ??= new WeakMap<Client, Promise<unknown>>())
  const before = queue.get(db.$client) ?? Promise.resolve()
  const mine = before.then(async () => {
    db.file?.check()
    const outcome = await unlessBusy(() => db.transaction(work))
    // What went into a file that nobody will find again is not kept.
    db.file?.check()
    return outcome
  })
  queue.set(
    db.$client,
    mine.catch(() => undefined),
  )
  return mine
}

/** Reads one moment of the database: what is written meanwhile is not seen (SQLite, "Isolation", write-ahead log). */
export async function reading<T>(db: Database, work: (tx: Executor) => Promise<T>): Promise<T> {
  db.file?.check()
  const transaction = await unlessBusy(() => db.$client.transaction('read'))
  try {
    // A transaction answers what a client answers, as far as drizzle asks it.
    return await work(drizzle({ client: transaction as unknown as Client, schema, casing: 'snake_case' }))
  } finally {
    transaction.close()
  }
}
