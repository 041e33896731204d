import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { documentKinds, expiryChoices, expiryWords, type PartnerForm, statusOccasions } from '#core/tender/partner'
import type { PartnerPage } from '#server/partner/read'
import { Choice, Field } from '../ui/field'
import { type FieldError, postJson } from '../ui/post'

const usageWords = { P: 'Production', T: 'Test' } as const
const occasionWords = (occasion: string) => occasion.replace('_', ', ').replace(/^\w/, (letter) => letter.toUpperCase())

/** What a partner is called, wants back and is told. */
export function SettingsForm({ partner, mayEdit }: { partner: PartnerPage['partner']; mayEdit: boolean }) {
  const { id, customerId: _c, transport: _t, address: _a, delimiters: _d, lastControl: _l, problem: _p, ...start } = partner
  const [form, setForm] = useState<PartnerForm>(start)
  const [errors, setErrors] = useState<FieldError[]>([])
  const [busy, setBusy] = useState(false)
  const { revalidate } = useRevalidator()
  const set = (part: Partial<PartnerForm>) => setForm({ ...form, ...part })
  const error = (path: string) => errors.find((each) => each.path === `form.${path}`)?.message
  const text = (name: { [K in keyof PartnerForm]: PartnerForm[K] extends string ? K : never }[keyof PartnerForm], label: string) => <Field key={name} label={label} value={form[name]} disabled={!mayEdit} onChange={(event) => set({ [name]: event.target.value })} error={error(name)} />
  const save = async (event: React.FormEvent) => {
    event.preventDefault()
    setBusy(true)
    const answer = await postJson(`/partners/${id}/act`, { intent: 'save', form })
    setBusy(false)
    setErrors(answer.ok ? [] : answer.errors)
    if (answer.ok) {
      await revalidate()
      toast('Kept')
    } else if (answer.errors.length === 0) toast(answer.message, { className: '!text-bill' })
  }
  return (
    <form onSubmit={save} className="flex flex-col gap-3" noValidate aria-label="Settings">
      <div className="grid grid-cols-3 gap-3">
        {text('name', 'Name')}
        {text('scac', 'Our SCAC with them')}
        {partner.transport === 'site' ? <span /> : text('version', 'Version we send')}
        {partner.transport !== 'site' && [text('theirQualifier', 'Their qualifier'), text('theirId', 'Their id'), text('theirGroup', 'Their id in groups'), text('ourQualifier', 'Our qualifier'), text('ourId', 'Our id'), text('ourGroup', 'Our id in groups')]}
        <Choice label="Documents are" value={form.usage} options={['P', 'T'] as const} words={usageWords} onChange={(usage) => set({ usage })} />
        <Field label="Minutes to answer, if none named" inputMode="numeric" value={String(form.respondMinutes)} disabled={!mayEdit} onChange={(event) => set({ respondMinutes: Number(event.target.value) || 0 })} error={error('respondMinutes')} />
        <Choice label="Not answered in time" value={form.onExpiry} options={expiryChoices} words={expiryWords} onChange={(onExpiry) => set({ onExpiry })} />
        {text('contactName', 'Contact')}
        {text('contactPhone', 'Phone')}
        {text('contactMail', 'Mail')}
      </div>
      {partner.transport !== 'site' && (
        <fieldset className="flex flex-wrap gap-x-4">
          <legend className="label">Documents that flow</legend>
          {documentKinds.map((kind) => (
            <label key={kind} className="flex items-center gap-1">
              <input type="checkbox" checked={form.documents.includes(kind)} disabled={!mayEdit} onChange={(event) => set({ documents: event.target.checked ? [...form.documents, kind] : form.documents.filter((each) => each !== kind) })} /> {kind}
            </label>
          ))}
        </fieldset>
      )}
      <div className="flex flex-wrap gap-x-6">
        <label className="flex items-center gap-1">
          <input type="checkbox" checked={form.takesNotes} disabled={!mayEdit} onChange={(event) => set({ takesNotes: event.target.checked })} /> reads notes in our answers
        </label>
        <label className="flex items-center gap-1">
          <input type="checkbox" checked={form.paused} disabled={!mayEdit} onChange={(event) => set({ paused: event.target.checked })} /> paused: nothing is fetched or sent
        </label>
      </div>
      {partner.transport !== 'site' && (
        <fieldset className="grid grid-cols-4 gap-2">
          <legend className="label pb-1">Their status codes for what check calls tell (empty: not sent)</legend>
          {statusOccasions.map((occasion) => (
            <Field key={occasion} label={occasionWords(occasion)} value={form.statusCodes[occasion] ?? ''} maxLength={2} disabled={!mayEdit} onChange={(event) => set({ statusCodes: { ...form.statusCodes, [occasion]: event.target.value.toUpperCase() } })} error={error(`statusCodes.${occasion}`)} />
          ))}
        </fieldset>
      )}
      {mayEdit && (
        <button type="submit" className="button first self-start" disabled={busy}>
          Keep
        </button>
      )}
    </form>
  )
}
