import type { PageRule } from '../finding.ts'
import type { FitPage } from '../fit-site.ts'
import { idOf } from '../../properties/longhands.ts'
import { resolvedValue } from '../../cascade/resolved.ts'
import { kindOf } from '../../cascade/entries.ts'
import { addAttributes } from '../../markup/attributes.ts'
import { elementsNamed, type PageElement } from '../../markup/tree.ts'
import { joinChanges, NO_CHANGE } from '../../site/change.ts'
import { nameOf } from '../../paths/paths.ts'
import { fileDoc } from '../../site/step.ts'
/** An image without its dimensions. */
export const imageSizeUnset: PageRule = {
  id: 'image-size-unset',
  severity: 'note',
  prevents: 'speed',
  title: 'An image without width and height',
  explanation:
    'Browsers do not know how much room to keep, so the page jumps when the picture arrives. width="…" height="…" with the picture’s own px hold its place.',
  alsoSeen: 'The room of each picture is kept from the start.',
  scope: 'page',
  readsSheets: true,
  check: (page) =>
    elementsNamed(page.page, 'img').flatMap((element) => {
      const { attributes, place } = element
      if (!place || !attributes.has('src') || (attributes.has('width') && attributes.has('height'))) return []
      const style = page.styles.of(element)
      const value = (name: string) => resolvedValue(style, idOf(name))
      const held =
        /px|v[hw]|%/.test(value('height')) ||
        /\d/.test(value('aspect-ratio')) ||
        value('display') === 'none' ||
        ['absolute', 'fixed'].includes(value('position'))
      if (held) return []
      const pixels = pixelsOf(page, element)
      return [
        {
          file: page.path,
          from: place.startTag.from,
          to: place.startTag.to,
          cause: 'Images have no width and height, so pages jump when they arrive.',
          message: `${nameOf(attributes.get('src')!)} has no width and height, so the page jumps when it arrives.${pixels ? ` Its own are ${pixels.width} × ${pixels.height} px.` : ''}`,
          fixable: pixels !== null && keepsShape(page, element),
        },
      ]
    }),
  fix: (site, found) =>
    joinChanges(
      found.map(({ file, from }) => {
        const page = site.page(file)
        const element = page.page.elements.find(({ tag, place }) => tag === 'img' && place?.startTag.from === from)
        const pixels = element && pixelsOf(page, element)
        if (!pixels || !keepsShape(page, element)) return NO_CHANGE
        return {
          ...NO_CHANGE,
          texts: [
            {
              doc: fileDoc(file),
              splices: addAttributes(element, `width="${pixels.width}" height="${pixels.height}"`),
            },
          ],
        }
      }),
    ),
}

function pixelsOf(page: FitPage, element: PageElement) {
  const file = page
    .referencesOf('image')
    .find((reference) => reference.element === element && reference.attribute === 'src')?.file
  return (file && page.site.model.files.get(file)?.pixels) || null
}

/** Whether the attributes change nothing about how it is shown: the height is the sheet's to say, or nothing says a width. */
function keepsShape(page: FitPage, { index, attributes }: PageElement): boolean {
  const style = page.styles.at(index)
  const byAuthor = (name: string) => {
    const kind = style.winners[idOf(name)]
    return kind !== undefined && !['user-agent', 'presentational'].includes(kindOf(kind))
  }
  if (attributes.has('width') || attributes.has('height')) return false
  return (
    byAuthor('height') ||
    (!byAuthor('width') && !byAuthor('max-width') && !byAuthor('min-width') && !byAuthor('max-height'))
  )
}
