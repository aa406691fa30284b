import { z } from 'zod'
import { applySplices, invertSplices, type Splice } from '../text/splice.ts'

/** Schema of a splice; see core/text/splice. */
export const spliceSchema = z.object({
  from: z.number().int().nonnegative(),
  to: z.number().int().nonnegative(),
  insert: z.string().max(20_000_000),
})

/** A text of the site: a file by its path, or the sheet of a look by the look's id. */
export const docSchema = z.string().regex(/^(?:file:.+|look:[\w-]+)$/)
export type Doc = z.infer<typeof docSchema>

/** The text of the file at a path. */
export const fileDoc = (path: string): Doc => `file:${path}`
/** The sheet's text in a look. */
export const lookDoc = (id: string): Doc => `look:${id}`
/** The path of a file's text, or null for a look's sheet. */
export const pathOfDoc = (doc: Doc): string | null => (doc.startsWith('file:') ? doc.slice(5) : null)

/** One undoable change: splices in any number of texts, and files that come or go (as hashes of their bytes). */
export const stepSchema = z.object({
  label: z.string().min(1).max(200),
  texts: z.array(z.object({ doc: docSchema, splices: z.array(spliceSchema), inverse: z.array(spliceSchema) })).max(5000),
  files: z.array(z.object({ path: z.string().min(1), before: z.string().nullable(), after: z.string().nullable() })).max(5000),
})
export type Step = z.infer<typeof stepSchema>

/** The same step the other way round. */
export function reverseStep(step: Step): Step {
  return {
    label: step.label,
    texts: step.texts.map(({ doc, splices, inverse }) => ({ doc, splices: inverse, inverse: splices })),
    files: step.files.map(({ path, before, after }) => ({ path, before: after, after: before })),
  }
}

/** What an interface asks for before it becomes a step: new splices by text. */
export interface Edit {
  readonly label: string
  readonly texts: readonly { readonly doc: Doc; readonly splices: readonly Splice[] }[]
  readonly files?: Step['files']
}

/** Makes a step of an edit, with the inverse of every splice; null when it changes nothing. Throws when a text is not known. */
export function stepOf(edit: Edit, textOf: (doc: Doc) => string | undefined): Step | null {
  const texts = edit.texts
    .filter(({ splices }) => splices.length > 0)
    .map(({ doc, splices }) => {
      const text = textOf(doc)
      if (text === undefined) throw new Error(`There is no text ${doc}.`)
      return { doc, splices: [...splices], inverse: invertSplices(text, splices) }
    })
  const files = (edit.files ?? []).filter(({ before, after }) => before !== after)
  return texts.length + files.length > 0 ? { label: edit.label, texts, files } : null
}

/** The texts a step leaves behind, by doc. Throws when a text is missing or a splice does not fit. */
export function textsAfter(step: Step, textOf: (doc: Doc) => string | undefined): Map<Doc, string> {
  const after = new Map<Doc, string>()
  for (const { doc, splices } of step.texts) {
    const text = after.get(doc) ?? textOf(doc)
    if (text === undefined) throw new Error(`There is no text ${doc}.`)
    after.set(doc, applySplices(text, splices))
  }
  return after
}
