'use client'
import { useRoom } from '../state/context.tsx'
import { BetterNamesDialog } from './better-names-dialog.tsx'
import { ChangeDialog } from './change-dialog.tsx'
import { DeleteDialog } from './delete-dialog.tsx'
import { FigureDialog } from './figure-dialog.tsx'
import { FixDialog } from './fix-dialog.tsx'
import { GatherDialog } from './gather-dialog.tsx'
import { HeadDialog } from './head-dialog.tsx'
import { LicencesDialog } from './licences-dialog.tsx'
import { LiftDialog } from './lift-dialog.tsx'
import { MoveDialog } from './move-dialog.tsx'
import { NewClassDialog } from './new-class-dialog.tsx'
import { NewPageDialog } from './new-page-dialog.tsx'
import { PartDialog } from './part-dialog.tsx'
import { RenameDialog } from './rename-dialog.tsx'
import { ReplaceDialog } from './replace-dialog.tsx'
import { ScriptsDialog } from './scripts-dialog.tsx'
import { SectionDialog } from './section-dialog.tsx'
import { SetAsideDialog } from './set-aside-dialog.tsx'
import { ShareDialog } from './share-dialog.tsx'
import { SplitDialog } from './split-dialog.tsx'
import { TidyDialog } from './tidy-dialog.tsx'
import { WrapDialog } from './wrap-dialog.tsx'

/** Whatever is being asked in a window of its own. */
export function Dialogs() {
  const asking = useRoom((state) => state.asking)
  const set = useRoom((state) => state.set)
  const onClose = () => set({ asking: null })
  switch (asking?.kind) {
    case undefined:
      return null
    case 'new-page':
      return <NewPageDialog folder={asking.folder} path={asking.path ?? ''} copyOf={null} onClose={onClose} />
    case 'copy-page':
      return <NewPageDialog folder="" path="" copyOf={asking.page} onClose={onClose} />
    case 'move':
      return <MoveDialog path={asking.path} onClose={onClose} />
    case 'better-names':
      return <BetterNamesDialog paths={asking.paths} onClose={onClose} />
    case 'delete':
      return <DeleteDialog path={asking.path} onClose={onClose} />
    case 'share':
      return <ShareDialog page={asking.page} index={asking.index ?? null} onClose={onClose} />
    case 'part':
      return <PartDialog name={asking.name} onClose={onClose} />
    case 'wrap':
      return <WrapDialog page={asking.page} index={asking.index} onClose={onClose} />
    case 'lift':
      return <LiftDialog pages={asking.pages} onClose={onClose} />
    case 'fix':
      return <FixDialog what={asking.what} title={asking.title} onClose={onClose} />
    case 'set-aside':
      return <SetAsideDialog cause={asking.cause} message={asking.message} onClose={onClose} />
    case 'change':
      return <ChangeDialog {...asking} onClose={onClose} />
    case 'rename':
      return <RenameDialog kind={asking.what} name={asking.name} onClose={onClose} />
    case 'new-class':
      return <NewClassDialog picked={asking.picked} onClose={onClose} />
    case 'split':
      return <SplitDialog name={asking.name} onClose={onClose} />
    case 'figure':
      return <FigureDialog page={asking.page} offset={asking.offset} onClose={onClose} />
    case 'scripts':
      return <ScriptsDialog onClose={onClose} />
    case 'gather':
      return <GatherDialog plans={asking.plans} onClose={onClose} />
    case 'tidy':
      return <TidyDialog onClose={onClose} />
    case 'replace':
      return <ReplaceDialog find={asking.find} onClose={onClose} />
    case 'head':
      return <HeadDialog onClose={onClose} />
    case 'section':
      return <SectionDialog at={asking.at} onClose={onClose} />
    case 'licences':
      return <LicencesDialog onClose={onClose} />
  }
}
