'use client'
import { fileDoc, type FileChange } from '../../core/site/step.ts'
import { EMPTY_HASH } from '../../core/site/step.ts'
import { count } from '../words.ts'
import { useNotice, useWorkroom } from '../state/context.tsx'
import { Modal } from '../controls/modal.tsx'
import { useAnswer } from '../state/use-answer.ts'
import { Buttons } from './form.tsx'

/** Deletes a file, after saying what would break. */
export function DeleteDialog({ path, onClose }: { path: string; onClose: () => void }) {
  const { store } = useWorkroom()
  const notice = useNotice()
  const referrers = useAnswer('referrers', { paths: [path] })
  const remove = () => {
    const state = store.getState()
    const file = state.files.find((each) => each.path === path)
    if (!file) return onClose()
    const text = state.texts.get(fileDoc(path))
    // A text goes by being emptied first: so undo brings every letter back, from the step alone.
    const change: FileChange =
      file.encoding === null
        ? { path, before: file.hash, after: null, was: { size: file.size, pixels: file.pixels } }
        : { path, before: EMPTY_HASH, after: null, encoding: file.encoding }
    state.edit({
      label: `Deleted ${path}`,
      texts: text ? [{ doc: fileDoc(path), splices: [{ from: 0, to: text.length, insert: '' }] }] : [],
      files: [change],
    })
    notice(`${path} is deleted. Undo brings it back.`)
    onClose()
  }
  return (
    <Modal open onClose={onClose} title={`Delete ${path}?`}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          remove()
        }}
      >
        {referrers === undefined && <p className="mt-2 text-quiet">Looking for what refers to it …</p>}
        {referrers?.length === 0 && <p className="mt-2">Nothing refers to it. Undo brings it back.</p>}
        {referrers && referrers.length > 0 && (
          <>
            <p className="mt-2">
              <strong className="text-alarm">{count(referrers.length, 'reference')} would break:</strong>
            </p>
            <ul
              className="mt-1 max-h-60 overflow-auto rounded-[3px] border border-line bg-sunken px-3 py-2"
              tabIndex={0}
              aria-label="What would break"
            >
              {referrers.map(({ file, line, offset, kind }) => (
                <li key={`${file} ${offset}`} className="py-0.5">
                  <button
                    type="button"
                    className="underline decoration-edge underline-offset-2"
                    onClick={() => {
                      const { sheetPath, showText } = store.getState()
                      showText(file === sheetPath ? null : file, { from: offset, to: offset })
                      onClose()
                    }}
                  >
                    {file}, line {line}
                  </button>
                  <span className="text-quiet">
                    {' '}
                    {kind === 'link' ? 'links to it' : kind === 'image' ? 'shows it' : 'uses it'}
                  </span>
                </li>
              ))}
            </ul>
            <p className="mt-2 text-quiet">Undo brings the file back.</p>
          </>
        )}
        <Buttons
          action={referrers && referrers.length > 0 ? 'Delete it all the same' : 'Delete it'}
          disabled={referrers === undefined}
          onClose={onClose}
        />
      </form>
    </Modal>
  )
}
