'use client'
import { useState } from 'react'
import { betterPath } from '../../core/paths/file-names.ts'
import { count } from '../words.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { Modal } from '../controls/modal.tsx'
import { useAnswer } from '../state/use-answer.ts'
import { LongList } from '../controls/long-list.tsx'
import { Buttons } from './form.tsx'

/** Offers better names for files that have awkward ones; each can be changed or left as it is. */
export function BetterNamesDialog({ paths, onClose }: { paths: readonly string[]; onClose: () => void }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const files = useRoom((state) => state.files)
  const [rows, setRows] = useState(() => {
    const taken = new Set(files.map(({ path }) => path))
    return paths.map((from) => {
      const to = betterPath(from, (each) => taken.has(each))
      taken.add(to)
      return { from, to, wanted: true }
    })
  })
  const moves = rows
    .filter(({ wanted, from, to }) => wanted && from !== to.trim())
    .map(({ from, to }) => ({ from, to: to.trim() }))
  const answer = useAnswer('moves', moves.length === 0 ? null : { moves }, { exact: true })
  const references = answer?.change.texts.reduce((sum, { splices }) => sum + splices.length, 0) ?? 0
  const ready = moves.length > 0 && answer?.fault === ''
  return (
    <Modal open onClose={onClose} title="Better names" wide>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          if (!ready) return
          const label = `Gave ${count(moves.length, 'file')} better names`
          if (carryOut(workroom, label, answer.change)) notice(`${label}; ${count(references, 'reference')} followed.`)
          onClose()
        }}
      >
        <p className="mt-1 text-quiet">
          Lower case, hyphens for spaces, no odd characters: such names work on every server and in every address. All
          references follow.
        </p>
        <div className="mt-3 max-h-[50vh] overflow-auto">
          <LongList
            items={rows}
            keyOf={({ from }) => from}
            rowHeight={43}
            row={(row) => (
              <div className="flex items-center gap-3 border-t border-line py-1.5">
                <input
                  type="checkbox"
                  aria-label={`Rename ${row.from}`}
                  className="accent-(--accent)"
                  checked={row.wanted}
                  onChange={(event) => setRows(rows.with(rows.indexOf(row), { ...row, wanted: event.target.checked }))}
                />
                <span className="min-w-0 flex-1 truncate font-mono text-[12px]" title={row.from}>
                  {row.from}
                </span>
                <span aria-hidden className="text-quiet">
                  →
                </span>
                <input
                  aria-label={`New name of ${row.from}`}
                  className="field w-[46%] font-mono text-[12px]"
                  disabled={!row.wanted}
                  value={row.to}
                  onChange={(event) => setRows(rows.with(rows.indexOf(row), { ...row, to: event.target.value }))}
                />
              </div>
            )}
          />
        </div>
        {answer?.fault && (
          <p role="alert" className="mt-2 text-alarm">
            {answer.fault}
          </p>
        )}
        {ready && (
          <p className="mt-2">
            {references === 0
              ? 'Nothing refers to them.'
              : `${count(references, 'reference')} in ${count(answer.change.texts.length, 'file')} follow.`}
          </p>
        )}
        <Buttons action={`Rename ${count(moves.length, 'file')}`} disabled={!ready} onClose={onClose} />
      </form>
    </Modal>
  )
}
