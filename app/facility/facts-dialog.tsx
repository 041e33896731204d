import { bookingWords, type FacilityFacts } from '#core/facility/facility'
import type { FacilityPage } from '#server/facility-page/read'
import { Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { TextField } from '../ui/text-field'
import { useEdit } from '../ui/use-edit'

const texts = [
  ['name', 'Name', 'col-span-2', ''],
  ['address', 'Street', 'col-span-2', ''],
  ['opens', 'Dock opens', '', '07:00'],
  ['closes', 'Dock closes', '', '15:30'],
  ['phone', 'Phone at the dock', '', ''],
] as const satisfies [keyof FacilityFacts, string, string, string][]

/** Changes what the desk keeps of a facility; its place on the map stays. */
export function FacilityFactsDialog({ page, onClose }: { page: FacilityPage; onClose: () => void }) {
  const { to, set, save } = useEdit(page.own, `/facilities/${page.id}/act`)
  return (
    <FormDialog
      title={`Change ${page.own.name}`}
      layout="grid grid-cols-2 gap-3"
      button="Save"
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
          {texts.map(([field, label, span, example]) => (
            <Field
              key={field}
              label={label}
              className={span}
              placeholder={example}
              value={to[field]}
              onChange={(event) => set({ [field]: event.target.value })}
              error={error(field)}
            />
          ))}
          <Choice
            label="Booking"
            value={to.booking}
            options={['first_come', 'appointment'] as const}
            words={bookingWords}
            onChange={(booking) => set({ booking })}
          />
          <TextField
            className="col-span-2"
            label="What a driver or a rep should know of the dock"
            value={to.dockNote}
            onChange={(event) => set({ dockNote: event.target.value })}
            error={error('dockNote')}
          />
        </>
      )}
    </FormDialog>
  )
}
