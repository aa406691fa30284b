import { z } from 'zod'
import { encodingSchema } from '../core/site/encoding.ts'
import { stepSchema } from '../core/site/step.ts'

/** What client and server say to each other about a site. */

/** The one shape of every error answer: a code for programs, a sentence for people. */
export const errorSchema = z.object({ error: z.object({ code: z.string(), message: z.string() }) })

export const lookSchema = z.object({ id: z.string(), name: z.string(), text: z.string(), encoding: encodingSchema })
export type Look = z.infer<typeof lookSchema>

export const fileSchema = z.object({
  path: z.string(),
  hash: z.string(),
  /** Bytes. */
  size: z.number().int().nonnegative(),
  encoding: encodingSchema.nullable(),
  /** Width and height of an image in px of its own; null for other files and where they cannot be read. */
  pixels: z.object({ width: z.number().int(), height: z.number().int() }).nullable(),
})
export type SiteFile = z.infer<typeof fileSchema>

/** A whole site as the workroom opens it. `texts` holds the text files, without the sheet, which the looks hold. */
export const siteStateSchema = z.object({
  id: z.string(),
  name: z.string(),
  sheetPath: z.string(),
  /** Where new images are put; '' for the top folder. */
  imageFolder: z.string(),
  lookId: z.string(),
  revision: z.number().int(),
  looks: z.array(lookSchema),
  files: z.array(fileSchema),
  texts: z.record(z.string(), z.string()),
  steps: z.array(stepSchema),
  /** How many of `steps` are applied. */
  cursor: z.number().int().nonnegative(),
  /** How many older steps exist that are not sent. */
  olderSteps: z.number().int().nonnegative(),
})
export type SiteState = z.infer<typeof siteStateSchema>

export const operationSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('step'), step: stepSchema }),
  z.object({ type: z.literal('undo') }),
  z.object({ type: z.literal('redo') }),
])
export type Operation = z.infer<typeof operationSchema>

/** The most operations one save takes; more go in several. */
export const OPERATIONS_AT_ONCE = 500

export const saveRequestSchema = z.object({
  /** Chosen by the sender; the same save sent twice is done once. */
  saveId: z.string().min(8).max(64),
  /** The revision the operations were made on. */
  revision: z.number().int().nonnegative(),
  operations: z.array(operationSchema).min(1).max(OPERATIONS_AT_ONCE),
})
export type SaveRequest = z.infer<typeof saveRequestSchema>

/** What other windows saved after a revision, in order; null where that is not known any more. */
export const changesSchema = z.object({
  revision: z.number().int(),
  saves: z.array(saveRequestSchema.pick({ saveId: true, operations: true })).nullable(),
})
export type Changes = z.infer<typeof changesSchema>

/** News of a site: it has another revision. */
export const newsSchema = z.object({ siteId: z.string(), revision: z.number().int() })
export type News = z.infer<typeof newsSchema>

export const saveResponseSchema = z.object({ revision: z.number().int() })

/** A file's bytes as the server keeps them. */
export const blobSchema = z.object({
  hash: z.string(),
  size: z.number().int().nonnegative(),
  pixels: fileSchema.shape.pixels,
})
export type KeptBlob = z.infer<typeof blobSchema>

/** Asks for a copy of an image, `width` px wide. */
/** Asks that the scripts of a page may run in the frame that loads it next. */
export const scriptsRequestSchema = z.object({ page: z.string().min(1) })
export const scriptsResponseSchema = z.object({ token: z.string().min(1) })

export const scaleRequestSchema = z.object({ path: z.string().min(1), width: z.number().int().min(16).max(10_000) })

/** What people type when they name things; far more than anybody does. */
export const NAME_LETTERS = 120
const PATH_LETTERS = 400
const TITLE_LETTERS = 200
/** A site is begun with the pages one has in mind; more come one by one. */
const FIRST_PAGES = 50

/** What a new site begins with. */
export const newSiteRequestSchema = z.object({
  name: z.string().trim().min(1).max(NAME_LETTERS),
  /** The folder the hand-off wraps everything in; '' for none. */
  folder: z
    .string()
    .max(NAME_LETTERS)
    .regex(/^[^/\\:*?"<>|\0]*$/),
  sheetPath: z.string().min(1).max(PATH_LETTERS),
  imageFolder: z.string().max(PATH_LETTERS),
  pages: z
    .array(z.object({ path: z.string().min(1).max(PATH_LETTERS), title: z.string().max(TITLE_LETTERS) }))
    .min(1)
    .max(FIRST_PAGES),
  lang: z.string().regex(/^[A-Za-z]{2,8}(?:-[A-Za-z0-9]{1,8})*$/),
})
export type NewSiteRequest = z.infer<typeof newSiteRequestSchema>

export const settingsRequestSchema = z.object({
  lookId: z.string().optional(),
  sheetPath: z.string().optional(),
  name: z.string().trim().min(1).max(NAME_LETTERS).optional(),
})
export type SettingsRequest = z.infer<typeof settingsRequestSchema>

/** Something of an import that could not be used, and why. */
export const leftOutSchema = z.object({ path: z.string(), reason: z.string() })
export type LeftOut = z.infer<typeof leftOutSchema>

export const importResponseSchema = z.object({
  siteId: z.string(),
  name: z.string(),
  files: z.number().int(),
  pages: z.number().int(),
  sheetPath: z.string(),
  sheetIsNew: z.boolean(),
  leftOut: z.array(leftOutSchema),
  /** Files that came in, of which something is to be told. */
  told: z.array(leftOutSchema),
})
export type ImportResult = z.infer<typeof importResponseSchema>

/** A line of the answer to an import that is asked for line by line: how far it is, and at last how it ended. */
export const importLineSchema = z.union([
  z.object({ share: z.number() }),
  z.object({ result: importResponseSchema }),
  errorSchema,
])
export type ImportLine = z.infer<typeof importLineSchema>

export const siteListSchema = z.object({
  sites: z.array(z.object({ id: z.string(), name: z.string(), pages: z.number().int(), openedAt: z.number() })),
})
export type SiteList = z.infer<typeof siteListSchema>

export const fontListSchema = z.object({ fonts: z.record(z.string(), z.string()) })
