'use client'
import { FAMILIES } from '../../core/type/families.ts'
import { Modal } from '../controls/modal.tsx'

/** The families that ship with Attire, with their licences. */
export function LicencesDialog({ onClose }: { onClose: () => void }) {
  return (
    <Modal open onClose={onClose} title={`${FAMILIES.length} families under open licences`} wide>
      <p className="mt-1 text-quiet">
        All of them may be used, changed and handed on with a site, for free. The licence text says how.
      </p>
      <div className="mt-3 max-h-[60vh] overflow-auto" tabIndex={0} role="group" aria-label="Families">
        <table className="w-full">
          <thead>
            <tr className="text-left text-[12px] text-quiet">
              <th className="py-1 font-normal">family</th>
              <th className="font-normal">kind</th>
              <th className="font-normal">weights</th>
              <th className="font-normal">italic</th>
              <th className="font-normal">licence</th>
            </tr>
          </thead>
          <tbody>
            {FAMILIES.map(({ name, kind, weights, files, licence }) => (
              <tr key={name} className="border-t border-line">
                <td className="py-1.5 text-[16px]" style={{ fontFamily: `"Attire ${name}"` }}>
                  {name}
                </td>
                <td>{kind}</td>
                <td>{weights.join(' to ')}</td>
                <td>{files.some(({ style }) => style === 'italic') ? 'yes' : 'slanted by the browser'}</td>
                <td>
                  <a
                    className="underline decoration-edge underline-offset-2"
                    href={`/api/fonts/licences/${encodeURIComponent(name)}`}
                    target="_blank"
                    rel="noreferrer"
                  >
                    {licence === 'OFL-1.1' ? 'SIL Open Font License 1.1' : 'Apache License 2.0'}
                  </a>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="mt-4 flex justify-end">
        <button type="button" className="btn btn-main" onClick={onClose}>
          Close
        </button>
      </div>
    </Modal>
  )
}
