import type { SiteSnapshot } from '../model/snapshot.ts'
import { memo } from '../text/memo.ts'

/** Every custom property that is written in a stylesheet or page of a site, set or used: none of these is a new name. */
export const namesTaken = memo((site: SiteSnapshot): ReadonlySet<string> => {
  const texts = [...site.wornSheets.map(({ sheet }) => sheet.text), ...site.pagePaths.map((path) => site.text(path))]
  return new Set(texts.flatMap((text) => text.match(/--[\w-]+/g) ?? []))
})
