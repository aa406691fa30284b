import { and, eq } from 'drizzle-orm'
import { unfitCharacter, unfitSentence, type TextEncodingName } from '../../core/site/encoding.ts'
import { pathOfDoc, type Doc } from '../../core/site/step.ts'
import { applySplices, SpliceError, type Splice } from '../../core/text/splice.ts'
import { decodeText, encodeText } from '../../platform/encoding.ts'
import { PublicError } from '../http/errors.ts'
import { getBlob, putBlob } from './blobs.ts'
import type { Executor } from './database.ts'
import { files, looks } from './schema.ts'

interface OpenText {
  readonly path: string | null
  readonly hash: string
  readonly encoding: TextEncodingName
  text: string
  isChanged: boolean
}

/** The texts that one save changes: each is read once and written once, however many steps change it. */
export class SaveTexts {
  private readonly open = new Map<Doc, OpenText>()
  /** Hashes of what texts were before. */
  readonly replaced = new Set<string>()

  constructor(
    private readonly tx: Executor,
    private readonly siteId: string,
  ) {}

  async change(doc: Doc, splices: readonly Splice[]): Promise<void> {
    const open = this.open.get(doc) ?? (await this.read(doc))
    this.open.set(doc, open)
    refuseUnfit(open.path ?? 'the sheet', splices, open.encoding)
    try {
      open.text = applySplices(open.text, splices)
    } catch (error) {
      if (error instanceof SpliceError)
        throw new PublicError('revision-old', 'The change does not fit the text as it is now. Load the site again.')
      throw error
    }
    open.isChanged = true
  }

  /** Writes what has changed; before files get other names or go, and at the end. */
  async write(): Promise<void> {
    for (const [doc, { path, hash, encoding, text, isChanged }] of this.open) {
      if (!isChanged) continue
      const now = await putBlob(this.tx, encodedText(text, path ?? 'the sheet', encoding))
      if (path === null) await this.tx.update(looks).set({ hash: now }).where(this.lookIs(doc))
      else await this.tx.update(files).set({ hash: now }).where(this.fileIs(path))
      this.replaced.add(hash)
    }
    this.open.clear()
  }

  private async read(doc: Doc): Promise<OpenText> {
    const path = pathOfDoc(doc)
    const [row] =
      path === null
        ? await this.tx.select({ hash: looks.hash, encoding: looks.encoding }).from(looks).where(this.lookIs(doc))
        : await this.tx.select({ hash: files.hash, encoding: files.encoding }).from(files).where(this.fileIs(path))
    const bytes = row?.encoding ? await getBlob(this.tx, row.hash) : null
    if (!row?.encoding || !bytes)
      throw new PublicError('not-found', `There is no text “${path ?? 'of this look'}” to change.`)
    const { hash, encoding } = row
    return { path, hash, encoding, text: decodeText(bytes, encoding), isChanged: false }
  }

  private lookIs(doc: Doc) {
    return and(eq(looks.siteId, this.siteId), eq(looks.id, doc.slice('look:'.length)))
  }

  private fileIs(path: string) {
    return and(eq(files.siteId, this.siteId), eq(files.path, path))
  }
}

/** Throws when a text cannot be written in an encoding after all: the tables of two engines may differ in a few characters. */
function encodedText(text: string, path: string, encoding: TextEncodingName): Buffer {
  try {
    return encodeText(text, encoding)
  } catch {
    throw new PublicError(
      'not-usable',
      `${path} is stored as ${encoding}, and something in the change cannot be written in it. Write it as a character reference.`,
    )
  }
}

/** Throws when something new cannot be written in the encoding. Taking back a change may bring back any bytes that were there. */
function refuseUnfit(path: string, splices: readonly Splice[], encoding: TextEncodingName): void {
  for (const { insert } of splices) {
    const unfit = encoding === 'bytes' ? /[^\0-\xff]/u.exec(insert)?.[0] : unfitCharacter(insert, encoding)
    if (unfit) throw new PublicError('not-usable', unfitSentence(path, unfit, encoding))
  }
}
