import type { Definition } from '../definition.ts'
import { BACKGROUNDS } from './backgrounds.ts'
import { BORDERS } from './borders.ts'
import { BOXES } from './boxes.ts'
import { EFFECTS } from './effects.ts'
import { FLEX_AND_GRID } from './flex-and-grid.ts'
import { FONTS } from './fonts.ts'
import { INTERACTION } from './interaction.ts'
import { MOTION } from './motion.ts'
import { SVG } from './svg.ts'
import { TABLES_AND_LISTS } from './tables-and-lists.ts'
import { TEXT } from './text.ts'

/** Every longhand that Attire computes. */
export const DEFINITIONS: Readonly<Record<string, Definition>> = {
  ...BACKGROUNDS,
  ...BORDERS,
  ...BOXES,
  ...EFFECTS,
  ...FLEX_AND_GRID,
  ...FONTS,
  ...INTERACTION,
  ...MOTION,
  ...SVG,
  ...TABLES_AND_LISTS,
  ...TEXT,
}
