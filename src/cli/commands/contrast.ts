import type { Viewport } from '../../core/values/media.ts'
import { allContrastPairs, type ContrastPair } from '../../core/contrast/pairs.ts'
import type { FolderSite } from '../read-site.ts'

/** Every pairing of colours on the pages, the worst first; ratios to a hundredth. Whether one passes is told from the ratio itself. */
export function contrast({ model }: FolderSite, viewport: Viewport): Omit<ContrastPair, 'sample'>[] {
  return allContrastPairs(model, viewport).map(({ sample: _sample, ratio, ...pair }) => ({
    ...pair,
    ratio: ratio === null ? null : Math.round(ratio * 100) / 100,
  }))
}

/** The same in words: those that do not pass, or cannot be told. */
export function contrastText(pairs: readonly Omit<ContrastPair, 'sample'>[]): string {
  const failing = pairs.filter(({ passes }) => passes !== true)
  const lines = failing.map(
    ({ kind, text, background, ratio, needs, state, elements, pages, undecided }) =>
      `${background === null ? `cannot be told (${undecided})` : `${ratio!.toFixed(2)} of ${needs}`}  ${text}${background === null ? '' : ` on ${background}`}  ${kind}${state === 'none' ? '' : `, ${state}`}  ${elements} ${elements === 1 ? 'element' : 'elements'} on ${pages.join(', ')}`,
  )
  const passing = pairs.length - failing.length
  return [...lines, `${passing} of ${pairs.length} pairings pass.`].join('\n')
}
