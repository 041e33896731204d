import type { ReactNode } from 'react'
import { Alert } from './alert'
import { Dialog } from './dialog'
import { type SaveResult, type Saving, useSaving } from './use-saving'

interface FormDialogProps {
  title: string
  wide?: boolean | 'sheet'
  /** How the fields are laid out; one under the other where nothing is said. */
  layout?: string
  /** What the button does, in a verb. */
  button: string
  /** The button has the focus at first, where there is nothing that must be filled in. */
  isButtonFirst?: boolean
  /** Why it cannot be saved just now is on the form. */
  isBlocked?: boolean
  /** What saving will do, beside the button. */
  note?: ReactNode
  /** Another way to end it, beside the button. */
  otherButton?: ReactNode
  save: (form: HTMLFormElement) => Promise<SaveResult>
  onClose: () => void
  /** Where the focus goes once it is closed; false for where it was. */
  onClosed?: () => boolean
  /** What follows once it is saved; the dialog closes where nothing is said. */
  onSaved?: () => void
  /** What is shown under the form. */
  after?: ReactNode
  children: ReactNode | ((error: Saving['error']) => ReactNode)
}

/** A dialog that is a form: its fields, what is wrong, and the button that Enter presses. */
export function FormDialog(props: FormDialogProps) {
  const { title, wide, layout = 'flex flex-col gap-3', button, after, onClose, children } = props
  const saving = useSaving(props.save, props.onSaved ?? onClose)
  const fields = typeof children === 'function' ? children(saving.error) : children
  return (
    <Dialog open onClose={onClose} onClosed={props.onClosed} title={title} wide={wide}>
      <form onSubmit={saving.submit} className={layout} noValidate>
        {fields}
        <FormMessage saving={saving} />
        <SaveButton {...props} button={button} isSaving={saving.isSaving} />
      </form>
      {after}
    </Dialog>
  )
}

/** What is wrong with no field shown. Drawn after the fields, which say while they are drawn that they show what is wrong with them. */
const FormMessage = ({ saving }: { saving: Saving }) => <Alert className="col-span-full">{saving.message()}</Alert>

interface SaveButtonProps {
  button: string
  isBlocked?: boolean
  isButtonFirst?: boolean
  isSaving: boolean
  note?: ReactNode
  otherButton?: ReactNode
}

/** The button that saves a form. It stays in reach of Enter while something is on its way: a key is not lost to it. */
export function SaveButton({ button, isBlocked, isButtonFirst, isSaving, note, otherButton }: SaveButtonProps) {
  return (
    <div className="col-span-full flex items-center gap-4">
      <button
        type="submit"
        className="button first"
        disabled={isBlocked}
        autoFocus={isButtonFirst}
        aria-busy={isSaving}
      >
        {button} <kbd className="key">Enter</kbd>
      </button>
      {otherButton}
      {note && <span className="label">{note}</span>}
    </div>
  )
}
