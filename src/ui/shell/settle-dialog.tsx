'use client'
import { useEffect, useState } from 'react'
import type { SiteState } from '../../protocol/site-state.ts'
import { mergeDocs } from '../../core/site/merge-texts.ts'
import { placeOf } from '../../core/text/place.ts'
import { applySplices } from '../../core/text/splice.ts'
import { api } from '../state/api.ts'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { textsOfSite } from '../state/document.ts'
import { Modal } from '../controls/modal.tsx'
import { ConflictDialog } from './conflict-dialog.tsx'
import { around, Excerpt } from './excerpt.tsx'
import { SaveTexts, useDocName } from './save-texts.tsx'

/** Opens when keeping has stopped; none of its ways on loses what this window holds. */
export function SettleDialog() {
  const state = useRoom(({ keeping }) => keeping.state)
  const conflict = useRoom((room) => room.conflict)
  if (state === 'conflict' && conflict) return <ConflictDialog conflict={conflict} />
  return <RefusedDialog open={state === 'refused'} />
}

/** The server refused a change for good: this window's texts as one change, or on without them once they are saved. */
function RefusedDialog({ open }: { open: boolean }) {
  const { store } = useWorkroom()
  const keeping = useRoom((state) => state.keeping)
  const [tries, setTries] = useState(0)
  const { theirs, fault } = useKeptVersion(open, tries)
  const [saved, setSaved] = useState(false)
  const settle = (keep: 'mine' | 'kept') => {
    setSaved(false)
    store.getState().settle(theirs!, keep)
  }
  return (
    <Modal open={open} wide title="A change could not be kept">
      {keeping.state === 'refused' && <p className="mt-1 text-alarm">{keeping.message}</p>}
      <p className="mt-1 text-quiet">
        Your work is still in this window, and nothing of it is lost. Try to keep it as one change on what the server
        holds, or save its texts before you go on without it.
      </p>
      {fault && (
        <p role="alert" className="mt-3 text-alarm">
          {fault}{' '}
          <button type="button" className="btn ml-1 h-7" onClick={() => setTries(tries + 1)}>
            Try again
          </button>
        </p>
      )}
      {open && !theirs && !fault && <p className="mt-3 text-quiet">Loading the kept version …</p>}
      {theirs && <Differences theirs={theirs} />}
      <div className="mt-4 flex flex-wrap justify-end gap-2">
        <SaveTexts onSaved={() => setSaved(true)} />
        <button
          type="button"
          className="btn"
          disabled={theirs === null || !saved}
          title={theirs && !saved ? 'Save this window’s texts first' : undefined}
          onClick={() => settle('kept')}
        >
          Go on from the kept version
        </button>
        <button type="button" className="btn btn-main" disabled={!theirs} onClick={() => settle('mine')}>
          Keep this window’s version
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

/** What this window's texts and the kept ones say where they differ. */
function Differences({ theirs }: { theirs: SiteState }) {
  const { store } = useWorkroom()
  const { texts } = store.getState()
  const docs = mergeDocs(texts, texts, textsOfSite(theirs))
  const nameOf = useDocName()
  if (docs.length === 0) return <p className="mt-3">Both versions hold the same texts.</p>
  return (
    <div className="mt-3 max-h-[50vh] overflow-auto" tabIndex={0} aria-label="What differs">
      {docs.map(({ doc, merged: { base, agreed } }) => {
        const splice = agreed[0]!
        return (
          <div key={doc} className="mb-3">
            <p className="font-semibold">
              {nameOf(doc)}, from line {placeOf(base, splice.from).line}
            </p>
            <div className="mt-1 grid grid-cols-2 gap-2">
              <Version title="This window" text={around(base, splice.from, splice.to)} />
              <Version
                title="Kept so far"
                text={around(applySplices(base, [splice]), splice.from, splice.from + splice.insert.length)}
              />
            </div>
          </div>
        )
      })}
    </div>
  )
}

function Version({ title, text }: { title: string; text: string }) {
  return (
    <div>
      <p className="text-[12px] text-quiet">{title}</p>
      <Excerpt text={text} />
    </div>
  )
}
