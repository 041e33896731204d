import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import type { ListedPerson } from '#server/people-page/read'
import { Choice } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'

/** Ends somebody's account and hands over what they work on, in one step. */
export function DeactivateDialog({
  person,
  people,
  onClose,
}: {
  person: ListedPerson
  people: readonly ListedPerson[]
  onClose: () => void
}) {
  const heirs = people.filter(({ id, state }) => state === 'active' && id !== person.id)
  const [heir, setHeir] = useState('')
  const { revalidate } = useRevalidator()
  const { name, openLoads } = person
  const words = { '': 'choose somebody', ...Object.fromEntries(heirs.map((each) => [String(each.id), each.name])) }
  return (
    <FormDialog
      title={`Deactivate ${name}`}
      button="Deactivate"
      save={() =>
        postJson('/people/act', {
          intent: 'deactivate',
          userId: person.id,
          heirId: heir === '' ? null : Number(heir),
        })
      }
      onSaved={() => {
        toast(`${name} is deactivated`)
        void revalidate()
        onClose()
      }}
      onClose={onClose}
    >
      <p>{name} is signed out everywhere and cannot sign in. What they did stays in the log under their name.</p>
      {openLoads > 0 ? (
        <Choice
          label={openLoads === 1 ? 'Their open load goes to' : `Their ${openLoads} open loads go to`}
          value={heir}
          options={['', ...heirs.map(({ id }) => String(id))]}
          words={words}
          onChange={setHeir}
        />
      ) : (
        <p className="label">They have no open loads.</p>
      )}
    </FormDialog>
  )
}
