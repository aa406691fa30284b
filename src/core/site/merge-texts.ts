import { lineSplices } from '../text/line-splices.ts'
import { mergedText, mergeTexts, type Choice, type Merged } from '../text/merge.ts'
import type { Doc } from './step.ts'

/** A text that both sides have, with the changes of both in it. */
export interface MergedDoc {
  readonly doc: Doc
  readonly merged: Merged
}

type Texts = ReadonlyMap<Doc, string>

/** Brings together the texts of two sides that began from the same ones; those that only one side changed, or has, are not among them. */
export function mergeDocs(base: Texts, mine: Texts, theirs: Texts): MergedDoc[] {
  return [...theirs].flatMap(([doc, text]): MergedDoc[] => {
    const own = mine.get(doc)
    if (own === undefined || own === text) return []
    const from = base.get(doc)
    // Two new texts of one name are two texts.
    if (from === undefined)
      return [
        { doc, merged: { base: '', agreed: [], places: [{ from: 0, to: 0, base: '', mine: own, theirs: text }] } },
      ]
    return [{ doc, merged: mergeTexts(from, lineSplices(from, own), lineSplices(from, text)) }]
  })
}

/** What the texts say once it has been chosen what holds at each place. */
export function textsOf(docs: readonly MergedDoc[], choose: (doc: Doc, at: number) => Choice): Map<Doc, string> {
  return new Map(docs.map(({ doc, merged }) => [doc, mergedText(merged, (_, at) => choose(doc, at))]))
}
