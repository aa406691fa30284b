import { sheetOf } from './texts.ts'

/** Characters that are read in one go: a few ms, also on a slow machine that has just begun. */
const PIECE = 30_000

/** Whether a text is so long that reading it at once would be felt. */
export const isLong = (text: string): boolean => text.length > PIECE

const breath = () => new Promise((resolve) => setTimeout(resolve))

/**
 * Reads a long sheet before anybody asks for it, piece by piece, so that the window never stands still. What
 * asks about its selectors is fetched for it, for the page that opens a site comes to life before.
 */
export async function readAhead(text: string): Promise<void> {
  const [{ linkKinds }, { rulesNaming }] = await Promise.all([
    import('../../core/states/order.ts'),
    import('../../core/edit/decide.ts'),
  ])
  let known = 0
  for (let to = PIECE; to < text.length; to += PIECE) {
    const { rules } = sheetOf(text.slice(0, to))
    const fresh = { rules: rules.slice(known) }
    // What every part of the bench asks of selectors is remembered by their words.
    linkKinds(fresh)
    rulesNaming(fresh, '')
    known = rules.length
    await breath()
  }
  sheetOf(text)
}
