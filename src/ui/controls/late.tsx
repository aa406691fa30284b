'use client'
import { use, useEffect, useState, type ComponentType, type ReactNode } from 'react'

/** A component whose code comes when it is shown for the first time, or is asked for before. */
export type Late<P = object> = ComponentType<P> & { readonly load: () => Promise<unknown> }

/** Gets something once. What failed ahead of time is tried again when it is asked for again. */
function once<T>(get: () => Promise<T>) {
  let there: T | null = null
  let coming: Promise<T> | null = null
  const load = () =>
    (coming ??= get().then(
      (came) => (there = came),
      (error: unknown) => {
        coming = null
        throw error
      },
    ))
  return { load, there: () => there }
}

/**
 * Makes one that suspends while its code is on the way, so that what stood there before stays; once it is there nothing waits any more.
 * What fails when it is shown stays so, for browsers do not ask again for a script that did not come.
 */
export function late<P extends object>(get: () => Promise<ComponentType<P>>): Late<P> {
  const { load, there } = once(get)
  // Rendering must meet the same promise again, to hear why it failed.
  let awaited: Promise<ComponentType<P>> | null = null
  function Late(props: P) {
    const Body = there() ?? use((awaited ??= load()))
    return <Body {...props} />
  }
  return Object.assign(Late, { load })
}

/**
 * Makes one that shows something else while its code is on the way. React lets what was suspended appear 300 ms after the last thing
 * that was; this appears as soon as it is there.
 */
export function lateAfter<P extends object>(meanwhile: ReactNode, get: () => Promise<ComponentType<P>>): Late<P> {
  const { load, there } = once(get)
  function Late(props: P) {
    // What the server drew is drawn first here too, so the code counts as there only afterwards.
    const [came, setCame] = useState<{ readonly Body: ComponentType<P> } | { readonly fault: unknown } | null>(null)
    useEffect(() => {
      const Body = there()
      if (Body) setCame({ Body })
      else
        load().then(
          (Body) => setCame({ Body }),
          (fault: unknown) => setCame({ fault }),
        )
    }, [])
    if (came && 'fault' in came) throw came.fault
    return came ? <came.Body {...props} /> : meanwhile
  }
  return Object.assign(Late, { load })
}
