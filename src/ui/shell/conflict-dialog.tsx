'use client'
import { useEffect, useState } from 'react'
import type { SiteState } from '../../protocol/site-state.ts'
import { fileDoc, lookDoc, pathOfDoc } from '../../core/site/step.ts'
import { diffTexts } from '../../core/text/splice.ts'
import { placeOf } from '../../core/text/place.ts'
import { api } from '../state/api.ts'
import { useRoom, useWorkroom } from '../state/context.tsx'
import { Modal } from '../controls/modal.tsx'

/** Tells that another window saved first, shows both versions, and lets the person choose. Neither is lost. */
export function ConflictDialog() {
  const { store } = useWorkroom()
  const conflict = useRoom((state) => state.keeping.state === 'conflict')
  const [theirs, setTheirs] = useState<SiteState | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  useEffect(() => {
    if (!conflict) return
    let stale = false
    api.site(store.getState().siteId).then(
      (site) => !stale && setTheirs(site),
      (error: Error) => !stale && setFault(error.message),
    )
    return () => {
      stale = true
    }
  }, [conflict, store])
  const settle = (keep: 'mine' | 'theirs') => {
    store.getState().settle(theirs!, keep)
    setTheirs(null)
  }
  return (
    <Modal open={conflict} wide title="This site was changed in another window">
      <p className="mt-1 text-quiet">
        The other window’s changes were kept first, so those of this window wait. Choose which version goes on; the
        other one stays in the history, an undo or redo away.
      </p>
      {fault && (
        <p role="alert" className="mt-3 text-alarm">
          {fault}
        </p>
      )}
      {theirs && <Differences theirs={theirs} />}
      <div className="mt-4 flex justify-end gap-2">
        <button type="button" className="btn" disabled={!theirs} onClick={() => settle('theirs')}>
          Take the other window’s version
        </button>
        <button type="button" className="btn btn-main" disabled={!theirs} onClick={() => settle('mine')}>
          Keep this window’s version
        </button>
      </div>
    </Modal>
  )
}

function Differences({ theirs }: { theirs: SiteState }) {
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
  if (found.length === 0) return <p className="mt-3">Both windows hold the same texts.</p>
  return (
    <div className="mt-3 max-h-[50vh] overflow-auto" tabIndex={0} aria-label="What differs">
      {found.map((each) => (
        <div key={each.name} className="mb-3">
          <p className="font-semibold">
            {each.name}, from line {each.line}
          </p>
          <div className="mt-1 grid grid-cols-2 gap-2">
            <Version title="This window" text={each.mine} />
            <Version title="The other window" text={each.theirs} />
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

/** The lines a change touches, with one before and after. */
function around(text: string, from: number, to: number): string {
  const start = text.lastIndexOf('\n', Math.max(0, text.lastIndexOf('\n', from - 1) - 1)) + 1
  const next = text.indexOf('\n', to)
  const end = next < 0 ? text.length : text.indexOf('\n', next + 1)
  return text.slice(start, end < 0 ? text.length : end).slice(0, 4000)
}
