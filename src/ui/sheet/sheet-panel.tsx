'use client'
import dynamic from 'next/dynamic'
import { isPage } from '../../core/paths/paths.ts'
import { useRoom } from '../state/context.tsx'
import { loadSheetEditor, loadSourceView } from './load-editors.ts'
import { SheetBar } from './sheet-bar.tsx'

const loading = () => <p className="px-4 py-3 text-quiet">Opening the text …</p>
const SheetEditor = dynamic(() => loadSheetEditor().then((module) => module.SheetEditor), { ssr: false, loading })
const SourceView = dynamic(() => loadSourceView().then((module) => module.SourceView), { ssr: false, loading })

/** The sheet's text, or that of a page or another stylesheet in its place. */
export function SheetPanel() {
  const source = useRoom((state) => state.source)
  const showText = useRoom((state) => state.showText)
  return (
    <section aria-label="Sheet" className="flex h-full flex-col bg-panel">
      <SheetBar />
      {source && (
        <div className="flex h-8 shrink-0 items-center gap-2 border-t border-line bg-sunken px-4">
          <code className="min-w-0 truncate font-mono text-[12px] font-semibold">{source}</code>
          <span className="min-w-0 truncate text-quiet">
            {isPage(source)
              ? 'its text: the page follows while you type'
              : 'its text: pages follow after a pause in typing'}
          </span>
          <button type="button" className="btn ml-auto h-6 shrink-0 text-[12px]" onClick={() => showText(null)}>
            Back to the sheet
          </button>
        </div>
      )}
      <div className="min-h-0 flex-1 border-t border-line">
        {source ? <SourceView path={source} /> : <SheetEditor />}
      </div>
    </section>
  )
}
