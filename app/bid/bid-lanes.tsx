import { Form } from 'react-router'
import type { TypedBid } from '#core/bid/sheet'
import type { readInvite } from '#server/bid/link'
import { sheetFiles } from '../ui/sheet-file'

export type BidPage = Exclude<ReturnType<typeof readInvite>, { refusal: unknown }> & { isOpen: boolean }

interface BidLanesProps {
  page: BidPage
  typed: [number, TypedBid][]
  answers: string[]
  problems: { laneId: number; message: string }[]
  sheetUrl: string
  busy: boolean
}

/** The lanes of a project with a carrier's own prices, to be filled on a phone; or all at once by its sheet. */
export function BidLanes({ page, typed, answers, problems, sheetUrl, busy }: BidLanesProps) {
  const byLane = new Map(typed)
  const wrong = new Map(problems.map(({ laneId, message }) => [laneId, message]))
  return (
    <Form method="post" encType="multipart/form-data" className="flex flex-col gap-4">
      <ol aria-label="Lanes" className="flex flex-col">
        {page.lanes.map((lane) => (
          <LaneFields
            key={lane.id}
            lane={lane}
            typed={byLane.get(lane.id)}
            problem={wrong.get(lane.id)}
            isOpen={page.isOpen}
          />
        ))}
      </ol>
      {page.questions.map((question, at) => (
        <label key={question} className="block">
          {question}
          <textarea
            name={`answer-${at}`}
            rows={2}
            maxLength={500}
            defaultValue={answers[at] ?? ''}
            disabled={!page.isOpen}
            className="field mt-1 !h-auto py-1"
          />
        </label>
      ))}
      {page.isOpen && (
        <>
          <button type="submit" className="button first !h-12 justify-center text-[17px]" disabled={busy}>
            {busy ? 'Sending…' : sendWords(page)}
          </button>
          <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-t pt-3">
            <a href={sheetUrl} className="link py-2" download>
              Get the lanes as a sheet
            </a>
            <label className="label">
              Filled it? Choose the file (.xlsx or .csv), then send
              <input type="file" name="file" accept={sheetFiles} className="mt-1 block" />
            </label>
          </div>
        </>
      )}
    </Form>
  )
}

const sendWords = ({ answer }: BidPage): string => (answer.state === 'bid' ? 'Send the changed bid' : 'Send the bid')

interface LaneFieldsProps {
  lane: BidPage['lanes'][number]
  typed: TypedBid | undefined
  problem: string | undefined
  isOpen: boolean
}

function LaneFields({ lane, typed, problem, isOpen }: LaneFieldsProps) {
  const { id, position, origin, dest } = lane
  return (
    <li className="border-t py-2">
      <b className="block">
        {position}. {origin} to {dest}
      </b>
      <span className="label block">{factWords(lane)}</span>
      <span className="mt-1 grid grid-cols-[1fr_1fr] gap-3">
        <label className="label">
          Price for a load
          <input
            name={`price-${id}`}
            aria-label={`Price for a load, lane ${position}`}
            inputMode="decimal"
            placeholder="1850 or 2.35/mi"
            defaultValue={typed?.price ?? ''}
            disabled={!isOpen}
            className="field !h-10"
            aria-invalid={problem ? true : undefined}
            aria-describedby={problem ? `wrong-${id}` : undefined}
          />
        </label>
        <label className="label">
          Loads a week you can do
          <input
            name={`weekly-${id}`}
            aria-label={`Loads a week, lane ${position}`}
            inputMode="numeric"
            placeholder={lane.weekly === null ? 'all' : `all, ${lane.weekly}`}
            defaultValue={typed?.weekly ?? ''}
            disabled={!isOpen}
            className="field !h-10"
          />
        </label>
      </span>
      {problem && (
        <span id={`wrong-${id}`} className="block text-bill">
          {problem}
        </span>
      )}
    </li>
  )
}

const factWords = ({ equipment, miles, weightLb, loads, weekly }: BidPage['lanes'][number]): string =>
  [
    equipment.toLowerCase(),
    miles === null ? '' : `${miles.toLocaleString('en-US')} mi`,
    weightLb === null ? '' : `${weightLb.toLocaleString('en-US')} lb`,
    loads === null ? '' : `${loads} ${loads === 1 ? 'load' : 'loads'}, about ${weekly} a week`,
  ]
    .filter(Boolean)
    .join(', ')
