'use client'
import { useState } from 'react'
import { isImage, relativeReference } from '../../core/paths/paths.ts'
import { Choice } from '../controls/choice.tsx'
import { Modal } from '../controls/modal.tsx'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { putInText } from '../state/put-in-text.ts'
import { Buttons, TextField } from './form.tsx'

/** Asks for a picture of the site and what it tells, and puts it into a page's text as a figure. */
export function FigureDialog({ page, offset, onClose }: { page: string; offset: number; onClose: () => void }) {
  const workroom = useWorkroom()
  const files = useRoom((state) => state.files)
  const pictures = files.filter(({ path }) => isImage(path))
  const [path, setPath] = useState(pictures[0]?.path ?? '')
  const [alt, setAlt] = useState('')
  const [decorates, setDecorates] = useState(false)
  const [caption, setCaption] = useState('')
  const picture = pictures.find((each) => each.path === path)
  const run = () => {
    if (!picture) return
    const figure = {
      ...{ src: relativeReference(page, path), caption: caption.trim() },
      ...{ alt: decorates ? '' : alt.trim(), size: picture.pixels ?? null },
    }
    onClose()
    void putInText(workroom, page, 'Inserted a figure', (tree, { insertFigure }) => insertFigure(tree, offset, figure))
  }
  return (
    <Modal open onClose={onClose} title={`Figure in ${page}`}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          run()
        }}
      >
        {pictures.length === 0 ? (
          <p className="mt-3 text-quiet">The site has no picture yet. Put one in with Pages, Files.</p>
        ) : (
          <>
            <span className="mt-3 block font-semibold">Picture</span>
            <Choice
              label="Picture"
              className="mt-1 w-full"
              value={path}
              onChange={setPath}
              options={pictures.map((each) => ({ value: each.path, label: each.path }))}
            />
            <TextField
              label="What it tells"
              value={decorates ? '' : alt}
              onChange={setAlt}
              hint="Read aloud in the picture’s place (alt)."
            />
            <label className="mt-1 flex items-center gap-2">
              <input
                type="checkbox"
                className="accent-(--accent)"
                checked={decorates}
                onChange={(event) => setDecorates(event.target.checked)}
              />
              It only decorates
            </label>
            <TextField label="Caption" value={caption} onChange={setCaption} hint="Shown below it; may be empty." />
          </>
        )}
        <Buttons action="Insert it" disabled={!picture || (!decorates && alt.trim() === '')} onClose={onClose} />
      </form>
    </Modal>
  )
}
