import { diffTexts } from '../../text/splice.ts'
import { formatted } from '../formatted.ts'
import type { Tidier } from '../proposal.ts'

/** The whole sheet, written evenly. */
export const format: Tidier = (sheet, { format: settings }) => {
  const splices = diffTexts(sheet.text, formatted(sheet, settings))
  return splices.length === 0 ? [] : [{ says: 'The sheet is written evenly.', splices, or: [] }]
}
