'use client'
import { use, type ComponentType } from 'react'

/** A component whose code comes when it is shown for the first time, or is asked for before. */
export type Late<P = object> = ComponentType<P> & { readonly load: () => Promise<unknown> }

/** Makes one. While its code is on the way it suspends; once it is there nothing waits any more. A failure is tried again. */
export function late<P extends object>(get: () => Promise<ComponentType<P>>): Late<P> {
  let there: ComponentType<P> | null = null
  let coming: Promise<ComponentType<P>> | null = null
  const load = () =>
    (coming ??= get().then(
      (component) => (there = component),
      (error: unknown) => {
        coming = null
        throw error
      },
    ))
  function Late(props: P) {
    const Body = there ?? use(load())
    return <Body {...props} />
  }
  return Object.assign(Late, { load })
}
