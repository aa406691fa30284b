import type { DiagnosisId } from '../diagnostics/diagnosis.ts'
import type { SiteRule } from './finding.ts'
import { foundInStyles, mendStyles } from './style-texts.ts'

type Words = Pick<SiteRule, 'severity' | 'prevents' | 'title' | 'explanation' | 'plain'> & {
  /** Whether any of its findings can be mended; so it is where nothing is said. */
  readonly mends?: boolean
}

/** A rule that looks at styles as texts: stylesheets, embedded blocks, style attributes. */
export const styleRule = (id: DiagnosisId, { mends = true, ...words }: Words): SiteRule => ({
  id,
  ...words,
  scope: 'site',
  check: (site) => foundInStyles(site, id),
  ...(mends ? { fix: (site, found) => mendStyles(site, id, found) } : {}),
})
