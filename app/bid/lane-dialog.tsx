import { useState } from 'react'
import type { CellName } from '#core/quote/quote'
import { cellWords } from '#core/quote/words'
import type { ProjectLane } from '#server/bid/read'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import type { BidDialogsProps } from './bid-dialogs'

const shown = ['origin', 'dest', 'equipment', 'loads', 'weight'] as const satisfies readonly CellName[]

/** A lane's cells as they were typed, with what is wrong with which; saved, they are read again. */
export function LaneDialog({ lane, acting, onClose }: BidDialogsProps & { lane: ProjectLane }) {
  const [cells, setCells] = useState(lane.cells)
  const problemOf = (cell: CellName) =>
    cells[cell] === lane.cells[cell] ? lane.problems.find((problem) => problem.cell === cell) : undefined
  return (
    <FormDialog
      title={`Lane ${lane.position}`}
      layout="grid grid-cols-2 gap-3"
      button="Save"
      save={() => acting.act({ intent: 'change_lane', laneId: lane.id, cells }, undefined, true)}
      onClose={onClose}
    >
      {shown.map((cell, at) => {
        const problem = problemOf(cell)
        return (
          <div key={cell} className={at < 2 ? 'col-span-2' : ''}>
            <Field
              label={cellWords[cell]}
              value={cells[cell] ?? ''}
              onChange={(event) => setCells({ ...cells, [cell]: event.target.value })}
              {...(problem ? { error: problem.message } : {})}
              autoFocus={problem !== undefined && lane.problems[0]?.cell === cell}
            />
            {problem && problem.candidates.length > 0 && (
              <p className="flex flex-wrap gap-x-3">
                {problem.candidates.slice(0, 6).map((candidate) => (
                  <button
                    key={candidate}
                    type="button"
                    className="link"
                    onClick={() => setCells({ ...cells, [cell]: candidate })}
                  >
                    {candidate}
                  </button>
                ))}
              </p>
            )}
          </div>
        )
      })}
    </FormDialog>
  )
}
