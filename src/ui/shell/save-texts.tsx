'use client'
import { lookDoc, pathOfDoc, type Doc } from '../../core/site/step.ts'
import { packFolder } from '../../workers/pack-folder.ts'
import { useRoom, useWorkroom } from '../state/context.tsx'
import type { WorkroomState } from '../state/store.ts'
import { saveFile } from './save-file.ts'

/** Saves the texts of this window, whatever becomes of them on the server. */
export function SaveTexts({ onSaved }: { onSaved?: () => void }) {
  const { store } = useWorkroom()
  return (
    <button
      type="button"
      className="btn mr-auto"
      title="Pages and sheets as this window has them, in UTF-8"
      onClick={() => void saveTexts(store.getState()).then(() => onSaved?.())}
    >
      Save this window’s texts as a ZIP
    </button>
  )
}

/** All texts of this window in an archive that the browser saves. */
async function saveTexts({ name, texts, looks, lookId, sheetPath }: WorkroomState): Promise<void> {
  const pathFor = (doc: Doc): string => {
    const look = looks.find(({ id }) => lookDoc(id) === doc)
    return pathOfDoc(doc) ?? (look?.id === lookId ? sheetPath : `looks/${look?.name ?? doc.slice(5)}.css`)
  }
  const files = [...texts].map(([doc, text]) => ({ path: pathFor(doc), file: new File([text], 'text') }))
  saveFile(`${name}.zip`, await packFolder(files, () => undefined, new AbortController().signal))
}

/** What a text is called on the screen. */
export function useDocName(): (doc: Doc) => string {
  const looks = useRoom((state) => state.looks)
  const sheetPath = useRoom((state) => state.sheetPath)
  return (doc) => {
    const look = looks.find(({ id }) => lookDoc(id) === doc)
    return pathOfDoc(doc) ?? (looks.length > 1 ? `${sheetPath}, look ${look?.name ?? ''}` : sheetPath)
  }
}
