'use client'
import { useState } from 'react'
import { api } from '../state/api.ts'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { Modal } from '../controls/modal.tsx'
import { SaveTexts } from './save-texts.tsx'

/** Opens when the file that holds all data was deleted or replaced while Attire runs: nothing can be kept until there is one again. */
export function DataGoneDialog() {
  const { store } = useWorkroom()
  const keeping = useRoom((state) => state.keeping)
  const [said, setSaid] = useState<string | null>(null)
  const gone = keeping.state === 'waiting' && keeping.code === 'data-gone'
  const rescue = () =>
    api.rescueData().then(
      ({ path, goesOn }) => {
        if (goesOn) store.getState().hear(null)
        else
          setSaid(
            `All that was kept is in ${path} now, beside the file that took its place. Save this window’s texts, end Attire, give the one you want its old name, and start again.`,
          )
      },
      (error: Error) => setSaid(error.message),
    )
  return (
    <Modal open={gone} title="Attire’s data is not in its place any more">
      <p className="mt-2">{gone ? keeping.message : ''}</p>
      <p className="mt-2 text-quiet">
        All that was kept is still in memory. It can be written to a new file; what this window holds follows.
      </p>
      {said && (
        <p role="alert" className="mt-3 text-alarm">
          {said}
        </p>
      )}
      <div className="mt-4 flex flex-wrap justify-end gap-2">
        <SaveTexts />
        <button type="button" className="btn btn-main" onClick={() => void rescue()}>
          Write it to a new file
        </button>
      </div>
    </Modal>
  )
}
