'use client'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react'
import { Ellipsis } from 'lucide-react'

/** One thing that can be done to a file. */
export interface FileAction {
  readonly name: string
  readonly run: () => void
}

/** What can be done to a file, behind three dots. */
export function FileMenu({ path, actions }: { path: string; actions: readonly FileAction[] }) {
  return (
    <Menu>
      <MenuButton className="btn btn-bare size-7 shrink-0 p-0 text-quiet" aria-label={`What can be done to ${path}`}>
        <Ellipsis aria-hidden className="size-4" />
      </MenuButton>
      <MenuItems
        anchor={{ to: 'bottom end', gap: 2 }}
        className="z-50 min-w-44 rounded-[3px] border border-edge bg-raised p-1 shadow-lg outline-none"
      >
        {actions.map(({ name, run }) => (
          <MenuItem key={name}>
            <button
              type="button"
              className="block w-full rounded-sm px-2 py-1.5 text-left data-focus:bg-accent-wash"
              onClick={run}
            >
              {name}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  )
}
