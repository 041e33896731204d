import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { documentKinds, expiryChoices, expiryWords, type PartnerForm, statusOccasions } from '#core/tender/partner'
import { visible } from '#core/x12/visible'
import type { PartnerPage } from '#server/partner/read'
import { Complete } from '../ui/complete'
import { Choice, Field } from '../ui/field'
import { type FieldError, postJson } from '../ui/post'

const usageWords = { P: 'Production', T: 'Test' } as const
const lineEndWords = { '': 'nothing', LF: 'a line feed', CRLF: 'return and line feed' } as const
const lineEndOf = (text: string): '' | 'LF' | 'CRLF' => (text === '\n' ? 'LF' : text === '\r\n' ? 'CRLF' : '')
const occasionWords = (occasion: string) => occasion.replace('_', ', ').replace(/^\w/, (letter) => letter.toUpperCase())

/** What a partner is called, wants back and is told. */
export function SettingsForm({
  partner,
  owner,
  mayEdit,
}: {
  partner: PartnerPage['partner']
  owner: PartnerPage['owner']
  mayEdit: boolean
}) {
  const { id, transport: _t, lastControl: _l, problem: _p, delimiters, ...start } = partner
  const shown = {
    element: visible(delimiters.element),
    component: visible(delimiters.component),
    segment: visible(delimiters.segment),
    repetition: visible(delimiters.repetition ?? ''),
    lineEnd: lineEndOf(delimiters.lineEnd),
  }
  const [form, setForm] = useState<PartnerForm>({ ...start, secret: '', delimiters: shown })
  const [customer, setCustomer] = useState(owner)
  const [errors, setErrors] = useState<FieldError[]>([])
  const [busy, setBusy] = useState(false)
  const { revalidate } = useRevalidator()
  const set = (part: Partial<PartnerForm>) => setForm({ ...form, ...part })
  const error = (path: string) => errors.find((each) => each.path === `form.${path}`)?.message
  const text = (
    name: { [K in keyof PartnerForm]: PartnerForm[K] extends string ? K : never }[keyof PartnerForm],
    label: string,
  ) => (
    <Field
      key={name}
      label={label}
      value={form[name]}
      disabled={!mayEdit}
      onChange={(event) => set({ [name]: event.target.value })}
      error={error(name)}
    />
  )
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
        <Complete<NonNullable<PartnerPage['owner']>>
          label="Customer"
          subject="customers"
          value={customer}
          onPick={(item) => {
            setCustomer(item)
            set({ customerId: item.id })
          }}
          text={(item) => item.name}
          detail={(item) => `${item.city} ${item.region}`}
        />
        {text('scac', 'Our SCAC with them')}
        {text('address', partner.transport === 'folder' ? 'Folder' : 'Address')}
        <Field
          label="Shared secret (empty: as it is)"
          type="password"
          autoComplete="new-password"
          value={form.secret}
          disabled={!mayEdit}
          onChange={(event) => set({ secret: event.target.value })}
          error={error('secret')}
        />
        {partner.transport === 'site' ? <span /> : text('version', 'Version we send')}
        {partner.transport !== 'site' && [
          text('theirQualifier', 'Their qualifier'),
          text('theirId', 'Their id'),
          text('theirGroup', 'Their id in groups'),
          text('ourQualifier', 'Our qualifier'),
          text('ourId', 'Our id'),
          text('ourGroup', 'Our id in groups'),
        ]}
        <Choice
          label="Documents are"
          value={form.usage}
          options={['P', 'T'] as const}
          words={usageWords}
          onChange={(usage) => set({ usage })}
        />
        <Field
          label="Minutes to answer, if none named"
          inputMode="numeric"
          value={String(form.respondMinutes)}
          disabled={!mayEdit}
          onChange={(event) => set({ respondMinutes: Number(event.target.value) || 0 })}
          error={error('respondMinutes')}
        />
        <Choice
          label="Not answered in time"
          value={form.onExpiry}
          options={expiryChoices}
          words={expiryWords}
          onChange={(onExpiry) => set({ onExpiry })}
        />
        {text('contactName', 'Contact')}
        {text('contactPhone', 'Phone')}
        {text('contactMail', 'Mail')}
      </div>
      {partner.transport !== 'site' && (
        <fieldset className="grid grid-cols-5 gap-2">
          <legend className="label pb-1">
            What parts what in documents we send (control characters by name: [LF], [GS])
          </legend>
          {(['element', 'component', 'segment', 'repetition'] as const).map((name) => (
            <Field
              key={name}
              label={
                { element: 'Elements', component: 'Components', segment: 'Segment end', repetition: 'Repetition' }[name]
              }
              value={form.delimiters[name]}
              maxLength={5}
              disabled={!mayEdit}
              onChange={(event) => set({ delimiters: { ...form.delimiters, [name]: event.target.value } })}
              error={error(`delimiters.${name}`)}
            />
          ))}
          <Choice
            label="Then"
            value={form.delimiters.lineEnd}
            options={['', 'LF', 'CRLF'] as const}
            words={lineEndWords}
            onChange={(lineEnd) => set({ delimiters: { ...form.delimiters, lineEnd } })}
          />
        </fieldset>
      )}
      {partner.transport !== 'site' && (
        <fieldset className="flex flex-wrap gap-x-4">
          <legend className="label">Documents that flow</legend>
          {documentKinds.map((kind) => (
            <label key={kind} className="flex items-center gap-1">
              <input
                type="checkbox"
                checked={form.documents.includes(kind)}
                disabled={!mayEdit}
                onChange={(event) =>
                  set({
                    documents: event.target.checked
                      ? [...form.documents, kind]
                      : form.documents.filter((each) => each !== kind),
                  })
                }
              />{' '}
              {kind}
            </label>
          ))}
        </fieldset>
      )}
      <div className="flex flex-wrap gap-x-6">
        <label className="flex items-center gap-1">
          <input
            type="checkbox"
            checked={form.takesNotes}
            disabled={!mayEdit}
            onChange={(event) => set({ takesNotes: event.target.checked })}
          />{' '}
          reads notes in our answers
        </label>
        <label className="flex items-center gap-1">
          <input
            type="checkbox"
            checked={form.paused}
            disabled={!mayEdit}
            onChange={(event) => set({ paused: event.target.checked })}
          />{' '}
          paused: nothing is fetched or sent
        </label>
        {partner.transport !== 'folder' && (
          <label className="flex items-center gap-1">
            <input
              type="checkbox"
              checked={form.allowPrivate}
              disabled={!mayEdit}
              onChange={(event) => set({ allowPrivate: event.target.checked })}
            />{' '}
            the address may be inside our own network
          </label>
        )}
      </div>
      {partner.transport !== 'site' && (
        <fieldset className="grid grid-cols-4 gap-2">
          <legend className="label pb-1">Their status codes for what check calls tell (empty: not sent)</legend>
          {statusOccasions.map((occasion) => (
            <Field
              key={occasion}
              label={occasionWords(occasion)}
              value={form.statusCodes[occasion] ?? ''}
              maxLength={2}
              disabled={!mayEdit}
              onChange={(event) =>
                set({ statusCodes: { ...form.statusCodes, [occasion]: event.target.value.toUpperCase() } })
              }
              error={error(`statusCodes.${occasion}`)}
            />
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
