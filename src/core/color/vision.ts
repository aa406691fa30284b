/** Ways of seeing that the lineup can be looked at through. */
export const VISIONS = ['protanopia', 'deuteranopia', 'tritanopia', 'achromatopsia', 'greyscale'] as const
export type Vision = (typeof VISIONS)[number]

/** A change of red, green and blue: three rows of three factors, applied to linear light or to the values as they are stored. */
export interface VisionMatrix {
  readonly rows: readonly [number[], number[], number[]]
  readonly linear: boolean
}

/** Luminance of linear sRGB light (IEC 61966-2-1). */
const LUMINANCE = [0.2126, 0.7152, 0.0722]

/**
 * Dichromats: G. M. Machado, M. M. Oliveira, L. A. F. Fernandes, "A Physiologically-based Model for Simulation of Color Vision
 * Deficiency", IEEE TVCG 15 (6), 2009, matrices for severity 1.0, on linear light. Achromatopsia keeps luminance alone.
 * Greyscale is `grayscale(1)` of Filter Effects 1, section 8.6: on stored values, as a grey print is.
 */
export const VISION_MATRICES: Readonly<Record<Vision, VisionMatrix>> = {
  protanopia: {
    linear: true,
    rows: [
      [0.152286, 1.052583, -0.204868],
      [0.114503, 0.786281, 0.099216],
      [-0.003882, -0.048116, 1.051998],
    ],
  },
  deuteranopia: {
    linear: true,
    rows: [
      [0.367322, 0.860646, -0.227968],
      [0.280085, 0.672501, 0.047413],
      [-0.01182, 0.04294, 0.968881],
    ],
  },
  tritanopia: {
    linear: true,
    rows: [
      [1.255528, -0.076749, -0.178779],
      [-0.078411, 0.930809, 0.147602],
      [0.004733, 0.691367, 0.3039],
    ],
  },
  achromatopsia: { linear: true, rows: [LUMINANCE, LUMINANCE, LUMINANCE] },
  greyscale: { linear: false, rows: [LUMINANCE, LUMINANCE, LUMINANCE] },
}

/** The 20 values of an SVG `feColorMatrix` for a way of seeing. */
export function filterValues(vision: Vision): number[] {
  return [...VISION_MATRICES[vision].rows.flatMap((row) => [...row, 0, 0]), 0, 0, 0, 1, 0]
}
