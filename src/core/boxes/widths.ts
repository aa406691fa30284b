/** The viewport widths that fit ranges speak of, px. */
export const NARROWEST = 280
export const WIDEST = 2560
