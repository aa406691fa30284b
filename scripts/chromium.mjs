// Debian's Chromium as every test, benchmark and picture starts it.

/**
 * Parts that a test never shows, though they are loaded anew for every window: the pages of the address bar and a process
 * in reserve cost a third of what opening a site does. Chromium takes the last list only, so the first row holds what
 * Playwright itself switches off.
 */
const LEFT_OUT = [
  ...['AvoidUnnecessaryBeforeUnloadCheckSync', 'DestroyProfileOnBrowserClose', 'HttpsUpgrades', 'MediaRouter'],
  ...['HttpsFirstBalancedModeAutoEnable', 'AvoidCorsURLLoaderRestartOnRedirect', 'ThirdPartyStoragePartitioning'],
  ...['PaintHolding', 'OptimizationHints', 'NetworkTimeServiceQuerying', 'PreconnectToSearch', 'LensOverlay'],
  ...['AimEnabled', 'WebUIOmniboxPopup', 'WebUIOmniboxAimPopup', 'SpareRendererForSitePerProcess'],
]

export const launchOptions = {
  executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    `--disable-features=${LEFT_OUT.join(',')}`,
  ],
}
