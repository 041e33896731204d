import { useState } from 'react'
import { Check } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { wrongAt } from '../ui/use-saving'
import type { BidDialogsProps } from './bid-dialogs'

/** Chooses the boards that the lanes are on; whoever answers there is invited by email. */
export function BoardsDialog({ project, boards, acting, onClose }: BidDialogsProps) {
  const [chosen, setChosen] = useState(() => project.boards.map(({ board }) => board))
  const standing = new Map(project.boards.map((each) => [each.board, each]))
  return (
    <FormDialog
      title="Post the lanes on boards"
      button={chosen.length === 0 && project.boards.length > 0 ? 'Take them down' : 'Post'}
      save={async () => {
        if (chosen.length === 0 && project.boards.length === 0) return wrongAt({ boards: 'Choose a board' })
        return acting.act({ intent: 'post', boards: chosen }, 'Boards are told', true)
      }}
      onClose={onClose}
    >
      {(error) => (
        <>
          <p>
            Each lane is shown with its loads and the day that bids close; not the customer, and no price. A carrier on
            file that answers there is emailed its own link to bid. They come down when the bidding closes.
          </p>
          <ul className="flex flex-col gap-1">
            {boards.map((name) => (
              <li key={name} className="flex items-baseline gap-3">
                <Check
                  label={name}
                  checked={chosen.includes(name)}
                  onChange={(isChosen) =>
                    setChosen(isChosen ? [...chosen, name] : chosen.filter((each) => each !== name))
                  }
                />
                <span className="label">{standingWords(standing.get(name))}</span>
              </li>
            ))}
          </ul>
          {error('boards') && <p className="text-bill">{error('boards')}</p>}
        </>
      )}
    </FormDialog>
  )
}

const standingWords = (standing: { lanes: number; up: number } | undefined): string => {
  if (!standing) return ''
  return standing.up === standing.lanes ? 'live' : `${standing.up} of ${standing.lanes} live`
}
