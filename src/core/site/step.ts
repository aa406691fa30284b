import { z } from 'zod'
import { encodingSchema } from './encoding.ts'
import { applySplices, invertSplices, type Splice } from '../text/splice.ts'

/** Schema of a splice; see core/text/splice. */
export const spliceSchema = z.object({
  from: z.number().int().nonnegative(),
  to: z.number().int().nonnegative(),
  insert: z.string().max(20_000_000),
})

/** A text of the site: a file by its path, or the sheet of a look by the look's id. */
export const docSchema = z.string().regex(/^(?:file:.+|look:[\w-]+)$/s)
export type Doc = z.infer<typeof docSchema>

/** The text of the file at a path. */
export const fileDoc = (path: string): Doc => `file:${path}`
/** The sheet's text in a look. */
export const lookDoc = (id: string): Doc => `look:${id}`
/** The path of a file's text, or null for a look's sheet. */
export const pathOfDoc = (doc: Doc): string | null => (doc.startsWith('file:') ? doc.slice(5) : null)

/** SHA-256 of no bytes at all: what a text file holds when it comes, and when it goes. */
export const EMPTY_HASH = 'e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855'

const pixelsSchema = z.object({ width: z.number().int().positive(), height: z.number().int().positive() }).nullable()
const versionSchema = z.object({ size: z.number().int().nonnegative(), pixels: pixelsSchema })

/**
 * A file that comes, goes or is replaced, as hashes of its bytes; null where it is not there. A text file (`encoding`)
 * comes and goes empty: what it says is in the splices, so that undo needs nothing but the step.
 */
export const fileChangeSchema = z.object({
  path: z.string().min(1),
  before: z.string().nullable(),
  after: z.string().nullable(),
  encoding: encodingSchema.optional(),
  /** Weight and dimensions before and after, for files that are no text. */
  was: versionSchema.optional(),
  is: versionSchema.optional(),
})
export type FileChange = z.infer<typeof fileChangeSchema>

export const moveSchema = z.object({ from: z.string().min(1), to: z.string().min(1) })
export type Move = z.infer<typeof moveSchema>

/** A step is named in a tooltip and in the history: longer names are cut. */
const LABEL_LETTERS = 200

/**
 * One undoable change: splices in any number of texts, files that come or go, and files that move. It is carried out in
 * this order: files come, texts change (named as they were before the moves), files move all at once, files go.
 */
export const stepSchema = z.object({
  label: z.string().min(1).max(LABEL_LETTERS),
  texts: z
    .array(z.object({ doc: docSchema, splices: z.array(spliceSchema), inverse: z.array(spliceSchema) }))
    .max(20_000),
  files: z.array(fileChangeSchema).max(20_000),
  moves: z.array(moveSchema).max(20_000).default([]),
})
export type Step = z.infer<typeof stepSchema>

/** Why a step cannot be carried out whatever the site holds, in a sentence; null when nothing speaks against it. */
export function stepFault({ files, moves }: Step): string | null {
  const moved = firstTwice(moves.map(({ from }) => from))
  if (moved !== undefined) return `One step moves ${moved} twice.`
  const target = firstTwice(moves.map(({ to }) => to))
  if (target !== undefined) return `Two files would be called ${target}.`
  const file = firstTwice(files.map(({ path }) => path))
  return file === undefined ? null : `One step changes the file ${file} twice.`
}

function firstTwice(paths: readonly string[]): string | undefined {
  const seen = new Set<string>()
  for (const path of paths) {
    if (seen.has(path)) return path
    seen.add(path)
  }
  return undefined
}

/** The same step the other way round. */
export function reverseStep(step: Step): Step {
  const names = new Map((step.moves ?? []).map(({ from, to }) => [fileDoc(from), fileDoc(to)]))
  return {
    label: step.label,
    texts: step.texts.map(({ doc, splices, inverse }) => ({
      doc: names.get(doc) ?? doc,
      splices: inverse,
      inverse: splices,
    })),
    files: step.files.map(({ before, after, was, is, ...rest }) => ({
      ...rest,
      before: after,
      after: before,
      ...(is ? { was: is } : {}),
      ...(was ? { is: was } : {}),
    })),
    moves: (step.moves ?? []).map(({ from, to }) => ({ from: to, to: from })),
  }
}

/** What an interface asks for before it becomes a step: new splices by text. */
export interface Edit {
  readonly label: string
  readonly texts: readonly { readonly doc: Doc; readonly splices: readonly Splice[] }[]
  readonly files?: readonly FileChange[]
  readonly moves?: readonly Move[]
}

/** Makes a step of an edit, with the inverse of every splice; null when it changes nothing. Throws when a text is not known. */
export function stepOf(edit: Edit, known: (doc: Doc) => string | undefined): Step | null {
  const coming = new Set(
    (edit.files ?? []).filter(({ before, encoding }) => before === null && encoding).map(({ path }) => fileDoc(path)),
  )
  const textOf = (doc: Doc) => known(doc) ?? (coming.has(doc) ? '' : undefined)
  const texts = edit.texts
    .filter(({ splices }) => splices.length > 0)
    .map(({ doc, splices }) => {
      const text = textOf(doc)
      if (text === undefined) throw new Error(`There is no text ${doc}.`)
      return { doc, splices: [...splices], inverse: invertSplices(text, splices) }
    })
  const files = (edit.files ?? []).filter(({ before, after }) => before !== after)
  const moves = (edit.moves ?? []).filter(({ from, to }) => from !== to)
  return texts.length + files.length + moves.length > 0
    ? { label: edit.label.slice(0, LABEL_LETTERS), texts, files, moves }
    : null
}

/**
 * The texts a step leaves behind, by the names they have afterwards; null for those that are gone or have another name.
 * Throws when a text is missing or a splice does not fit.
 */
export function textsAfter(step: Step, known: (doc: Doc) => string | undefined): Map<Doc, string | null> {
  const after = new Map<Doc, string | null>()
  for (const { path, before, encoding } of step.files) if (before === null && encoding) after.set(fileDoc(path), '')
  for (const { doc, splices } of step.texts) {
    const text = after.get(doc) ?? known(doc)
    if (text === undefined || text === null) throw new Error(`There is no text ${doc}.`)
    after.set(doc, applySplices(text, splices))
  }
  const moved = step.moves.flatMap(({ from, to }) => {
    const text = after.get(fileDoc(from)) ?? known(fileDoc(from))
    return text === undefined || text === null ? [] : [{ from: fileDoc(from), to: fileDoc(to), text }]
  })
  for (const { from } of moved) after.set(from, null)
  for (const { to, text } of moved) after.set(to, text)
  for (const { path, after: hash, encoding } of step.files)
    if (hash === null && encoding) after.set(fileDoc(path), null)
  return after
}
