import type { Step } from '../../core/site/step.ts'
import type { SiteFile } from '../../protocol/site-state.ts'

/** The files after a step: those that come, change, move and go. */
export function filesAfter(before: readonly SiteFile[], step: Step): readonly SiteFile[] {
  if (step.files.length + step.moves.length === 0) return before
  const names = new Map(step.moves.map(({ from, to }) => [from, to]))
  const changes = new Map(step.files.map((change) => [change.path, change]))
  const coming = step.files.filter(({ path, after }) => after !== null && !before.some((file) => file.path === path))
  const changed = ({ hash, size, pixels, encoding, path }: SiteFile): SiteFile => {
    const change = changes.get(path)
    return {
      path: names.get(path) ?? path,
      hash: change?.after ?? hash,
      size: change?.is?.size ?? size,
      pixels: change?.is?.pixels ?? (change ? null : pixels),
      encoding,
    }
  }
  return [
    ...before.filter(({ path }) => changes.get(path)?.after !== null),
    ...coming.map(({ path, after, encoding, is }): SiteFile => ({
      path,
      hash: after!,
      size: is?.size ?? 0,
      pixels: is?.pixels ?? null,
      encoding: encoding ?? null,
    })),
  ].map(changed)
}
