import type { FitRule } from '../finding.ts'
import { atRuleMisplaced } from './at-rule-misplaced.ts'
import { contrastLow } from './contrast-low.ts'
import { cssSyntax } from './css-syntax.ts'
import { declarationBeaten } from './declaration-beaten.ts'
import { doctypeMissing } from './doctype-missing.ts'
import { embeddedStyles } from './embedded-styles.ts'
import { fallbackMissing } from './fallback-missing.ts'
import { floatUncleared } from './float-uncleared.ts'
import { focusMissing } from './focus-missing.ts'
import { fontUnavailable } from './font-unavailable.ts'
import { idRepeated } from './id-repeated.ts'
import { imageAltMissing } from './image-alt-missing.ts'
import { imageHeavy } from './image-heavy.ts'
import { imageMissing } from './image-missing.ts'
import { imageOversized } from './image-oversized.ts'
import { imageSizeUnset } from './image-size-unset.ts'
import { importantUnneeded } from './important-unneeded.ts'
import { indexMissing } from './index-missing.ts'
import { inlineStyle } from './inline-style.ts'
import { langMissing } from './lang-missing.ts'
import { leftOut } from './left-out.ts'
import { linkCaseMismatch } from './link-case-mismatch.ts'
import { linkExtraSheet } from './link-extra-sheet.ts'
import { linkLocalPath } from './link-local-path.ts'
import { linkMissing } from './link-missing.ts'
import { linkOutsideHead } from './link-outside-head.ts'
import { linkRelMissing } from './link-rel-missing.ts'
import { linkTargetMissing } from './link-target-missing.ts'
import { linkUnchecked } from './link-unchecked.ts'
import { linkUndistinguished } from './link-undistinguished.ts'
import { looseText } from './loose-text.ts'
import { markupInSheet } from './markup-in-sheet.ts'
import { markupInvalid } from './markup-invalid.ts'
import { markupObsolete } from './markup-obsolete.ts'
import { motionUnreduced } from './motion-unreduced.ts'
import { nameCapitals } from './name-capitals.ts'
import { nameSpaces } from './name-spaces.ts'
import { pageLinkBroken } from './page-link-broken.ts'
import { pageLinkPlaceholder } from './page-link-placeholder.ts'
import { pageOverflow } from './page-overflow.ts'
import { partDrift } from './part-drift.ts'
import { prefixMissing } from './prefix-missing.ts'
import { prefixUnneeded } from './prefix-unneeded.ts'
import { propertyRepeated } from './property-repeated.ts'
import { propertyUnknown } from './property-unknown.ts'
import { regionMissing } from './region-missing.ts'
import { repetition } from './repetition.ts'
import { rowOverflow } from './row-overflow.ts'
import { ruleRepeated } from './rule-repeated.ts'
import { selectorInvalid } from './selector-invalid.ts'
import { selectorUnmatched } from './selector-unmatched.ts'
import { sheetOverridden } from './sheet-overridden.ts'
import { shorthandResets } from './shorthand-resets.ts'
import { stateOrder } from './state-order.ts'
import { supportLimited } from './support-limited.ts'
import { targetSmall } from './target-small.ts'
import { titleMissing } from './title-missing.ts'
import { transitionSlow } from './transition-slow.ts'
import { valueInvalid } from './value-invalid.ts'
import { viewportMissing } from './viewport-missing.ts'

/** Every rule of the fit check, in the order their findings are listed. */
export const RULES: readonly FitRule[] = [
  linkMissing,
  linkRelMissing,
  linkTargetMissing,
  linkCaseMismatch,
  linkOutsideHead,
  linkLocalPath,
  linkExtraSheet,
  embeddedStyles,
  inlineStyle,
  sheetOverridden,
  nameSpaces,
  nameCapitals,
  indexMissing,
  regionMissing,
  partDrift,
  idRepeated,
  imageAltMissing,
  imageMissing,
  imageHeavy,
  imageOversized,
  imageSizeUnset,
  pageLinkBroken,
  pageLinkPlaceholder,
  linkUnchecked,
  fontUnavailable,
  fallbackMissing,
  markupInvalid,
  markupObsolete,
  leftOut,
  cssSyntax,
  markupInSheet,
  propertyUnknown,
  valueInvalid,
  selectorInvalid,
  atRuleMisplaced,
  propertyRepeated,
  ruleRepeated,
  repetition,
  shorthandResets,
  supportLimited,
  prefixMissing,
  prefixUnneeded,
  declarationBeaten,
  selectorUnmatched,
  importantUnneeded,
  looseText,
  doctypeMissing,
  langMissing,
  titleMissing,
  viewportMissing,
  pageOverflow,
  rowOverflow,
  floatUncleared,
  stateOrder,
  focusMissing,
  contrastLow,
  linkUndistinguished,
  targetSmall,
  transitionSlow,
  motionUnreduced,
]

const byId = new Map(RULES.map((rule) => [rule.id, rule]))

/** The rule of this id. */
export function ruleNamed(id: string): FitRule | undefined {
  return byId.get(id)
}
