import { eq } from 'drizzle-orm'
import type { SitePath } from '../../core/paths/paths.ts'
import type { SaveRequest, SettingsRequest } from '../../protocol/site-state.ts'
import type { NewSite, Repository } from '../repository.ts'
import { getBlob } from './blobs.ts'
import { changesSince, revisions } from './changes.ts'
import { siteContent, wornFile } from './content.ts'
import { createSite } from './create.ts'
import { openDatabase, type Database } from './database.ts'
import { keepFile, measureOldImages } from './keep.ts'
import { listSites, loadKept, loadSite, siteRow, textSize } from './load.ts'
import { removeSite } from './remove.ts'
import { saveSite } from './save.ts'
import { files, sites } from './schema.ts'
import { changeSettings } from './settings.ts'
import { PublicError } from '../http/errors.ts'
import { reading, writing } from './transactions.ts'

/** Sites in one SQLite database. Reads see one moment; all writes go through one queue. */
export class SqliteRepository implements Repository {
  constructor(private readonly db: Database) {}

  /** Opens a database by its libSQL address, brings it up to date, and measures images an older Attire has not. */
  static async open(url: string): Promise<SqliteRepository> {
    const db = await openDatabase(url)
    await measureOldImages(db)
    return new SqliteRepository(db)
  }

  sites = () => reading(this.db, listSites)

  load = (siteId: string) => reading(this.db, (tx) => loadSite(tx, siteId))

  loadKept = (siteId: string) => reading(this.db, (tx) => loadKept(tx, siteId))

  textSize = (siteId: string) => reading(this.db, (tx) => textSize(tx, siteId))

  create = (site: NewSite) => createSite(this.db, site)

  save = (siteId: string, request: SaveRequest) => saveSite(this.db, siteId, request)

  changes = (siteId: string, since: number) => reading(this.db, (tx) => changesSince(tx, siteId, since))

  revisions = () => revisions(this.db)

  changeSettings = (siteId: string, settings: SettingsRequest) => changeSettings(this.db, siteId, settings)

  remove = (siteId: string) => removeSite(this.db, siteId, this.kept)

  wornFile = (siteId: string, lookId: string, path: SitePath) =>
    reading(this.db, (tx) => wornFile(tx, siteId, lookId, path))

  content = (siteId: string, lookId: string) => reading(this.db, (tx) => siteContent(tx, siteId, lookId))

  bytes = (hash: string) => getBlob(this.db, hash)

  /** What was kept for a step since this process began: a step may still come for it, whatever else goes meanwhile. */
  private readonly kept = new Set<string>()

  keep = async (path: SitePath, bytes: Buffer) => {
    const blob = await keepFile(this.db, path, bytes)
    this.kept.add(blob.hash)
    return blob
  }

  sheetPath = async (siteId: string) => (await siteRow(this.db, siteId)).sheetPath

  listFiles = (siteId: string) =>
    reading(this.db, async (tx) => {
      await siteRow(tx, siteId)
      return tx.select({ path: files.path, hash: files.hash }).from(files).where(eq(files.siteId, siteId))
    })

  opened = (siteId: string) =>
    writing(this.db, async (tx) => {
      const { revision } = await siteRow(tx, siteId)
      await tx.update(sites).set({ openedAt: new Date() }).where(eq(sites.id, siteId))
      return revision
    })

  rescue = async () => {
    const { file } = this.db
    if (!file) throw new PublicError('bad-request', 'The data of this Attire is no file on this machine.')
    if (file.isThere) throw new PublicError('bad-request', 'The file that holds Attire’s data is in its place.')
    const rescued = await file.rescue()
    if (!rescued.goesOn) return rescued
    file.close()
    this.db.$client.close()
    return rescued
  }
}
