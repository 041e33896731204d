import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { expiryChoices, expiryWords, type PartnerForm } from '#core/tender/partner'
import { visible } from '#core/x12/visible'
import type { PartnerPage } from '#server/partner/read'
import { Alert } from '../ui/alert'
import { Complete } from '../ui/complete'
import { Choice, Field } from '../ui/field'
import { postJson } from '../ui/post'
import { type Saving, useSaving } from '../ui/use-saving'
import {
  ConnectionChecks,
  DelimiterFields,
  DocumentFields,
  type SettingsPart,
  StatusCodeFields,
} from './settings-parts'

type Partner = PartnerPage['partner']
type Owner = PartnerPage['owner']

interface SettingsProps {
  partner: Partner
  owner: Owner
  mayEdit: boolean
}

/** What a partner is called, wants back and receives. */
export function SettingsForm({ partner, owner, mayEdit }: SettingsProps) {
  const { form, set, saving } = useSettings(partner)
  const [customer, setCustomer] = useState(owner)
  const part: SettingsPart = { form, set, error: saving.error, mayEdit }
  const isSite = partner.transport === 'site'
  return (
    <form onSubmit={saving.submit} className="flex flex-col gap-3" noValidate aria-label="Settings">
      <div className="grid grid-cols-3 gap-3">
        <TextFields {...part} fields={[['name', 'Name']]} />
        <Complete<NonNullable<Owner>>
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
        <AddressFields {...part} transport={partner.transport} />
        <AnswerFields {...part} />
        <TextFields
          {...part}
          fields={[
            ['contactName', 'Contact'],
            ['contactPhone', 'Phone'],
            ['contactMail', 'Email'],
          ]}
        />
      </div>
      {!isSite && <DelimiterFields {...part} />}
      {!isSite && <DocumentFields {...part} />}
      <ConnectionChecks {...part} isFolder={partner.transport === 'folder'} />
      {!isSite && <StatusCodeFields {...part} />}
      <FormMessage saving={saving} />
      {mayEdit && (
        <button type="submit" className="button first self-start">
          Save
        </button>
      )}
    </form>
  )
}

/** Drawn after the fields, so that it knows which of them say themselves what is wrong. */
const FormMessage = ({ saving }: { saving: Saving }) => <Alert>{saving.message()}</Alert>

/** The settings as they are typed, what is wrong with them, and keeping them. */
function useSettings(partner: Partner) {
  const [form, setForm] = useState<PartnerForm>(() => formOf(partner))
  const { revalidate } = useRevalidator()
  const saving = useSaving(async () => {
    const answer = await postJson(`/partners/${partner.id}/act`, { intent: 'save', form })
    if (answer.ok) {
      await revalidate()
      toast('Saved')
    }
    return answer
  })
  return {
    form,
    set: (part: Partial<PartnerForm>) => setForm({ ...form, ...part }),
    saving,
  }
}

const lineEnds: Record<string, 'LF' | 'CRLF'> = { '\n': 'LF', '\r\n': 'CRLF' }

function formOf(partner: Partner): PartnerForm {
  const { id: _i, transport: _t, lastControl: _l, problem: _p, delimiters, ...start } = partner
  const shown = {
    element: visible(delimiters.element),
    component: visible(delimiters.component),
    segment: visible(delimiters.segment),
    repetition: visible(delimiters.repetition ?? ''),
    lineEnd: lineEnds[delimiters.lineEnd] ?? ('' as const),
  }
  return { ...start, secret: '', delimiters: shown }
}

type TextName = { [K in keyof PartnerForm]: PartnerForm[K] extends string ? K : never }[keyof PartnerForm]

function TextFields({ form, set, error, mayEdit, fields }: SettingsPart & { fields: [TextName, string][] }) {
  return fields.map(([name, label]) => (
    <Field
      key={name}
      label={label}
      value={form[name]}
      disabled={!mayEdit}
      onChange={(event) => set({ [name]: event.target.value })}
      error={error(name)}
    />
  ))
}

/** Where documents go, and by which names and numbers we and they are known there. */
function AddressFields({ transport, ...part }: SettingsPart & { transport: Partner['transport'] }) {
  const { form, set, error, mayEdit } = part
  const identifiers: [TextName, string][] = [
    ['theirQualifier', 'Their qualifier'],
    ['theirId', 'Their id'],
    ['theirGroup', 'Their id in groups'],
    ['ourQualifier', 'Our qualifier'],
    ['ourId', 'Our id'],
    ['ourGroup', 'Our id in groups'],
  ]
  return (
    <>
      <TextFields
        {...part}
        fields={[
          ['scac', 'Our SCAC with them'],
          ['address', transport === 'folder' ? 'Folder' : 'Address'],
        ]}
      />
      <Field
        label="Shared secret (leave empty to keep it)"
        type="password"
        autoComplete="new-password"
        value={form.secret}
        disabled={!mayEdit}
        onChange={(event) => set({ secret: event.target.value })}
        error={error('secret')}
      />
      {transport === 'site' ? (
        <span />
      ) : (
        <TextFields {...part} fields={[['version', 'Version we send'], ...identifiers]} />
      )}
    </>
  )
}

const usageWords = { P: 'Production', T: 'Test' } as const

/** Whether documents are meant, how long an answer may take, and what happens when none was given. */
function AnswerFields({ form, set, error, mayEdit }: SettingsPart) {
  return (
    <>
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
    </>
  )
}
