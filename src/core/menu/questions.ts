import { SharedRuns } from '../model/shared-run.ts'
import type { SiteSnapshot } from '../model/snapshot.ts'
import type { Viewport } from '../values/media.ts'
import { readMenu, type ReadMenu } from './menu.ts'
import { menusOf, type Menu, type MenusProgress } from './menus.ts'
import type { MenuPlace } from './menu-place.ts'
import { planMenu, type MenuPlan, type MenuWish } from './plan-menu.ts'

const MENUS = new SharedRuns<MenusProgress, Menu[]>()

export const menuQuestions = {
  /** All lists of links. */
  menus: (site: SiteSnapshot) => MENUS.of(site, '', () => menusOf(site)),
  /** One of them as a menu; null when it is not there any more. */
  menu: (site: SiteSnapshot, { menu, viewport }: { menu: MenuPlace; viewport: Viewport }): ReadMenu | null =>
    readMenu(site, menu, viewport),
  /** What giving it another look changes. */
  planMenu: (site: SiteSnapshot, wish: MenuWish): MenuPlan | null => planMenu(site, wish),
}
