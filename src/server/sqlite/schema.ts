import { blob, foreignKey, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import type { TextEncodingName } from '../../core/site/encoding.ts'

/** Content-addressed bytes: every version of every file, once. */
export const blobs = sqliteTable('blobs', {
  /** SHA-256 of the bytes, in hex. */
  hash: text().primaryKey(),
  bytes: blob({ mode: 'buffer' }).notNull(),
  size: integer().notNull(),
  /** Of an image, in px of its own: null when it was not looked at yet, 0 when it has none. */
  width: integer(),
  height: integer(),
})

export const sites = sqliteTable('sites', {
  /** Random and hard to guess: it stands in the addresses that frames load from. */
  id: text().primaryKey(),
  name: text().notNull(),
  /** Folder that wrapped everything in the imported archive; it wraps the handed-off one too. '' for none. */
  folder: text().notNull().default(''),
  sheetPath: text().notNull(),
  /** Folder that new images are put into, without a closing slash; '' for the top one. */
  imageFolder: text().notNull().default('images'),
  lookId: text().notNull(),
  /** Grows with every save; a save names the one it was based on. */
  revision: integer().notNull().default(0),
  /** How many of the steps are applied: the rest can be redone. */
  cursor: integer().notNull().default(0),
  createdAt: integer({ mode: 'timestamp_ms' }).notNull(),
  openedAt: integer({ mode: 'timestamp_ms' }).notNull(),
})

export const files = sqliteTable(
  'files',
  {
    siteId: text()
      .notNull()
      .references(() => sites.id, { onDelete: 'cascade' }),
    path: text().notNull(),
    hash: text()
      .notNull()
      .references(() => blobs.hash),
    /** null for files that are not edited as text. */
    encoding: text().$type<TextEncodingName>(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.path] }), index('files_hash').on(table.hash)],
)

export const looks = sqliteTable(
  'looks',
  {
    id: text().primaryKey(),
    siteId: text()
      .notNull()
      .references(() => sites.id, { onDelete: 'cascade' }),
    name: text().notNull(),
    position: integer().notNull(),
    hash: text()
      .notNull()
      .references(() => blobs.hash),
    encoding: text().$type<TextEncodingName>().notNull(),
  },
  (table) => [index('looks_site').on(table.siteId), index('looks_hash').on(table.hash)],
)

export const steps = sqliteTable(
  'steps',
  {
    siteId: text()
      .notNull()
      .references(() => sites.id, { onDelete: 'cascade' }),
    /** From 0, without gaps. */
    seq: integer().notNull(),
    /** Read by its schema only, see stored-step.ts. */
    step: text({ mode: 'json' }).$type<unknown>().notNull(),
    version: integer().notNull().default(1),
    at: integer({ mode: 'timestamp_ms' }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.seq] })],
)

/** The bytes that steps name, so that nobody has to read all steps to know which are still needed. */
export const stepBlobs = sqliteTable(
  'step_blobs',
  {
    siteId: text().notNull(),
    seq: integer().notNull(),
    hash: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.seq, table.hash] }),
    index('step_blobs_hash').on(table.hash),
    foreignKey({ columns: [table.siteId, table.seq], foreignColumns: [steps.siteId, steps.seq] }).onDelete('cascade'),
  ],
)

/** The last saves of a site: for windows that were opened before, and so that one sent twice is done once. */
export const saves = sqliteTable(
  'saves',
  {
    siteId: text()
      .notNull()
      .references(() => sites.id, { onDelete: 'cascade' }),
    /** The revision it led to. */
    revision: integer().notNull(),
    saveId: text().notNull(),
    /** Read by its schema only, see changes.ts. */
    operations: text({ mode: 'json' }).$type<unknown>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.revision] }),
    uniqueIndex('saves_id').on(table.siteId, table.saveId),
  ],
)
