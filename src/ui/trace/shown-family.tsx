'use client'
import { useEffect, useState } from 'react'
import { namedFamilies, shownFamilyInWords } from '../../core/type/shown-family.ts'
import { useWorkroom } from '../state/context.tsx'

/** Says which family is really shown, when it is not the first of the list. */
export function ShownFamily({ value }: { value: string }) {
  const { frames } = useWorkroom()
  const [present, setPresent] = useState<ReadonlySet<string> | null>(null)
  useEffect(() => {
    let stale = false
    const look = () =>
      void frames.presentFamilies(namedFamilies(value)).then((found) => {
        if (!stale) setPresent(found)
      })
    look()
    const leave = frames.watch(look)
    return () => {
      stale = true
      leave()
    }
  }, [frames, value])
  const words = present === null ? '' : shownFamilyInWords(value, present)
  return words === '' ? null : <span className="block">{words}</span>
}
