import { distance } from 'fastest-levenshtein'

/** One letter in three may differ, and a word of three letters may be cut short. */
const LETTERS_A_SLIP = 3

/** The word that was most likely meant: one that differs in few letters, or is a longer form; null where none is near. */
export function nearestWord(word: string, among: readonly string[]): string | null {
  const most = Math.max(1, Math.floor(word.length / LETTERS_A_SLIP))
  let best: { readonly word: string; readonly far: number } | null = null
  for (const other of among) {
    if (other === word || Math.abs(other.length - word.length) > most) continue
    const far = distance(word, other)
    if (far <= most && (!best || far < best.far)) best = { word: other, far }
  }
  return best?.word ?? longer(word, among)
}

function longer(word: string, among: readonly string[]): string | null {
  if (word.length < LETTERS_A_SLIP) return null
  const longer = among.filter((other) => other.startsWith(word) && other.length <= word.length + 2)
  return longer.length === 1 ? longer[0]! : null
}
