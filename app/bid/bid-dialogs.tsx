import { useState } from 'react'
import { maxInvited } from '#core/bid/bid'
import type { SheetProblem } from '#core/bid/sheet'
import { formatMoney } from '#core/money/money'
import type { ProjectLane, ProjectPage } from '#server/bid/read'
import type { Offerer } from '#server/carrier/find'
import { PasteDialog } from '../quote/paste-dialog'
import { Complete } from '../ui/complete'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { LinkButton } from '../ui/link-button'
import { sheetFiles, textOfFile } from '../ui/sheet-file'
import { TextField } from '../ui/text-field'
import { BoardsDialog } from './boards-dialog'
import { LaneDialog } from './lane-dialog'
import { ProjectForm, typedTerms } from './project-dialog'
import type { BidActing } from './use-bid-act'
import type { Guide } from './use-guide'

export type OpenBidDialog =
  | { kind: 'lanes'; text: string }
  | { kind: 'lane'; lane: ProjectLane }
  | { kind: 'invite' | 'boards' | 'terms' | 'award' | 'cancel' }
  | { kind: 'sheet'; carrierId: number; name: string }

export interface BidDialogsProps {
  project: ProjectPage
  /** Boards that are connected. */
  boards: readonly string[]
  now: number
  zone: string
  acting: BidActing
  guide: Guide
  dialog: OpenBidDialog | null
  onClose: () => void
}

/** The dialog that is open over a bid project. */
export function BidDialogs(props: BidDialogsProps) {
  const { project, now, zone, acting, dialog, onClose } = props
  switch (dialog?.kind) {
    case 'lanes':
      return (
        <PasteDialog
          initial={dialog.text}
          holder="project"
          standing={project.lanes.length}
          addRows={(rows) => acting.act({ intent: 'add_lanes', rows }, undefined, true)}
          onClose={onClose}
        />
      )
    case 'lane':
      return <LaneDialog {...props} lane={dialog.lane} />
    case 'invite':
      return <InviteDialog {...props} />
    case 'boards':
      return <BoardsDialog {...props} />
    case 'terms':
      return (
        <ProjectForm
          title="Terms of the project"
          button="Save"
          {...{ now, zone, onClose }}
          initial={typedTerms(project, zone)}
          isOut={project.state === 'open'}
          save={(terms) => acting.act({ intent: 'change_terms', terms }, undefined, true)}
        />
      )
    case 'award':
      return <AwardGuideDialog {...props} />
    case 'cancel':
      return <CancelDialog {...props} />
    case 'sheet':
      return <SheetDialog {...props} carrierId={dialog.carrierId} name={dialog.name} />
    default:
      return null
  }
}

/** Chooses carriers one after another; Enter on an empty field sends to all of them. */
function InviteDialog({ project, acting, onClose }: BidDialogsProps) {
  const [chosen, setChosen] = useState<{ id: number; name: string }[]>([])
  const [round, setRound] = useState(0)
  const isTaken = (id: number) =>
    chosen.some((each) => each.id === id) || project.invites.some(({ carrierId }) => carrierId === id)
  const pick = ({ carrierId, name }: Offerer) => {
    if (carrierId !== null && !isTaken(carrierId) && chosen.length < maxInvited)
      setChosen([...chosen, { id: carrierId, name }])
    setRound(round + 1)
  }
  const save = () => acting.act({ intent: 'invite', carrierIds: chosen.map(({ id }) => id) }, 'Invitations sent', true)
  return (
    <FormDialog
      title="Invite carriers to bid"
      button={chosen.length === 0 ? 'Send' : `Send to ${chosen.length} ${chosen.length === 1 ? 'carrier' : 'carriers'}`}
      isBlocked={chosen.length === 0}
      note="each gets an email with a link of its own"
      save={save}
      onClose={onClose}
    >
      <Complete<Offerer>
        key={round}
        label="Carrier, by name or MC number"
        subject="offer-carriers"
        value={null}
        onPick={pick}
        text={({ name }) => name}
        detail={({ mcNumber, city, region, carrierId }) =>
          `${mcNumber ? `MC ${mcNumber}, ` : ''}${city} ${region}${carrierId === null ? ', not on file' : ''}`
        }
        autoFocus
      />
      <ul aria-label="To be invited" className="max-h-60 overflow-y-auto">
        {chosen.map(({ id, name }) => (
          <li key={id} className="flex justify-between border-b py-1">
            {name}
            <LinkButton
              onClick={() => setChosen(chosen.filter((each) => each.id !== id))}
              aria-label={`Do not invite ${name}`}
            >
              Remove
            </LinkButton>
          </li>
        ))}
      </ul>
    </FormDialog>
  )
}

/** What awarding will do, before it is done. */
function AwardGuideDialog({ project, acting, guide, onClose }: BidDialogsProps) {
  const { covered, lanes, costMinor } = guide.coverage
  const save = () =>
    acting.act(
      { intent: 'award', guide: [...guide.chosen].map(([laneId, ids]) => [laneId, [...ids]]) },
      'The routing guide is in force',
      true,
    )
  return (
    <FormDialog
      title={project.state === 'awarded' ? 'Change the routing guide' : 'Award the routing guide'}
      button={project.state === 'awarded' ? 'Change it' : 'Award it'}
      isButtonFirst
      save={save}
      onClose={onClose}
    >
      <p>
        {covered} of {lanes} lanes get a carrier{costMinor === null ? '' : `, ${formatMoney(costMinor)} for the period`}
        .
      </p>
      <p>
        Every carrier that bid is emailed what it won. From then on a load on one of these lanes is offered to the first
        by itself, {project.acceptMinutes} minutes to accept, then to the second and the third.
      </p>
    </FormDialog>
  )
}

function CancelDialog({ acting, onClose }: BidDialogsProps) {
  const [reason, setReason] = useState('')
  return (
    <FormDialog
      title="Cancel the project"
      button="Cancel the project"
      note="its links open nothing any more"
      save={() => acting.act({ intent: 'cancel', reason }, 'Project cancelled', true)}
      onClose={onClose}
    >
      {(error) => (
        <Field
          label="Why"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          error={error('reason')}
          autoFocus
        />
      )}
    </FormDialog>
  )
}

/** Takes the sheet that a carrier sent back: rows that cannot be read are listed, and the others are taken if somebody says so. */
function SheetDialog({ acting, onClose, carrierId, name }: BidDialogsProps & { carrierId: number; name: string }) {
  const [text, setText] = useState('')
  const [problems, setProblems] = useState<SheetProblem[]>([])
  const [seen, setSeen] = useState('')
  const save = async () => {
    const despite = problems.length > 0 && seen === text
    const answer = await acting.act({ intent: 'enter_sheet', carrierId, text, despite }, `Bid of ${name} entered`, true)
    if (!answer.ok && answer.code === 'sheet_problems') {
      setProblems((answer.answer as { problems: SheetProblem[] }).problems)
      setSeen(text)
    }
    return answer
  }
  return (
    <FormDialog
      title={`The sheet of ${name}`}
      wide
      button={problems.length > 0 && seen === text ? 'Enter the other rows' : 'Enter'}
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
          <TextField
            label="Paste its rows here, heads included, or choose the file"
            rows={8}
            className="font-mono"
            value={text}
            onChange={(event) => setText(event.target.value)}
            error={error('text')}
            autoFocus
          />
          <input
            type="file"
            accept={sheetFiles}
            aria-label="The sheet as a file"
            onChange={async (event) => setText(await textOfFile(event.target.files?.[0], text))}
          />
          {problems.length > 0 && (
            <ul aria-label="Rows that cannot be read" className="max-h-40 overflow-y-auto text-bill">
              {problems.map(({ row, message }) => (
                <li key={`${row} ${message}`}>{row > 0 ? `Row ${row}: ${message}` : message}</li>
              ))}
            </ul>
          )}
        </>
      )}
    </FormDialog>
  )
}
