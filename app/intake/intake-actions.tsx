import { AcceptDialog, CancelDialog, DeclineDialog } from './answer-dialogs'
import { focusFirstCode, type IntakeDesk } from './intake-desk'

/** The bar of actions: what can be done with the chosen or the marked tenders. */
export function IntakeActions({ desk }: { desk: IntakeDesk }) {
  const { among, chosen, detail, marked, mark, isOnlyCancel, isAnswerable, openDialog } = desk
  return (
    <footer className="flex shrink-0 items-center gap-2 border-t border-strong bg-sheet px-4 py-2">
      {isOnlyCancel ? (
        <button type="button" className="button first" disabled={!detail} onClick={() => openDialog('cancel')}>
          Settle the cancellation <kbd className="key">c</kbd>
        </button>
      ) : (
        <>
          <button type="button" className="button first" disabled={!isAnswerable} onClick={() => openDialog('accept')}>
            Accept{among.length > 0 && ` ${among.length}`} <kbd className="key">a</kbd>
          </button>
          <button type="button" className="button" disabled={!isAnswerable} onClick={() => openDialog('decline')}>
            Decline{among.length > 0 && ` ${among.length}`} <kbd className="key">d</kbd>
          </button>
        </>
      )}
      <button type="button" className="button" onClick={() => chosen && mark(chosen.id)}>
        {chosen && marked.has(chosen.id) ? 'Unmark' : 'Mark'} <kbd className="key">x</kbd>
      </button>
      <button type="button" className="button" onClick={desk.markAlike}>
        Mark all of {chosen?.customerName.split(' ').slice(0, 2).join(' ')} <kbd className="key">y</kbd>
      </button>
      {(detail?.codes.length ?? 0) > 0 && (
        <button type="button" className="button" onClick={focusFirstCode}>
          Map its codes <kbd className="key">m</kbd>
        </button>
      )}
      {among.length > 0 && <span className="label">{among.length} marked, charges and margins in the dialog</span>}
    </footer>
  )
}

/** The dialog that answers the chosen or the marked tenders. */
export function AnswerDialog({ desk }: { desk: IntakeDesk }) {
  const { dialog, targets, detail, answering, close, done } = desk
  const common = { tenders: targets, answering, onClose: close, onDone: done }
  const only = targets.length === 1 ? detail : null
  if (dialog === 'accept') return <AcceptDialog {...common} detail={only} />
  if (dialog === 'decline') return <DeclineDialog {...common} detail={only} />
  return dialog === 'cancel' ? <CancelDialog {...common} detail={detail} /> : null
}
