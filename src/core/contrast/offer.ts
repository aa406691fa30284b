import { onlyVar } from '../css/var.ts'
import type { Viewport } from '../values/media.ts'
import { idOf } from '../properties/longhands.ts'
import { resolvedValue } from '../cascade/resolved.ts'
import { trace, type Rung } from '../trace/trace.ts'
import { nearestPassing } from '../color/contrast.ts'
import { toHex } from '../values/color-notation.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import { describeElement } from '../markup/describe.ts'
import type { SitePath } from '../paths/paths.ts'
import { linkAround } from '../states/links.ts'
import { placeOf } from '../text/place.ts'
import type { ContrastPair } from './pairs.ts'

/** What can be done for a pair that does not pass. */
export interface ContrastOffer {
  /** The element looked at, as people point at it. */
  readonly element: string
  /** The nearest colour of the same hue that passes; null where there is none, or where what is painted is not what is written. */
  readonly color: string | null
  /** Why there is no colour; '' where there is one. */
  readonly why: string
  /** The declaration that sets the colour; null when it is the browser's own. */
  readonly decider: {
    readonly file: SitePath
    readonly offset: number
    readonly line: number
    readonly selector: string
    readonly property: string
    /** The swatch its value comes from; null when it is written directly. */
    readonly swatch: string | null
    /** Whether it stands in the sheet, where it can be changed. */
    readonly inStylesheet: boolean
  } | null
}

const EDGES = ['border-top-color', 'border-right-color', 'border-bottom-color', 'border-left-color']

/** Finds the nearest passing colour for a pair, and what would have to say it. */
export function contrastOffer(
  model: SiteSnapshot,
  pair: Pick<ContrastPair, 'kind' | 'text' | 'background' | 'needs' | 'state' | 'sample'>,
  viewport: Viewport,
): ContrastOffer | null {
  const { page, index } = pair.sample
  const held = model.page(page).elements[index]
  if (!held) return null
  const styles = model.stylesOf(page, viewport, pair.state)
  const property =
    pair.kind === 'control'
      ? (EDGES.find((name) => toHex(resolvedValue(styles.at(index), idOf(name))) === pair.text) ?? 'background-color')
      : 'color'
  const { rungs } = trace(styles, held, property)
  const winner = rungs.find(({ lost }) => lost === null)
  const written = toHex(resolvedValue(styles.at(index), idOf(property)))
  const color =
    pair.background !== null && written === pair.text ? nearestPassing(pair.text, pair.background, pair.needs) : null
  const why =
    pair.background === null
      ? 'What is behind it cannot be told.'
      : written !== pair.text
        ? 'It is painted through an opacity, so another colour alone does not tell.'
        : color === null
          ? 'No colour of this hue passes on this background.'
          : ''
  return {
    element: describeElement(linkAround(held) ?? held),
    color,
    why,
    decider: winner && winner.kind !== 'user-agent' ? deciderOf(model, page, winner, property) : null,
  }
}

function deciderOf(model: SiteSnapshot, page: SitePath, winner: Rung, property: string): ContrastOffer['decider'] {
  const file = winner.file || page
  return {
    file,
    offset: winner.offset,
    selector: winner.selector,
    property,
    line: placeOf(model.text(file), winner.offset).line,
    swatch: onlyVar(winner.value),
    inStylesheet: winner.kind === 'external',
  }
}
