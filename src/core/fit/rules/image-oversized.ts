import type { PageRule } from '../finding.ts'
import { widthLimit } from '../../boxes/width-limit.ts'
/** Common practice: about 1000 px across is plenty for a picture in the text. */
const PLENTY = 1000
/** Screens of double density show two px of a picture for each CSS px. */
const DENSITY = 2

/** An image much wider than it is ever shown. */
export const imageOversized: PageRule = {
  id: 'image-oversized',
  severity: 'note',
  prevents: 'speed',
  title: 'An image is much wider than it is shown',
  explanation:
    'All its px are loaded and most are thrown away. Common practice: about 1000 px is plenty for a picture in the text.',
  scope: 'page',
  readsSheets: true,
  check: (page) =>
    page.referencesOf('image').flatMap(({ file, element, attribute, from, to }) => {
      if (element.tag !== 'img' || attribute !== 'src' || element.attributes.has('srcset') || file === null) return []
      const pixels = page.site.model.files.get(file)?.pixels
      if (!pixels || /\.svg$/i.test(file) || pixels.width <= PLENTY) return []
      const shown = Math.round(widthLimit(page.styles, element))
      if (pixels.width <= shown * DENSITY) return []
      return [
        {
          file: page.path,
          from,
          to,
          cause: `${file} is ${pixels.width} px wide, much wider than it is shown.`,
          message: `${file} is ${pixels.width} px wide and shown at most ${shown} px wide here. A copy of ${Math.max(shown * DENSITY, PLENTY)} px shows just as sharp, on fine screens too.`,
        },
      ]
    }),
}
