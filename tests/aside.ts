/** Builds what runs apart from Next before any test: the thread that reads pictures and fonts. */
export default async function setup(): Promise<void> {
  await import('../scripts/build-aside.mjs' as string)
}
