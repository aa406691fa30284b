import { distance } from 'fastest-levenshtein'

/** One letter in three may differ, and a word of three letters may be cut short. */
const LETTERS_A_SLIP = 3

/** Words that differ from one in few letters, the nearest first. */
export function nearestWords(word: string, among: readonly string[]): string[] {
  const most = Math.max(1, Math.floor(word.length / LETTERS_A_SLIP))
  return among
    .filter((other) => other !== word && Math.abs(other.length - word.length) <= most)
    .map((other) => ({ other, far: distance(word, other) }))
    .filter(({ far }) => far <= most)
    .sort((a, b) => a.far - b.far)
    .map(({ other }) => other)
}

/** The word that was most likely meant: one that differs in few letters, or is a longer form; null where none is near. */
export function nearestWord(word: string, among: readonly string[]): string | null {
  return nearestWords(word, among)[0] ?? longer(word, among)
}

function longer(word: string, among: readonly string[]): string | null {
  if (word.length < LETTERS_A_SLIP) return null
  const found = among.filter((other) => other.startsWith(word) && other.length <= word.length + 2)
  return found.length === 1 ? found[0]! : null
}
