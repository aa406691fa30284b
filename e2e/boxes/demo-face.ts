import { readdirSync, readFileSync } from 'node:fs'
import type { FileInfo } from '../../src/core/site/view.ts'
import { unpackFont } from '../../src/platform/unpack-font.ts'
import { openFont } from '../../src/shaping/open-font.ts'
import type { Files } from '../cascade/compare.ts'

const FOLDER = 'demo/vennor-isles/'

/** The fonts of the demo as they are served, and as a site knows them. */
export async function demoFonts(): Promise<{
  readonly fonts: Readonly<Record<string, Buffer>>
  readonly infos: readonly FileInfo[]
}> {
  const names = readdirSync(`${FOLDER}fonts`).filter((name) => name.endsWith('.woff2'))
  const fonts = Object.fromEntries(names.map((name) => [`fonts/${name}`, readFileSync(`${FOLDER}fonts/${name}`)]))
  const infos: FileInfo[] = []
  for (const [path, bytes] of Object.entries(fonts))
    infos.push({ path, size: bytes.length, pixels: null, font: openFont(await unpackFont(bytes)) })
  return { fonts, infos }
}

const FACE =
  '<style>@font-face { font-family: Face; font-weight: 100 900; src: url(/fonts/public-sans-latin-wght-normal.woff2) } * { font-family: Face !important }</style>'

/** A page with all its text in a font of the demo. */
export const inDemoFace = (html: string) => html.replace('<title>', `${FACE}$&`)

/** The pictures that pages show, as they are served: all of one size. */
export function picturesIn(files: Files): FileInfo[] {
  const paths = Object.entries(files).flatMap(([page, text]) =>
    [...text.matchAll(/src="([^"]+\.(?:svg|png|jpe?g|webp))"/g)].map(([, source]) =>
      new URL(source!, `http://site.test/${page}`).pathname.slice(1),
    ),
  )
  return [...new Set(paths)].map((path) => ({ path, size: 1, pixels: { width: 40, height: 20 } }))
}
