/** Runs once when the server starts: brings the database up to date and loads the demo into an empty one. */
export async function register(): Promise<void> {
  if (process.env['NEXT_RUNTIME'] !== 'nodejs') return
  const { repository } = await import('./server/open-repository.ts')
  const { loadDemoWhenEmpty } = await import('./server/sites/demo.ts')
  const { shippedFonts } = await import('./server/fonts/shipped.ts')
  const sites = await repository()
  await loadDemoWhenEmpty(sites)
  // Kept now, so that the first site to be opened need not wait for it.
  await shippedFonts(sites)
}
