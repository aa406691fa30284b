'use client'

/** What is shown when the whole screen fails. Trying again with what is there would fail alike: code that did not come once is not asked for again. */
export default function Failed() {
  return (
    <main className="mx-auto max-w-md p-10">
      <h1 className="text-lg font-semibold">This cannot be shown</h1>
      <p role="alert" className="mt-2">
        A part of Attire is missing or failed. What was kept is kept; load the page again, or open another site.
      </p>
      <p className="mt-4 flex gap-2">
        <button type="button" className="btn" onClick={() => location.reload()}>
          Load again
        </button>
        <a className="btn" href="/sites">
          See all sites
        </a>
      </p>
    </main>
  )
}
