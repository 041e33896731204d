import type { ProjectPage } from '#server/bid/read'
import type { OpenBidDialog } from './bid-dialogs'
import type { BidActing } from './use-bid-act'

interface ProjectKeysProps {
  project: ProjectPage
  /** Boards that are connected. */
  boards: readonly string[]
  mayEdit: boolean
  /** Whether the routing guide can be put together now. */
  mayChoose: boolean
  acting: BidActing
  open: (dialog: OpenBidDialog) => void
}

/** What can be done with a bid project as it stands; its buttons are made of these too. */
export function projectKeys({ project, boards, mayEdit, mayChoose, acting, open }: ProjectKeysProps) {
  const isDraft = project.state === 'draft'
  const isOpen = project.state === 'open'
  return [
    {
      key: 'l',
      words: 'add lanes',
      run: () => open({ kind: 'lanes', text: '' }),
      disabled: !(mayEdit && isDraft),
    },
    {
      key: 'i',
      words: 'invite carriers',
      run: () => open({ kind: 'invite' }),
      disabled: !(mayEdit && (isDraft || isOpen) && project.lanes.length > 0),
    },
    {
      key: 'b',
      words: 'post on boards',
      run: () => open({ kind: 'boards' }),
      disabled: !(mayEdit && (isDraft || isOpen) && project.lanes.length > 0 && boards.length > 0),
    },
    {
      key: 'e',
      words: 'change terms',
      run: () => open({ kind: 'terms' }),
      disabled: !(mayEdit && (isDraft || isOpen)),
    },
    {
      key: 'r',
      words: 'remind',
      run: () => void acting.act({ intent: 'remind' }, 'Reminder sent'),
      disabled: !(mayEdit && isOpen),
    },
    {
      key: 'c',
      words: 'close bidding',
      run: () => void acting.act({ intent: 'close' }, 'Bidding is closed'),
      disabled: !(mayEdit && isOpen),
    },
    {
      key: 'a',
      words: project.state === 'awarded' ? 'change the guide' : 'award the guide',
      run: () => open({ kind: 'award' }),
      disabled: !mayChoose,
    },
    {
      key: 'x',
      words: 'cancel',
      run: () => open({ kind: 'cancel' }),
      disabled: !mayEdit || project.state === 'awarded' || project.state === 'cancelled',
    },
  ]
}
