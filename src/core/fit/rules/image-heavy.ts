import type { SiteRule } from '../finding.ts'
import { shownImages } from './shown-images.ts'
/** Common practice: a picture above about 1 MB keeps visitors on slow lines waiting for seconds. Bytes. */
const HEAVY = 1_000_000

/** An image that weighs too much. */
export const imageHeavy: SiteRule = {
  id: 'image-heavy',
  severity: 'warning',
  prevents: 'speed',
  title: 'A heavy image',
  explanation:
    'Common practice: keep pictures well under 1 MB. A scaled copy beside the original mostly weighs a tenth.',
  scope: 'site',
  check: (site) => {
    const shown = shownImages(site)
    return [...shown]
      .filter(([path]) => (site.model.files.get(path)?.size ?? 0) > HEAVY)
      .map(([path, pages]) => {
        const { size, pixels } = site.model.files.get(path)!
        return {
          file: path,
          from: 0,
          to: 0,
          message: `${path} weighs ${(size / 1e6).toFixed(1)} MB${pixels ? ` (${pixels.width} × ${pixels.height} px)` : ''}. ${pages.length === 1 ? `${pages[0]} waits` : `${pages.length} pages wait`} for it; on a phone that is seconds.`,
        }
      })
  },
}
