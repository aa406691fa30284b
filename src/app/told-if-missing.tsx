const SAID = `<main class="mx-auto max-w-md p-10">
  <h1 class="text-lg font-semibold">Attire did not come whole</h1>
  <p role="alert" class="mt-2">
    A part of its own code did not arrive: Attire was stopped, or another version took its place. What was kept is kept. If Attire is not
    running, start it; then load the page again.
  </p>
  <p class="mt-4"><a class="btn" href="">Load again</a></p>
</main>`

/** Scripts that come with the page carry its nonce; those that are fetched later are asked for twice, and told of where they are needed. */
const TELL = `addEventListener('error', ({ target }) => {
  if (target.tagName !== 'SCRIPT' || !target.nonce) return
  const say = () => (document.body.innerHTML = ${JSON.stringify(SAID).replaceAll('<', '\\u003c')})
  if (document.readyState === 'loading') addEventListener('DOMContentLoaded', say)
  else say()
}, true)`

/** Says so where a script of the page does not come: without it nothing of the page comes to life, and nothing else could tell. */
export function ToldIfMissing({ nonce }: { nonce: string }) {
  return <script nonce={nonce} dangerouslySetInnerHTML={{ __html: TELL }} />
}
