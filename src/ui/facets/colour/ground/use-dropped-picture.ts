import { useState } from 'react'
import { freePath, plainName } from '../../../../core/paths/file-names.ts'
import { isImage } from '../../../../core/paths/paths.ts'
import type { FileChange } from '../../../../core/site/step.ts'
import { api } from '../../../state/api.ts'
import { useNotice, useWorkroom } from '../../../state/context.tsx'

/** Keeps a dropped picture's bytes and names its place, for a step that puts it into the site. */
export function useDroppedPicture() {
  const { store } = useWorkroom()
  const notice = useNotice()
  const [busy, setBusy] = useState(false)
  const add = async (file: File): Promise<{ path: string; change: FileChange } | null> => {
    if (!isImage(file.name)) {
      notice(`${file.name} is no picture that pages show. PNG, JPEG, WebP, AVIF, GIF and SVG are.`)
      return null
    }
    setBusy(true)
    try {
      const { siteId, imageFolder, files } = store.getState()
      const path = freePath(`${imageFolder === '' ? '' : `${imageFolder}/`}${plainName(file.name)}`, (other) =>
        files.some((each) => each.path === other),
      )
      const { hash, size, pixels } = await api.keep(siteId, path, file)
      return { path, change: { path, before: null, after: hash, is: { size, pixels } } }
    } catch (error) {
      notice(error instanceof Error ? error.message : `${file.name} could not be added.`)
      return null
    } finally {
      setBusy(false)
    }
  }
  return { add, busy }
}
