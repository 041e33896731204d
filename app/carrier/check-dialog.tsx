import { useState } from 'react'
import { type CarrierDocumentKind, carrierDocumentKinds, carrierDocumentWords } from '#core/carrier/document'
import { readAmount } from '#core/money/money'
import type { PolicyKind } from '#core/register/register'
import type { Dossier } from '#server/carrier/dossier'
import { Alert } from '../ui/alert'
import { Dialog } from '../ui/dialog'
import { Choice, Field } from '../ui/field'
import { SaveButton } from '../ui/form-dialog'
import { useSaving } from '../ui/use-saving'
import { PolicyFields, policyWords, type TypedPolicy } from './policy-fields'
import type { CarrierActing } from './use-carrier-act'

interface CheckProps {
  dossier: Dossier
  document: Dossier['documents'][number]
  acting: CarrierActing
  onClose: () => void
}

/** Looking at a document: the document itself beside what is written down of it. */
export function CheckDialog({ dossier, document, acting, onClose }: CheckProps) {
  const check = useCheck({ dossier, document, acting, onClose })
  const { kind, expiresOn, lines, saving } = check
  return (
    <Dialog open onClose={onClose} title={`Review ${document.fileName}, from ${document.receivedFrom}`} wide="sheet">
      <div className="grid grid-cols-[1fr_1.15fr] gap-4">
        <iframe
          title="The document"
          src={`/carriers/${dossier.carrier.id}/documents/${document.id}`}
          className="h-[62vh] w-full border bg-white"
        />
        <form noValidate onSubmit={saving.submit} className="flex flex-col gap-3">
          <div className="grid grid-cols-2 gap-3">
            <Choice
              label="It is a"
              value={kind}
              options={carrierDocumentKinds}
              words={carrierDocumentWords}
              onChange={check.setKind}
            />
            {kind !== 'certificate' && (
              <Field
                label="Good until (empty: without end)"
                type="date"
                value={expiresOn}
                onChange={(event) => check.setExpiresOn(event.target.value)}
              />
            )}
          </div>
          {kind === 'certificate' && <PolicyFields lines={lines} onLines={check.setLines} fresh={check.fresh} />}
          <Alert>{check.refused ?? saving.message()}</Alert>
          <Decision isSaving={saving.isSaving} onRefuse={check.refuse} />
        </form>
      </div>
    </Dialog>
  )
}

/** The form of a check: what is typed off the document, and the two answers to it. */
function useCheck({ dossier, document, acting, onClose }: CheckProps) {
  const filed = dossier.record?.filings.find((filing) => filing.kind === 'liability')
  // Limits and days are what the document says, typed off it: a figure that is there already is one that nobody read.
  const fresh = (kind: PolicyKind): TypedPolicy => ({
    kind,
    insurer: filed?.insurer ?? '',
    number: kind === 'liability' ? (filed?.number ?? '') : '',
    insuredName: dossier.carrier.name,
    limit: '',
    effectiveOn: '',
    expiresOn: '',
  })
  const [kind, setKind] = useState<CarrierDocumentKind>(document.kind)
  const [expiresOn, setExpiresOn] = useState('')
  const [lines, setLines] = useState<TypedPolicy[]>([fresh('liability'), fresh('cargo')])
  const [refused, setRefused] = useState<string>()
  const saving = useSaving(async () => {
    // What was wrong with refusing it is over once it is kept instead.
    setRefused(undefined)
    const insurance = kind === 'certificate' ? lines.map(policyOf) : []
    const answer = await acting.act(
      {
        intent: 'check_document',
        document: { documentId: document.id, kind, expiresOn: expiresOn || null, insurance },
      },
      `${carrierDocumentWords[kind]} is on file and counts`,
      true,
    )
    const first = answer.ok ? undefined : answer.errors[0]
    if (!first) return answer
    const at = /insurance\.(\d+)/.exec(first.path)?.[1]
    const where = at === undefined ? '' : `${policyWords[lines[Number(at)]!.kind]}: `
    return { message: `${where}${first.message}` }
  }, onClose)
  const refuse = async (because: string) => {
    const answer = await acting.act({ intent: 'refuse_document', documentId: document.id, because }, 'Refused', true)
    if (answer.ok) onClose()
    else setRefused(answer.message)
  }
  return { kind, setKind, expiresOn, setExpiresOn, lines, setLines, fresh, saving, refused, refuse }
}

const policyOf = ({ limit, ...line }: TypedPolicy) => ({
  ...line,
  insuredName: line.insuredName || null,
  limitMinor: readAmount(limit) ?? 0,
})

/** It is good, or it is refused with a reason. */
function Decision({ isSaving, onRefuse }: { isSaving: boolean; onRefuse: (because: string) => Promise<void> }) {
  const [because, setBecause] = useState('')
  return (
    <div className="flex items-end gap-3 border-t pt-2">
      <SaveButton button="It is good" isSaving={isSaving} />
      <Field
        label="Or refuse it, because"
        className="flex-1"
        value={because}
        onChange={(event) => setBecause(event.target.value)}
      />
      <button
        type="button"
        className="button"
        disabled={isSaving || because.trim().length < 3}
        onClick={() => void onRefuse(because)}
      >
        Refuse
      </button>
    </div>
  )
}
