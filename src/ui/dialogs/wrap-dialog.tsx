'use client'
import { useState } from 'react'
import { WRAPPERS, type Wrapper } from '../../core/markup/wrap.ts'
import { Choice } from '../controls/choice.tsx'
import { count, listed } from '../words.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { Modal } from '../controls/modal.tsx'
import { useAnswer } from '../state/use-answer.ts'
import { Buttons, TextField } from './form.tsx'

const MEANS: Readonly<Record<Wrapper, string>> = {
  nav: 'links that lead through the site',
  header: 'what introduces the page or a section',
  footer: 'what closes the page or a section',
  main: 'what this page is about; one a page',
  article: 'a piece that stands by itself',
  section: 'a chapter with a heading',
  aside: 'something beside the matter',
  figure: 'a picture with a caption',
}

/** Wraps an element in one that says what it is for, on one page or on all that are built alike. */
export function WrapDialog({ page, index, onClose }: { page: string; index: number; onClose: () => void }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const set = useRoom((state) => state.set)
  const [wrapper, setWrapper] = useState<Wrapper>('section')
  const [caption, setCaption] = useState('')
  const [all, setAll] = useState(false)
  const one = useAnswer('wrap', { page, index, wrapper, caption, all: false }, { exact: true })
  const every = useAnswer('wrap', { page, index, wrapper, caption, all: true }, { exact: true })
  const found = all ? every : one
  const changed = found?.pages.filter(({ state }) => state === 'changed') ?? []
  const alike = every?.pages.filter(({ state }) => state === 'changed').length ?? 0
  const skipped = found?.pages.filter(({ state }) => state === 'skipped') ?? []
  const wrap = () => {
    if (!found || changed.length === 0) return
    const label = `Wrapped in <${wrapper}> on ${changed.length === 1 ? changed[0]!.page : count(changed.length, 'page')}`
    if (carryOut(workroom, label, found.change)) notice(`${label}.`)
    set({ asking: null, picked: null })
  }
  return (
    <Modal open onClose={onClose} title="Wrap it in an element that says what it is">
      <form
        onSubmit={(event) => {
          event.preventDefault()
          wrap()
        }}
      >
        <div className="mt-3">
          <p className="mb-1 font-semibold">Element</p>
          <Choice
            label="Element"
            className="w-full"
            value={wrapper}
            options={WRAPPERS.map((each) => ({ value: each, label: each, hint: MEANS[each] }))}
            onChange={(each) => setWrapper(each as Wrapper)}
          />
        </div>
        {wrapper === 'figure' && (
          <TextField
            label="Caption"
            value={caption}
            onChange={setCaption}
            hint="It becomes the figcaption; left empty there is none."
          />
        )}
        <fieldset className="mt-3">
          <legend className="font-semibold">Where</legend>
          <label className="mt-1 flex items-center gap-2">
            <input
              type="radio"
              name="where"
              className="accent-(--accent)"
              checked={!all}
              onChange={() => setAll(false)}
            />
            Only on {page}
          </label>
          <label className="mt-1 flex items-center gap-2">
            <input
              type="radio"
              name="where"
              className="accent-(--accent)"
              checked={all}
              disabled={alike < 2}
              onChange={() => setAll(true)}
            />
            On all {alike > 1 ? count(alike, 'page') : 'pages'} that have it in the same place
          </label>
        </fieldset>
        {found?.fault && (
          <p role="alert" className="mt-3 text-alarm">
            {found.fault}
          </p>
        )}
        {skipped.length > 0 && (
          <p className="mt-3 text-quiet">
            Skipped: {listed(skipped.map((each) => each.page))}. {skipped[0]!.why}
          </p>
        )}
        <Buttons action="Wrap it" disabled={changed.length === 0} onClose={onClose} />
      </form>
    </Modal>
  )
}
