import { targetOf } from '../../paths/paths.ts'
import { facesOf } from '../../type/faces.ts'
import { familyLists } from '../../type/lists.ts'
import { isSystemFont } from '../../type/system-fonts.ts'
import type { Found, SiteRule } from '../finding.ts'
import type { FitSite } from '../fit-site.ts'

/** A font that visitors will not get: no face for it, or a face whose file is not there. */
export const fontUnavailable: SiteRule = {
  id: 'font-unavailable',
  severity: 'warning',
  prevents: 'loading',
  title: 'A font that does not arrive',
  explanation:
    'A family shows only where the visitor’s system has it or an @font-face brings it. Choose it in the facet Type, or drop its file there.',
  scope: 'site',
  check: (site) => {
    const sheets = site.model.wornSheets
    const faces = sheets.flatMap(({ path, sheet }) => facesOf(sheet).map((face) => ({ path, face })))
    const missing = faces.flatMap(({ path, face }): Found[] => {
      const gone = face.urls.filter((url) => targetOf(path, url).kind === 'site' && site.lead(path, url).file === null)
      // Another source that is there, or lies elsewhere, may still bring it.
      if (gone.length === 0 || gone.length < face.urls.length || face.locals.length > 0) return []
      return [
        {
          file: path,
          from: face.rule.from,
          to: face.rule.to,
          message: `The font ${face.family} is to come from ${gone[0]}, and there is no such file. Its fallback shows instead.`,
        },
      ]
    })
    if (bringsFonts(site)) return missing
    const known = new Set(faces.map(({ face }) => face.family.toLowerCase()))
    const told = new Set<string>()
    return [
      ...missing,
      ...sheets.flatMap(({ path, sheet }) =>
        familyLists(sheet).flatMap(({ declaration, families }): Found[] => {
          const first = families[0]!
          const name = first.name.toLowerCase()
          if (first.generic || known.has(name) || isSystemFont(name) || told.has(name)) return []
          told.add(name)
          const next = families
            .slice(1)
            .find((family) => family.generic || known.has(family.name.toLowerCase()) || isSystemFont(family.name))
          return [
            {
              file: path,
              from: declaration.valueRange.from,
              to: declaration.valueRange.to,
              message: `No @font-face brings ${first.name}, and it is not among the fonts that systems commonly bring along; where it is missing, ${next ? `${next.name} shows` : 'the browser’s default shows'} instead.`,
            },
          ]
        }),
      ),
    ]
  },
}

/** Whether pages or sheets load styles or scripts from elsewhere, which may bring fonts that cannot be seen from here; or have faces of their own. */
function bringsFonts(site: FitSite): boolean {
  return (
    site.allPages.some(
      (page) =>
        page.referencesOf('sheet').some(({ target }) => target.kind === 'elsewhere') ||
        page.page.elements.some(
          ({ tag, rawText, attributes }) =>
            (tag === 'style' && /@font-face|@import/i.test(rawText?.text ?? '')) ||
            (tag === 'script' && /^(?:https?:)?\/\//i.test(attributes.get('src') ?? '')),
        ),
    ) || site.model.sheetTexts.some(({ text }) => /@import[^;]*(?:https?:)?\/\//i.test(text))
  )
}
