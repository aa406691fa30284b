'use client'
import { useEffect, useState } from 'react'
import type { SiteState } from '../../protocol/site-state.ts'
import { fileDoc, lookDoc, pathOfDoc, type Doc } from '../../core/site/step.ts'
import { diffTexts } from '../../core/text/splice.ts'
import { placeOf } from '../../core/text/place.ts'
import { api } from '../state/api.ts'
import { useRoom, useWorkroom } from '../state/context.tsx'
import type { WorkroomState } from '../state/store.ts'
import { packFolder } from '../../workers/pack-folder.ts'
import { Modal } from '../controls/modal.tsx'
import { saveFile } from './save-file.ts'

/** What is said, and what the ways on are called, when another window was first and when the server refused a change. */
const WORDS = {
  conflict: {
    title: 'This site was changed in another window',
    text: 'The other window’s changes were kept first, so those of this window wait. Choose which version goes on; the other one stays in the history, an undo or redo away.',
    theirs: 'Take the other window’s version',
    mine: 'Keep this window’s version',
    other: 'The other window',
  },
  refused: {
    title: 'A change could not be kept',
    text: 'Your work is still in this window, and nothing of it is lost. Try to keep it as one change on what the server holds, or save its texts before you go on without it.',
    theirs: 'Go on from the kept version',
    mine: 'Keep this window’s version',
    other: 'Kept so far',
  },
} as const

/**
 * Opens when keeping has stopped: another window saved first, or the server refused a change for good. Shows both
 * versions and the ways on; none of them loses what this window holds.
 */
export function SettleDialog() {
  const { store } = useWorkroom()
  const keeping = useRoom((state) => state.keeping)
  const open = keeping.state === 'conflict' || keeping.state === 'refused'
  const [tries, setTries] = useState(0)
  const { theirs, fault } = useKeptVersion(open, tries)
  const [saved, setSaved] = useState(false)
  const words = WORDS[keeping.state === 'refused' ? 'refused' : 'conflict']
  // What the server refused once it may refuse again, so this window's version is saved before it is given up.
  const mayLeave = theirs !== null && (keeping.state === 'conflict' || saved)
  const settle = (keep: 'mine' | 'theirs') => {
    setSaved(false)
    store.getState().settle(theirs!, keep === 'theirs' && keeping.state === 'refused' ? 'kept' : keep)
  }
  return (
    <Modal open={open} wide title={words.title}>
      {keeping.state === 'refused' && <p className="mt-1 text-alarm">{keeping.message}</p>}
      <p className="mt-1 text-quiet">{words.text}</p>
      {fault && (
        <p role="alert" className="mt-3 text-alarm">
          {fault}{' '}
          <button type="button" className="btn ml-1 h-7" onClick={() => setTries(tries + 1)}>
            Try again
          </button>
        </p>
      )}
      {open && !theirs && !fault && <p className="mt-3 text-quiet">Loading the kept version …</p>}
      {theirs && <Differences theirs={theirs} other={words.other} />}
      <div className="mt-4 flex flex-wrap justify-end gap-2">
        <button
          type="button"
          className="btn mr-auto"
          title="Pages and sheets as this window has them, in UTF-8"
          onClick={() => void saveTexts(store.getState()).then(() => setSaved(true))}
        >
          Save this window’s texts as a ZIP
        </button>
        <button
          type="button"
          className="btn"
          disabled={!mayLeave}
          title={theirs && !mayLeave ? 'Save this window’s texts first' : undefined}
          onClick={() => settle('theirs')}
        >
          {words.theirs}
        </button>
        <button type="button" className="btn btn-main" disabled={!theirs} onClick={() => settle('mine')}>
          {words.mine}
        </button>
      </div>
    </Modal>
  )
}

/** The site as the server holds it, asked for while the dialog is open and anew with every try. */
function useKeptVersion(open: boolean, tries: number): { theirs: SiteState | null; fault: string | null } {
  const { store } = useWorkroom()
  const [found, setFound] = useState<{ theirs: SiteState | null; fault: string | null }>(NOTHING)
  useEffect(() => {
    if (!open) return
    let stale = false
    api.site(store.getState().siteId).then(
      (theirs) => !stale && setFound({ theirs, fault: null }),
      (error: Error) => !stale && setFound({ theirs: null, fault: error.message }),
    )
    return () => {
      stale = true
      setFound(NOTHING)
    }
  }, [open, tries, store])
  return found
}

const NOTHING = { theirs: null, fault: null }

/** All texts of this window in an archive that the browser saves. */
async function saveTexts({ name, texts, looks, lookId, sheetPath }: WorkroomState): Promise<void> {
  const pathFor = (doc: Doc): string => {
    const look = looks.find(({ id }) => lookDoc(id) === doc)
    return pathOfDoc(doc) ?? (look?.id === lookId ? sheetPath : `looks/${look?.name ?? doc.slice(5)}.css`)
  }
  const files = [...texts].map(([doc, text]) => ({ path: pathFor(doc), file: new File([text], 'text') }))
  saveFile(`${name}.zip`, await packFolder(files, () => undefined, new AbortController().signal))
}

function Differences({ theirs, other }: { theirs: SiteState; other: string }) {
  const { store } = useWorkroom()
  const { texts, sheetPath, looks } = store.getState()
  const others = new Map([
    ...theirs.looks.map(({ id, text }) => [lookDoc(id), text] as const),
    ...Object.entries(theirs.texts).map(([path, text]) => [fileDoc(path), text] as const),
  ])
  const found = [...others].flatMap(([doc, text]) => {
    const mine = texts.get(doc)
    const [splice] = mine === undefined ? [] : diffTexts(mine, text)
    if (mine === undefined || !splice) return []
    const look = looks.find(({ id }) => lookDoc(id) === doc)
    return [
      {
        name: pathOfDoc(doc) ?? `${sheetPath}, look ${look?.name ?? ''}`,
        line: placeOf(mine, splice.from).line,
        mine: around(mine, splice.from, splice.to),
        theirs: around(text, splice.from, splice.from + splice.insert.length),
      },
    ]
  })
  if (found.length === 0) return <p className="mt-3">Both versions hold the same texts.</p>
  return (
    <div className="mt-3 max-h-[50vh] overflow-auto" tabIndex={0} aria-label="What differs">
      {found.map((each) => (
        <div key={each.name} className="mb-3">
          <p className="font-semibold">
            {each.name}, from line {each.line}
          </p>
          <div className="mt-1 grid grid-cols-2 gap-2">
            <Version title="This window" text={each.mine} />
            <Version title={other} text={each.theirs} />
          </div>
        </div>
      ))}
    </div>
  )
}

function Version({ title, text }: { title: string; text: string }) {
  return (
    <div>
      <p className="text-[12px] text-quiet">{title}</p>
      <pre className="mt-0.5 overflow-auto rounded-[3px] border border-line bg-sunken p-2 font-mono text-[12px]">
        {text}
      </pre>
    </div>
  )
}

/** A line may be a whole sheet; more of it than this tells nothing. */
const EXCERPT_LETTERS = 4000

/** The lines a change touches, with one before and after. */
function around(text: string, from: number, to: number): string {
  const start = text.lastIndexOf('\n', Math.max(0, text.lastIndexOf('\n', from - 1) - 1)) + 1
  const next = text.indexOf('\n', to)
  const end = next < 0 ? text.length : text.indexOf('\n', next + 1)
  return text.slice(start, end < 0 ? text.length : end).slice(0, EXCERPT_LETTERS)
}
