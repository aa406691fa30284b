import type { Specificity } from '../selectors/specificity.ts'
import type { Lost, Rung } from './trace.ts'

/** A specificity as people write it. */
export function specificityInWords(specificity: Specificity): string {
  return `(${specificity.join(', ')})`
}

/** Why a declaration lost, in words that follow "It lost:". */
export function lostInWords(lost: Lost): string {
  switch (lost.by) {
    case 'importance':
      return 'the winner is marked !important.'
    case 'origin':
      return 'the site’s own style comes before what browsers and old attributes do.'
    case 'inline':
      return 'a style attribute on the element comes before every rule.'
    case 'layer':
      return lost.own === ''
        ? `important rules in the layer ${lost.winning || '(no name)'} come before those outside layers.`
        : lost.winning === ''
          ? `it is in the layer ${lost.own}, and rules outside layers come before it.`
          : `it is in the layer ${lost.own}, and the layer ${lost.winning} comes before it.`
    case 'specificity':
      return `its selector weighs ${specificityInWords(lost.own)}, the winner’s ${specificityInWords(lost.winning)}.`
    case 'embedded-after-external':
      return 'both weigh the same, and the page’s own <style> block comes after the sheet.'
    case 'later-sheet':
      return 'both weigh the same, and the winner’s stylesheet comes later.'
    case 'later-rule':
      return 'both weigh the same, and the winner stands further down.'
    case 'later-in-rule':
      return 'it is overridden by a later declaration in the same rule.'
    case 'invalid-value':
      return 'browsers ignore it: the property does not take this value.'
    case 'unknown-property':
      return 'browsers ignore it: there is no such property.'
  }
}

/** Where a rung stands, in words: `css/site.css line 42`. `line` is null for the browser's own style. */
export function placeInWords(rung: Pick<Rung, 'kind' | 'file'>, page: string, line: number | null): string {
  switch (rung.kind) {
    case 'user-agent':
      return 'the browser’s own style'
    case 'external':
      return `${rung.file} line ${line}`
    case 'embedded':
      return `the <style> block in ${page} line ${line}`
    case 'inline':
      return `the style attribute in ${page} line ${line}`
    case 'presentational':
      return `an attribute in ${page} line ${line}`
  }
}
