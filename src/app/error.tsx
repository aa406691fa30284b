'use client'

/** What is shown when the whole screen fails. */
export default function Failed({ reset }: { error: Error; reset: () => void }) {
  return (
    <main className="mx-auto max-w-md p-10">
      <h1 className="text-lg font-semibold">This cannot be shown</h1>
      <p role="alert" className="mt-2">
        The fault is Attire’s. What was kept is kept; try again, or open another site.
      </p>
      <p className="mt-4 flex gap-2">
        <button type="button" className="btn" onClick={reset}>
          Try again
        </button>
        <a className="btn" href="/sites">
          See all sites
        </a>
      </p>
    </main>
  )
}
