import { colorInventory, type InventoryColor } from '../../core/color/inventory.ts'
import type { FolderSite } from '../read-site.ts'

/** The colours of the sheet, swatches and those written directly, with their uses. */
export function colours({ model }: FolderSite): InventoryColor[] {
  const sheet = model.sheet(model.sheetPath)
  return sheet ? colorInventory(sheet) : []
}

/** The same in words. */
export function coloursText(colors: readonly InventoryColor[]): string {
  return colors.length === 0
    ? 'The sheet has no colours.'
    : colors
        .map(
          ({ value, srgb, names, declarations }) =>
            `${srgb}  ${value === srgb ? '' : `written ${value}  `}${names.length > 0 ? names.join(', ') : 'no swatch'}  ${declarations} ${declarations === 1 ? 'declaration' : 'declarations'}`,
        )
        .join('\n')
}
