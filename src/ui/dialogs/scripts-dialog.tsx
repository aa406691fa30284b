'use client'
import { Modal } from '../controls/modal.tsx'
import { useRoom } from '../state/context.tsx'
import { Buttons } from './form.tsx'

/** Lets the site's own scripts run in the frames of this window, after saying what that means. */
export function ScriptsDialog({ onClose }: { onClose: () => void }) {
  const set = useRoom((state) => state.set)
  return (
    <Modal open onClose={onClose} title="Let this site’s scripts run">
      <form
        onSubmit={(event) => {
          event.preventDefault()
          set({ scriptsRun: true })
          onClose()
        }}
      >
        <p className="mt-2">
          All pages are loaded anew, and their own scripts run in them, shut in as the pages are: they load no files but
          the site’s own, and see nothing of Attire or your other sites.
        </p>
        <p className="mt-2">
          Some browsers leave a door open: through a direct connection a script can still tell somebody what its page
          says. So do this for sites you trust. Keys pressed in such a page, and links in it, stay with the page.
        </p>
        <p className="mt-2">
          What a script adds or changes is not in the markup, so nothing that Attire computes knows of it. A script that
          never ends can hold this window up. Reloading the window switches scripts off again.
        </p>
        <Buttons action="Let them run" onClose={onClose} />
      </form>
    </Modal>
  )
}
