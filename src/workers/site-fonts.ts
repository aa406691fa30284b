import { isFont, type SitePath } from '../core/paths/paths.ts'
import type { OpenFont } from '../core/site/open-font.ts'
import type { FileInfo } from '../core/site/view.ts'

/** A file of the site with the hash of its bytes. */
export interface TrackedFile extends FileInfo {
  readonly hash: string
}

/** Bytes of a font file that is opened: what is larger holds more letters than a page waits for. */
const LARGEST = 4 * 1024 * 1024
/** Fonts of one site that are opened. */
const MOST = 40

/** The fonts of a site, opened when somebody first asks what hangs on the widths of words. */
export class SiteFonts {
  /** By hash: a font never changes under its hash. Null for what cannot be opened. */
  private readonly opened = new Map<string, OpenFont | null>()
  private coming: Promise<void> | null = null

  constructor(private readonly open: (hash: string) => Promise<OpenFont | null>) {}

  /** The files with those fonts that are open. */
  given(files: readonly TrackedFile[]): FileInfo[] {
    return files.map((file) => {
      const font = this.opened.get(file.hash)
      return font ? { ...file, font } : file
    })
  }

  /** Opens the fonts among the files that have not been. Resolves to whether there were some; it never rejects. */
  async openAll(files: readonly TrackedFile[]): Promise<boolean> {
    await this.coming
    const closed = files
      .filter((file) => isOpenable(file) && !this.opened.has(file.hash))
      .slice(0, MOST - this.opened.size)
    if (closed.length === 0) return false
    this.coming = Promise.all(closed.map(({ hash }) => this.openOne(hash))).then(() => undefined)
    await this.coming
    return true
  }

  private async openOne(hash: string): Promise<void> {
    const font = await this.open(hash).catch(() => null)
    this.opened.set(hash, font)
  }
}

const isOpenable = ({ path, size }: { readonly path: SitePath; readonly size: number }) =>
  isFont(path) && size <= LARGEST

/** Fetches a font of a site, unpacked, and opens it. Rejects where that cannot be. */
export async function fetchFont(site: string, hash: string): Promise<OpenFont | null> {
  const [{ openFont }, response] = await Promise.all([
    shaping(),
    fetch(`/api/sites/${encodeURIComponent(site)}/fonts/${hash}`),
  ])
  return response.ok ? openFont(new Uint8Array(await response.arrayBuffer())) : null
}

/** What measures text is bundled apart: scripts/build-aside.mjs. */
const SHAPING = '/shaping.js'
const shaping = () =>
  import(/* turbopackIgnore: true */ /* webpackIgnore: true */ SHAPING) as Promise<
    typeof import('../shaping/open-font.ts')
  >
