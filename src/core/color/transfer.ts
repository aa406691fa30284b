/** A stored sRGB channel, 0 to 1, as linear light (IEC 61966-2-1; CSS Color 4, section 10.2). */
export function toLinear(value: number): number {
  return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4
}

/** Linear light, 0 to 1, as a stored sRGB channel. */
export function toStored(value: number): number {
  return value <= 0.0031308 ? value * 12.92 : 1.055 * value ** (1 / 2.4) - 0.055
}
