import { planLayers, readLayers } from '../src/core/backgrounds/layers.ts'
import { conditionalRules, decide, planAt, planEdit, planRemoval } from '../src/core/edit/decide.ts'
import { naturalPlace } from '../src/core/edit/natural-place.ts'
import { headFollows, headOf } from '../src/core/writing/head.ts'
import { outlineOf } from '../src/core/writing/outline.ts'
import { planSection } from '../src/core/writing/sections.ts'
import { countUses, swatchesOf } from '../src/core/color/swatches.ts'
import { emptiedDeepBlocks } from '../src/core/sheet/deep-blocks.ts'
import { addRule } from '../src/core/sheet/edit.ts'
import { editFault } from '../src/core/sheet/edit-fault.ts'
import { parseSheet, type Sheet } from '../src/core/sheet/parse.ts'
import { applySplices, type Splice } from '../src/core/text/splice.ts'
import { facesOf } from '../src/core/type/faces.ts'

/** Does with a sheet what the window does itself, on its main thread: shows what is in it, and plans and proves edits. */
export function askWindow(sheet: Sheet): void {
  swatchesOf(sheet)
  countUses(sheet.text)
  facesOf(sheet)
  outlineOf(sheet)
  headOf(sheet)
  headFollows(sheet)
  emptiedDeepBlocks(sheet.text)
  decide(sheet, 'p', 'color')
  conditionalRules(sheet, 'p', 'color')
  readLayers(sheet, 'p')
  for (const splices of editsOf(sheet)) editFault(sheet, parseSheet(applySplices(sheet.text, splices)), splices)
}

const editsOf = (sheet: Sheet): (readonly Splice[])[] => [
  addRule(sheet, 'h1', [['color', 'red']], naturalPlace(sheet, 'h1')),
  planEdit(sheet, { selector: 'p', property: 'color', value: 'teal' }),
  planAt(sheet, sheet.text.length, 'color', 'teal'),
  planRemoval(sheet, 'p', 'color'),
  planLayers(sheet, 'p', []),
  planSection(sheet, { do: 'add', name: 'New', behind: null }),
]
