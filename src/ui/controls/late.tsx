'use client'
import { use, type ComponentType } from 'react'

/** A component whose code comes when it is shown for the first time, or is asked for before. */
export type Late<P = object> = ComponentType<P> & { readonly load: () => Promise<unknown> }

/**
 * Makes one. While its code is on the way it suspends; once it is there nothing waits any more. What failed ahead of time is tried
 * again when it is shown; what fails then stays so, for browsers do not ask again for a script that did not come.
 */
export function late<P extends object>(get: () => Promise<ComponentType<P>>): Late<P> {
  let there: ComponentType<P> | null = null
  let coming: Promise<ComponentType<P>> | null = null
  // Rendering must meet the same promise again, to hear why it failed.
  let awaited: Promise<ComponentType<P>> | null = null
  const load = () =>
    (coming ??= get().then(
      (component) => (there = component),
      (error: unknown) => {
        coming = null
        throw error
      },
    ))
  function Late(props: P) {
    const Body = there ?? use((awaited ??= load()))
    return <Body {...props} />
  }
  return Object.assign(Late, { load })
}
