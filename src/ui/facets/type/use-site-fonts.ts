import { useEffect, useState } from 'react'
import type { FontFacts } from '../../../core/type/facts.ts'
import { isFont } from '../../../core/paths/paths.ts'
import { api } from '../../state/api.ts'
import { useRoom, useWorkroom } from '../../state/context.tsx'

/** What the site's font files say of themselves, by path; undefined until it is known, null for a file that is no font. */
export function useSiteFonts(): Readonly<Record<string, FontFacts | null>> | undefined {
  const { store } = useWorkroom()
  const key = useRoom((state) =>
    state.files
      .filter(({ path }) => isFont(path))
      .map(({ path, hash }) => `${path} ${hash}`)
      .join('\n'),
  )
  const kept = useRoom((state) => state.keeping.state === 'kept')
  const [fonts, setFonts] = useState<Readonly<Record<string, FontFacts | null>>>()
  useEffect(() => {
    // The server knows a file once the step that brought it is kept.
    if (!kept) return
    let stale = false
    void api.siteFonts(store.getState().siteId).then(
      (found) => !stale && setFonts(found),
      () => !stale && setFonts({}),
    )
    return () => {
      stale = true
    }
  }, [store, key, kept])
  return fonts
}
