/** The browsers that support is told for, as @mdn/browser-compat-data calls them. */
export const BROWSERS = [
  'chrome',
  'chrome_android',
  'edge',
  'firefox',
  'firefox_android',
  'safari',
  'safari_ios',
] as const
export type Browser = (typeof BROWSERS)[number]

/** How a feature stands with Baseline: widely available, newly, limited. */
export type Level = 'widely' | 'newly' | 'limited'

/** Since which version each browser takes a feature, without a switch; null where it does not. */
export interface Support {
  readonly since: Readonly<Record<Browser, string | null>>
  /** Null where web-features says nothing. */
  readonly level: Level | null
}

/** Browsers as people call them. */
export const CALLED: Readonly<Record<Browser, string>> = {
  chrome: 'Chrome',
  chrome_android: 'Chrome on Android',
  edge: 'Edge',
  firefox: 'Firefox',
  firefox_android: 'Firefox on Android',
  safari: 'Safari',
  safari_ios: 'Safari on iPhone and iPad',
}
