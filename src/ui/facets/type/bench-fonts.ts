import { settledSheets } from '../../state/sheets.ts'
import { useEffect } from 'react'
import { FAMILIES } from '../../../core/type/families.ts'
import { facesOf, filesOf } from '../../../core/type/faces.ts'
import { useRoom, useWorkroom } from '../../state/context.tsx'

/** Lets the bench itself set text in the families that ship with Attire; each file is fetched when it is first shown. */
export function useShippedFaces(): void {
  useEffect(() => {
    for (const family of FAMILIES) {
      const name = `Attire ${family.name}`
      if ([...document.fonts].some((face) => face.family.replaceAll('"', '') === name)) continue
      for (const { file, style } of family.files) {
        const [least, most] = family.weights
        for (const alias of [name, family.name])
          document.fonts.add(new FontFace(alias, `url(/api/fonts/${file})`, { weight: `${least} ${most}`, style }))
      }
    }
  }, [])
}

/** More faces than any text is set in; each costs the browser a moment, and a window has only so many. */
const MOST_FACES = 300

/** The same for the faces of the sheet, so that specimens are set as the pages are. */
export function useSheetFaces(): void {
  const { frames } = useWorkroom()
  const sheets = useRoom(settledSheets)
  const lookId = useRoom((state) => state.lookId)
  const kept = useRoom((state) => state.keeping.state === 'kept')
  const shipped = new Set(FAMILIES.map(({ name }) => name))
  const faces = sheets
    .flatMap(({ path, sheet }) => facesOf(sheet).map((face) => ({ face, sheetPath: path })))
    .filter(({ face }) => !shipped.has(face.family))
    .slice(0, MOST_FACES)
  const key = JSON.stringify(
    faces.flatMap(({ face, sheetPath }) =>
      filesOf(face, sheetPath)
        .slice(0, 1)
        .map((path) => ({ family: face.family, path, weight: face.weight.join(' '), style: face.style })),
    ),
  )
  useEffect(() => {
    // The server knows a file once the step that brought it is kept.
    if (!kept) return
    const added = (JSON.parse(key) as { family: string; path: string; weight: string; style: string }[]).map(
      ({ family, path, weight, style }) =>
        new FontFace(family, `url(${frames.addressOf(lookId, path)})`, { weight, style }),
    )
    for (const face of added) document.fonts.add(face)
    return () => {
      for (const face of added) document.fonts.delete(face)
    }
  }, [frames, key, lookId, kept])
}
