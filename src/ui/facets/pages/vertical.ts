import type { Modifier } from '@dnd-kit/core'

/** Things in a list move up and down, and nowhere else. */
export const restrictToVertical: Modifier = ({ transform }) => ({ ...transform, x: 0 })
