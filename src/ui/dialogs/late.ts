import { late } from '../controls/late.tsx'

/** All that is asked in a window of its own: its code comes after the screen. */
export const DIALOGS = late(() => import('./dialogs.tsx').then(({ Dialogs }) => Dialogs))
