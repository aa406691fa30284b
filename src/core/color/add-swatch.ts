import { ownRule } from '../edit/decide.ts'
import { homeOf } from '../edit/decide-among.ts'
import { naturalPlace } from '../edit/natural-place.ts'
import type { SheetAt } from '../edit/sheets.ts'
import { addDeclaration, addRule } from '../sheet/edit.ts'
import type { Sheet } from '../sheet/parse.ts'
import type { Splice } from '../text/splice.ts'

/** Writes a new swatch behind the others. */
export function addSwatch(sheet: Sheet, name: string, value: string): Splice[] {
  const root = ownRule(sheet, ':root')
  return root
    ? addDeclaration(sheet, root, name, value)
    : addRule(sheet, ':root', [[name, value]], naturalPlace(sheet, ':root'))
}

/** The same, of stylesheets that apply one behind the other: beside the swatches that are there. */
export function addSwatchAmong(sheets: readonly SheetAt[], name: string, value: string) {
  const { at } = homeOf(sheets, ':root')
  return { path: at.path, splices: addSwatch(at.sheet, name, value) }
}
