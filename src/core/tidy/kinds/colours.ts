import { gather, planGather } from '../../color/gather-colors.ts'
import { namesTaken } from '../names.ts'
import type { Tidier } from '../proposal.ts'

/** Fewer uses are not worth a name. */
const FEWEST = 2

/** Colours that are written several times, or are a swatch's: each becomes the swatch. Other spellings of a colour are the same one. */
export const colours: Tidier = (sheet, { site }) =>
  gather(sheet, 0).flatMap(({ value, hex, swatch, names, members, uses }) => {
    const name = swatch ?? names.find((each) => !namesTaken(site).has(each))
    if (name === undefined || (uses < FEWEST && swatch === null)) return []
    const times = uses === 1 ? 'once' : `${uses} times`
    return [
      {
        says: `${hex}, written ${times}, is ${swatch === null ? 'the new swatch' : 'the swatch'} ${name}.`,
        splices: planGather(sheet, [{ name, value, members: members.map((member) => member.value) }]),
        or: [],
      },
    ]
  })
