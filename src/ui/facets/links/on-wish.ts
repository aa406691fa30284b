import type { MenuLook } from '../../../core/menu/menu-look.ts'

/** Asks for another look of a menu, named for the history. */
export type OnWish = (look: Partial<MenuLook>, says: string) => void
