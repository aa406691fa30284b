'use client'
import { useRoom } from '../state/context.tsx'
import { count } from '../words.ts'

/** For a page with scripts: whether they run here, and the way to the other. */
export function ScriptsWord({ scripts }: { scripts: number }) {
  const run = useRoom((state) => state.scriptsRun)
  const set = useRoom((state) => state.set)
  if (scripts === 0) return null
  const off = `${count(scripts, 'script')} of this page ${scripts === 1 ? 'does' : 'do'} not run here: frames show what the markup and the sheet say. Your browser’s console may list them as blocked.`
  return (
    <>
      {' · '}
      <button
        type="button"
        className="underline decoration-edge underline-offset-2 text-left hover:text-ink"
        title={run ? 'Switch the scripts of this site off' : off}
        onClick={() => (run ? set({ scriptsRun: false }) : set({ asking: { kind: 'scripts' } }))}
      >
        its scripts {run ? 'run' : 'are off'} here
      </button>
    </>
  )
}
