'use client'
import { LIMITS, megabytes } from '../../protocol/limits.ts'
import { FolderInput } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import type { ImportResult } from '../../protocol/site-state.ts'
import { count } from '../words.ts'
import { Modal } from '../controls/modal.tsx'
import { fromFile, fromFolder, importSite, readDrop, type ImportProgress, type Incoming } from './import.ts'

type Stage =
  | { readonly at: 'asking'; readonly fault: string | null }
  | { readonly at: 'working'; readonly name: string; readonly progress: ImportProgress }
  | { readonly at: 'done'; readonly result: ImportResult }

interface Props {
  /** What was dropped on the window before the dialog opened. */
  readonly dropped: Promise<Incoming> | null
  readonly onClose: () => void
}

/** Brings in a site from a folder or a ZIP, with progress, and lists what could not be used. */
export function ImportDialog({ dropped, onClose }: Props) {
  const [stage, setStage] = useState<Stage>({ at: 'asking', fault: null })
  const abort = useRef<AbortController>(null)

  const start = async (incoming: Promise<Incoming> | Incoming) => {
    const controller = new AbortController()
    abort.current = controller
    try {
      const ready = await incoming
      setStage({ at: 'working', name: ready.name, progress: { what: 'Reading', share: null } })
      const result = await importSite(
        ready,
        (progress) => setStage({ at: 'working', name: ready.name, progress }),
        controller.signal,
      )
      setStage({ at: 'done', result })
    } catch (error) {
      setStage({ at: 'asking', fault: error instanceof Error ? error.message : 'The import did not work. Try again.' })
    }
  }
  const begin = useRef(start)
  useEffect(() => {
    if (dropped) void begin.current(dropped)
  }, [dropped])

  const close = () => {
    abort.current?.abort()
    onClose()
  }
  return (
    <Modal
      open
      onClose={stage.at === 'working' ? undefined : close}
      title={stage.at === 'done' ? `${stage.result.name} is here` : 'Bring in a site'}
    >
      {stage.at === 'asking' && (
        <Asking fault={stage.fault} onStart={(incoming) => void start(incoming)} onClose={close} />
      )}
      {stage.at === 'working' && (
        <div className="mt-3">
          <p>
            {stage.progress.what}: {stage.name}
          </p>
          <progress
            aria-label={stage.progress.what}
            className="mt-2 h-2 w-full accent-(--accent)"
            max={1}
            value={stage.progress.share ?? undefined}
          />
          <div className="mt-4 flex justify-end">
            <button type="button" className="btn" onClick={() => abort.current?.abort()}>
              Cancel
            </button>
          </div>
        </div>
      )}
      {stage.at === 'done' && <Done result={stage.result} onClose={close} />}
    </Modal>
  )
}

function Asking({
  fault,
  onStart,
  onClose,
}: {
  fault: string | null
  onStart: (incoming: Promise<Incoming> | Incoming) => void
  onClose: () => void
}) {
  const [over, setOver] = useState(false)
  const archive = useRef<HTMLInputElement>(null)
  const folder = useRef<HTMLInputElement>(null)
  useEffect(() => folder.current?.setAttribute('webkitdirectory', ''), [])
  return (
    <>
      <p className="mt-1 text-quiet">
        A folder with your pages, or a ZIP of it: up to {megabytes(LIMITS.archive)} packed, {megabytes(LIMITS.unpacked)}{' '}
        unpacked. Files come in as they are, and nothing leaves this machine.
      </p>
      <div
        className={`mt-3 grid place-items-center gap-3 rounded-[4px] border-2 border-dashed px-4 py-8 ${over ? 'border-accent bg-accent-wash' : 'border-edge'}`}
        onDragOver={(event) => {
          event.preventDefault()
          setOver(true)
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault()
          event.stopPropagation()
          setOver(false)
          onStart(readDrop(event.dataTransfer))
        }}
      >
        <FolderInput aria-hidden className="size-8 text-quiet" />
        <p>Drop it here, or</p>
        <div className="flex gap-2">
          <button type="button" className="btn" onClick={() => folder.current?.click()}>
            Choose a folder
          </button>
          <button type="button" className="btn" onClick={() => archive.current?.click()}>
            Choose a ZIP
          </button>
        </div>
        <input
          ref={folder}
          type="file"
          hidden
          aria-label="A folder"
          multiple
          onChange={(event) => event.target.files?.length && onStart(fromFolder(event.target.files))}
        />
        <input
          ref={archive}
          type="file"
          hidden
          aria-label="A ZIP archive"
          accept=".zip,application/zip"
          onChange={(event) => {
            const file = event.target.files?.[0]
            if (file) onStart((async () => fromFile(file))())
          }}
        />
      </div>
      {fault && (
        <p role="alert" className="mt-3 text-alarm">
          {fault}
        </p>
      )}
      <div className="mt-4 flex justify-end">
        <button type="button" className="btn" onClick={onClose}>
          Close
        </button>
      </div>
    </>
  )
}

function Done({ result, onClose }: { result: ImportResult; onClose: () => void }) {
  return (
    <>
      <p className="mt-2">
        {count(result.files, 'file')} came in, {count(result.pages, 'page')} among them.{' '}
        {result.sheetIsNew ? (
          <>
            There was no stylesheet, so Attire begins an empty one,{' '}
            <code className="font-mono">{result.sheetPath}</code>.
          </>
        ) : (
          <>
            The sheet is <code className="font-mono">{result.sheetPath}</code>.
          </>
        )}
      </p>
      <Told of={result.leftOut} says={`${count(result.leftOut.length, 'thing')} could not be used:`} />
      <Told of={result.told} says={`${count(result.told.length, 'file')} came in, and should be looked at:`} />
      <div className="mt-4 flex justify-end gap-2">
        <button type="button" className="btn" onClick={onClose}>
          Stay here
        </button>
        <a className="btn btn-main" href={`/site/${result.siteId}`}>
          Open the site
        </a>
      </div>
    </>
  )
}

/** Files with a word about each; nothing where there are none. */
function Told({ of, says }: { of: ImportResult['told']; says: string }) {
  if (of.length === 0) return null
  return (
    <>
      <p className="mt-3 font-semibold">{says}</p>
      <ul
        className="mt-1 max-h-52 overflow-auto rounded-[3px] border border-line bg-sunken px-3 py-2"
        tabIndex={0}
        aria-label={says}
      >
        {of.map(({ path, reason }) => (
          <li key={path} className="py-0.5">
            <code className="font-mono text-[12px] break-all">{path}</code> <span className="text-quiet">{reason}</span>
          </li>
        ))}
      </ul>
    </>
  )
}

/** Takes in whatever is dropped anywhere on the window. */
export function useWindowDrop(onDrop: (incoming: Promise<Incoming>) => void): boolean {
  const [over, setOver] = useState(false)
  const act = useRef(onDrop)
  useEffect(() => {
    act.current = onDrop
  })
  useEffect(() => {
    const carriesFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') === true
    const enter = (event: DragEvent) => {
      if (!carriesFiles(event)) return
      event.preventDefault()
      setOver(true)
    }
    const leave = (event: DragEvent) => event.relatedTarget === null && setOver(false)
    const drop = (event: DragEvent) => {
      setOver(false)
      if (!carriesFiles(event)) return
      event.preventDefault()
      act.current(readDrop(event.dataTransfer!))
    }
    window.addEventListener('dragover', enter)
    window.addEventListener('dragleave', leave)
    window.addEventListener('drop', drop)
    return () => {
      window.removeEventListener('dragover', enter)
      window.removeEventListener('dragleave', leave)
      window.removeEventListener('drop', drop)
    }
  }, [])
  return over
}
