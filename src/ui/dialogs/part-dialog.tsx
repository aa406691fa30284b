'use client'
import { useEffect, useState } from 'react'
import { NO_CHANGE } from '../../core/site/change.ts'
import { reindent } from '../../core/site/reindent.ts'
import { fileDoc } from '../../core/site/step.ts'
import { indentAt, lineEndOf } from '../../core/text/place.ts'
import { Choice } from '../controls/choice.tsx'
import { count } from '../words.ts'
import { carryOut } from '../state/carry-out.ts'
import { useNotice, useRoom, useWorkroom } from '../state/context.tsx'
import { lateAfter } from '../controls/late.tsx'
import { Modal } from '../controls/modal.tsx'
import { useAnswer, useAsk } from '../state/use-answer.ts'
import { Buttons } from './form.tsx'
import { Outcomes } from './outcomes.tsx'

const MarkupEditor = lateAfter(<div className="h-56" />, () =>
  import('./markup-editor.tsx').then((module) => module.MarkupEditor),
)

/** A pause in typing before the pages are asked. */
const ASK_AFTER_MS = 150

/** Edits a shared part once, for every page that has it. */
export function PartDialog({ name, onClose }: { name: string; onClose: () => void }) {
  const workroom = useWorkroom()
  const notice = useNotice()
  const part = useAnswer('parts', {})?.find((each) => each.name === name)
  const [page, setPage] = useState<string | null>(null)
  const [draft, setDraft] = useState<string | null>(null)
  const from = page ?? part?.from ?? ''
  // The version that stands on the chosen page: asking for the common one would say what the others have.
  const blocks = useOwnText(name, from)
  // In the editor the block stands at the margin; on the page it keeps its indentation.
  const text = blocks === undefined ? '' : draft === null ? blocks.text : reindent(draft, blocks.indent, blocks.eol)
  const ask = text === '' || from === '' ? null : { name, page: from, text }
  const { answer: outcomes, current } = useAsk('part', ask, { pause: ASK_AFTER_MS, keep: true })
  const changing = outcomes?.filter(({ splices }) => splices.length > 0) ?? []
  const save = () => {
    if (changing.length === 0 || !current) return
    const label = `Changed “${name}” on ${count(changing.length, 'page')}`
    if (
      carryOut(workroom, label, {
        ...NO_CHANGE,
        texts: changing.map((outcome) => ({ doc: fileDoc(outcome.page), splices: outcome.splices })),
      })
    )
      notice(`${label}.`)
    onClose()
  }
  return (
    <Modal open onClose={onClose} title={`The shared part “${name}”`} wide>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          save()
        }}
      >
        {part && (
          <div className="mt-2 flex items-center gap-2">
            <span className="text-quiet">As it stands on</span>
            <Choice
              label="As it stands on"
              mono
              className="w-64"
              value={from}
              options={part.pages.map((each) => ({
                value: each,
                label: each,
                ...(part.drifted.includes(each) ? { hint: 'differs' } : {}),
              }))}
              onChange={(each) => {
                setPage(each)
                setDraft(null)
              }}
            />
            <span className="text-[12px] text-quiet">Addresses are seen from there; each page gets its own.</span>
          </div>
        )}
        <div className="mt-2">
          {blocks !== undefined && (
            <MarkupEditor
              key={from}
              label={`Markup of ${name}`}
              text={reindent(blocks.text, '', '\n')}
              onText={setDraft}
            />
          )}
        </div>
        {outcomes && <Outcomes outcomes={outcomes} />}
        <Buttons
          action={changing.length === 0 ? 'Nothing changes' : `Change ${count(changing.length, 'page')}`}
          disabled={changing.length === 0 || !current}
          onClose={onClose}
        />
      </form>
    </Modal>
  )
}

/** The part as one page has it. */
function useOwnText(
  name: string,
  page: string,
): { readonly text: string; readonly indent: string; readonly eol: string } | undefined {
  const text = useRoom((state) => state.texts.get(fileDoc(page)))
  const [found, setFound] = useState<{ key: string; own: { text: string; indent: string; eol: string } } | null>(null)
  useEffect(() => {
    if (text === undefined) return
    let stale = false
    void Promise.all([import('../../core/markup/tree.ts'), import('../../core/site/parts.ts')]).then(
      ([{ parsePage }, { partsIn }]) => {
        const block = partsIn(parsePage(text)).find((each) => each.name === name)?.block
        if (!stale)
          setFound({
            key: `${name} ${page}`,
            own: {
              text: block ? text.slice(block.from, block.to) : '',
              indent: block ? indentAt(text, block.from) : '',
              eol: lineEndOf(text),
            },
          })
      },
    )
    return () => {
      stale = true
    }
  }, [name, page, text])
  return found?.key === `${name} ${page}` ? found.own : undefined
}
