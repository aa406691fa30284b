/** What an address that leads nowhere shows. */
export default function NotFound() {
  return (
    <main className="mx-auto max-w-md p-10">
      <h1 className="text-lg font-semibold">There is nothing at this address.</h1>
      <p className="mt-2 text-quiet">
        The site may have been removed.{' '}
        <a className="text-accent underline" href="/sites">
          See the sites that are here
        </a>
        .
      </p>
    </main>
  )
}
