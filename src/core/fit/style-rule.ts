import type { DiagnosisId } from '../diagnostics/diagnosis.ts'
import type { SiteRule } from './finding.ts'
import { foundInStyles, mendStyles } from './style-texts.ts'

type Words = Pick<SiteRule, 'severity' | 'prevents' | 'title' | 'explanation' | 'plain' | 'cost' | 'together'>

/** A rule that looks at styles as texts: stylesheets, embedded blocks, style attributes. */
export const styleRule = (id: DiagnosisId, words: Words): SiteRule => ({
  id,
  ...words,
  scope: 'site',
  check: (site) => foundInStyles(site, id),
  fix: (site, found) => mendStyles(site, id, found),
})
