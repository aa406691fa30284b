import * as z from 'zod/mini'

// Zod would try eval() to go faster; frames and workroom both forbid it.
z.config({ jitless: true })

/** A page that gets fewer pictures a second than this while it moves is not seen moving any more, and holds up all others. */
export const LEAST_RATE = 10

/** Stands among the properties to read for the ground an element is seen on. */
export const GROUND = 'ground'

/** One change in the list of the sheet's top-level rules: `remove` of them at `at` give way to `insert`. */
export const ruleEditSchema = z.object({
  at: z.int().check(z.nonnegative()),
  remove: z.int().check(z.nonnegative()),
  insert: z.array(z.string()),
})
export type RuleEdit = z.infer<typeof ruleEditSchema>

const pair = z.tuple([z.number(), z.number()])
/** A box as a browser has laid it out. */
export const seenBoxSchema = z.object({
  left: z.number(),
  top: z.number(),
  width: z.number(),
  height: z.number(),
  margin: pair,
  border: pair,
  padding: pair,
})
export type SeenBox = z.infer<typeof seenBoxSchema>

/** What elements, by their places in document order, or a pseudo-element of each, look like in a state that is worn. */
export const wornOnPageSchema = z.object({
  indices: z.array(z.int().check(z.nonnegative())),
  /** With its colons; '' for the elements themselves. */
  pseudo: z.string(),
  declarations: z.string(),
})
export type WornOnPage = z.infer<typeof wornOnPageSchema>

/** A change of the page that leaves its elements as they are: another text in one of an element's text nodes, or another attribute. */
export const pageEditSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('text'),
    index: z.int().check(z.nonnegative()),
    at: z.int().check(z.nonnegative()),
    before: z.string(),
    after: z.string(),
  }),
  z.object({
    kind: z.literal('attribute'),
    index: z.int().check(z.nonnegative()),
    name: z.string(),
    value: z.nullable(z.string()),
  }),
])
export type PageEditInFrame = z.infer<typeof pageEditSchema>

/** A text of the page: its element, which of that element's texts it is (white space alone does not count), and where it stands, in CSS px. */
export const wordsSeenSchema = z.object({
  index: z.int().check(z.nonnegative()),
  at: z.int().check(z.nonnegative()),
  words: z.string(),
  /** Whether white space shows as it is written. */
  pre: z.boolean(),
  box: z.object({ left: z.number(), top: z.number(), width: z.number(), height: z.number() }),
  /** Of its letters, px. */
  size: z.number().check(z.positive()),
})
export type WordsSeen = z.infer<typeof wordsSeenSchema>

/** What the workroom says to a frame. */
export const toFrameSchema = z.discriminatedUnion('type', [
  /** A whole stylesheet as its top-level rules: the one served at this path. */
  z.object({ type: z.literal('sheet'), seq: z.int(), path: z.string(), rules: z.array(z.string()) }),
  /** A change of single rules of it since the last `sheet` or `patch`. */
  z.object({ type: z.literal('patch'), seq: z.int(), path: z.string(), edit: ruleEditSchema }),
  /** Outline what a selector touches; '' takes the outline away. */
  z.object({ type: z.literal('outline'), selector: z.string() }),
  /** Computed values of the first element that matches. */
  z.object({ type: z.literal('read'), id: z.int(), selector: z.string(), properties: z.array(z.string()) }),
  /** Mark the element that is traced, by a selector that finds it alone; '' takes the mark away. */
  z.object({ type: z.literal('mark'), selector: z.string() }),
  /** How many characters fit on a line of what a selector finds. */
  z.object({ type: z.literal('measure'), id: z.int(), selector: z.string() }),
  /** Which of these font families text is set in here: those that have arrived, and those of the machine. */
  z.object({ type: z.literal('families'), id: z.int(), names: z.array(z.string()) }),
  /** Outline what another selector touches on this page alone; '' takes it away. */
  z.object({ type: z.literal('point'), selector: z.string() }),
  /** Show the page through a colour matrix (the 20 values of feColorMatrix, on linear light or on stored values); none as it is. */
  z.object({ type: z.literal('see'), matrix: z.array(z.number()), linear: z.boolean() }),
  /** Outline boxes without content, with their names; or no longer. */
  z.object({ type: z.literal('empties'), show: z.boolean() }),
  /** Draw a dimension line over a row, by the places of its container and its boxes in document order; none takes it away. */
  z.object({
    type: z.literal('line'),
    container: z.int().check(z.nonnegative()),
    members: z.array(z.int().check(z.nonnegative())),
    /** How many px of the page are one of the screen. */
    perPx: z.number().check(z.positive()),
  }),
  /** How these elements are laid out, by their places in document order. */
  z.object({ type: z.literal('boxes'), id: z.int(), indices: z.array(z.int().check(z.nonnegative())) }),
  /** Pick what stands at a point of the viewport, in CSS px; `more` beside those before. */
  z.object({ type: z.literal('pick-at'), x: z.number(), y: z.number(), more: z.boolean() }),
  /** Make elements look as they do in a state, at a share of their speed; none lets them look as they are. */
  z.object({ type: z.literal('worn'), rules: z.array(wornOnPageSchema), pace: z.number().check(z.positive()) }),
  /** Change texts and attributes of the page; all of them, or none where the page is not as it is thought to be. */
  z.object({ type: z.literal('edits'), id: z.int(), edits: z.array(pageEditSchema) }),
  /** Say how tall the page is, now and whenever that changes; or no longer. */
  z.object({ type: z.literal('height'), follow: z.boolean() }),
  z.object({ type: z.literal('scroll'), x: z.number(), y: z.number() }),
  /** Hold what moves by itself where it is, or let it go on. */
  z.object({ type: z.literal('still'), still: z.boolean() }),
])
export type ToFrame = z.infer<typeof toFrameSchema>

/** What a frame says to the workroom. */
export const fromFrameSchema = z.discriminatedUnion('type', [
  /** A page has come into the frame: said before all else. */
  z.object({ type: z.literal('here') }),
  /** The page is there, and its stylesheets are. */
  z.object({ type: z.literal('ready') }),
  /** `sheets` says how many copies of the stylesheet told last the page wears. */
  z.object({ type: z.literal('applied'), seq: z.int(), sheets: z.int() }),
  /** What was applied comes to the screen now; how long the page’s style and layout took. */
  z.object({ type: z.literal('drawn'), ms: z.number().check(z.nonnegative()) }),
  z.object({ type: z.literal('values'), id: z.int(), count: z.int(), values: z.record(z.string(), z.string()) }),
  /** Characters per line of each element measured; those too short to tell are left out. */
  z.object({ type: z.literal('measured'), id: z.int(), lines: z.array(z.number()) }),
  z.object({ type: z.literal('present'), id: z.int(), names: z.array(z.string()) }),
  /** Boxes in CSS px from the corner of the page, pairs left and right; null for elements without one. */
  z.object({ type: z.literal('laid'), id: z.int(), width: z.number(), boxes: z.array(z.nullable(seenBoxSchema)) }),
  z.object({ type: z.literal('edited'), id: z.int(), done: z.boolean() }),
  /** What can be measured has changed without the workroom's doing: fonts have arrived. */
  z.object({ type: z.literal('changed') }),
  /** How tall the page is, and the height of the viewport it is seen at, in CSS px. */
  z.object({ type: z.literal('height'), viewport: z.number(), page: z.number() }),
  /** How many things move by themselves, and whether the page gets too few pictures meanwhile; told where either matters anew. */
  z.object({ type: z.literal('motion'), moving: z.int(), slow: z.boolean() }),
  z.object({ type: z.literal('scrolled'), x: z.number(), y: z.number() }),
  /** An element was clicked: its place in document order over all elements; `more` with Shift, beside those before. */
  z.object({ type: z.literal('pick'), index: z.int().check(z.nonnegative()), tag: z.string(), more: z.boolean() }),
  /** A text was double-clicked. */
  z.object({ type: z.literal('words'), seen: wordsSeenSchema }),
  /** A link was followed; the href as it resolves in the frame. */
  z.object({ type: z.literal('follow'), href: z.string() }),
  /** A key that belongs to the workroom. */
  z.object({
    type: z.literal('key'),
    key: z.string(),
    code: z.string(),
    ctrl: z.boolean(),
    shift: z.boolean(),
    alt: z.boolean(),
  }),
])
export type FromFrame = z.infer<typeof fromFrameSchema>

/** Marks a message as ours on a channel anybody can write to. */
export const envelopeSchema = z.object({ attire: z.literal(1), message: z.unknown() })

/** The same from a frame, signed with the key that the workroom gave the frame and that nothing but the bridge can read. */
export const signedSchema = z.object({ attire: z.literal(1), key: z.string(), message: z.unknown() })
