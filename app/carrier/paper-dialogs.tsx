import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { type PaperKind, paperKinds, paperWords } from '#core/carrier/paper'
import { readAmount } from '#core/money/money'
import { type PolicyKind, policyKinds } from '#core/register/register'
import type { Dossier } from '#server/carrier/dossier'
import { Dialog } from '../ui/dialog'
import { Choice, Field } from '../ui/field'
import type { CarrierActing } from './use-carrier-act'

const policyWords: Record<PolicyKind, string> = {
  liability: 'Liability',
  cargo: 'Cargo',
  refrigeration: 'Refrigeration breakdown',
}

/** Puts a file on record for a carrier; it is looked at afterwards. */
export function UploadDialog({ carrierId, onClose }: { carrierId: number; onClose: () => void }) {
  const [kind, setKind] = useState<PaperKind>('certificate')
  const [error, setError] = useState<string>()
  const [busy, setBusy] = useState(false)
  const { revalidate } = useRevalidator()
  const send = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const body = new FormData(event.currentTarget)
    body.set('kind', kind)
    setBusy(true)
    const response = await fetch(`/carriers/${carrierId}/papers`, { method: 'POST', body }).catch(() => null)
    setBusy(false)
    if (!response) return setError('The server did not answer. The file is still chosen: send it again.')
    if (!response.ok)
      return setError(
        ((await response.json().catch(() => null)) as { message?: string } | null)?.message ?? 'That did not work.',
      )
    toast('On file; look at it so that it counts')
    void revalidate()
    onClose()
  }
  return (
    <Dialog open onClose={onClose} title="Put a paper on file">
      <form onSubmit={(event) => void send(event)} className="flex flex-col gap-3">
        <Choice label="It is a" value={kind} options={paperKinds} words={paperWords} onChange={setKind} />
        <label className="label">
          The file (PDF, PNG or JPEG, at most 10 MB)
          <input type="file" name="file" accept="application/pdf,image/png,image/jpeg" className="mt-1 block w-full" />
        </label>
        {error && (
          <p role="alert" className="text-bill">
            {error}
          </p>
        )}
        <button type="submit" className="button first self-start" disabled={busy}>
          {busy ? 'Sending…' : 'Put on file'}
        </button>
      </form>
    </Dialog>
  )
}

interface Line {
  kind: PolicyKind
  insurer: string
  number: string
  insuredName: string
  limit: string
  effectiveOn: string
  expiresOn: string
}

/** Looking at a paper: the paper itself beside what is written down of it. */
export function CheckDialog({
  dossier,
  paper,
  acting,
  onClose,
}: {
  dossier: Dossier
  paper: Dossier['papers'][number]
  acting: CarrierActing
  onClose: () => void
}) {
  const filed = dossier.record?.filings.find((filing) => filing.kind === 'liability')
  // Limits and days are what the paper says, typed off it: a figure that stands there already is one that nobody read.
  const fresh = (kind: PolicyKind): Line => ({
    kind,
    insurer: filed?.insurer ?? '',
    number: kind === 'liability' ? (filed?.number ?? '') : '',
    insuredName: dossier.carrier.name,
    limit: '',
    effectiveOn: '',
    expiresOn: '',
  })
  const [kind, setKind] = useState<PaperKind>(paper.kind)
  const [expiresOn, setExpiresOn] = useState('')
  const [lines, setLines] = useState<Line[]>([fresh('liability'), fresh('cargo')])
  const [because, setBecause] = useState('')
  const [error, setError] = useState<string>()
  const set = (at: number, part: Partial<Line>) =>
    setLines(lines.map((line, index) => (index === at ? { ...line, ...part } : line)))
  const keep = async (event: React.FormEvent) => {
    event.preventDefault()
    const insurance =
      kind === 'certificate'
        ? lines.map(({ limit, ...line }) => ({
            ...line,
            insuredName: line.insuredName || null,
            limitMinor: readAmount(limit) ?? 0,
          }))
        : []
    const answer = await acting.act(
      { intent: 'check_paper', paper: { paperId: paper.id, kind, expiresOn: expiresOn || null, insurance } },
      `${paperWords[kind]} is on file and counts`,
      true,
    )
    if (answer.ok) return onClose()
    const first = answer.errors[0]
    const at = /insurance\.(\d+)/.exec(first?.path ?? '')?.[1]
    setError(
      first ? `${at === undefined ? '' : `${policyWords[lines[Number(at)]!.kind]}: `}${first.message}` : answer.message,
    )
  }
  const refuse = async () => {
    const answer = await acting.act({ intent: 'refuse_paper', paperId: paper.id, because }, 'Refused', true)
    if (answer.ok) onClose()
    else setError(answer.message)
  }
  return (
    <Dialog open onClose={onClose} title={`Look at ${paper.fileName}, from ${paper.receivedFrom}`} wide="sheet">
      <div className="grid grid-cols-[1fr_1.15fr] gap-4">
        <iframe
          title="The paper"
          src={`/carriers/${dossier.carrier.id}/papers/${paper.id}`}
          className="h-[62vh] w-full border bg-white"
        />
        <form noValidate onSubmit={(event) => void keep(event)} className="flex flex-col gap-3">
          <div className="grid grid-cols-2 gap-3">
            <Choice label="It is a" value={kind} options={paperKinds} words={paperWords} onChange={setKind} />
            {kind !== 'certificate' && (
              <Field
                label="Good until (empty: without end)"
                type="date"
                value={expiresOn}
                onChange={(event) => setExpiresOn(event.target.value)}
              />
            )}
          </div>
          {kind === 'certificate' &&
            lines.map((line, at) => (
              <fieldset key={line.kind} className="grid grid-cols-3 gap-x-3 gap-y-1 border-t pt-1">
                <legend className="sr-only">{policyWords[line.kind]}</legend>
                <Choice
                  label="Cover"
                  value={line.kind}
                  options={policyKinds}
                  words={policyWords}
                  onChange={(value) => set(at, { kind: value })}
                />
                <Field
                  label="Limit $"
                  value={line.limit}
                  onChange={(event) => set(at, { limit: event.target.value })}
                />
                <Field
                  label="Policy number"
                  value={line.number}
                  onChange={(event) => set(at, { number: event.target.value })}
                />
                <Field
                  label="Insurer"
                  value={line.insurer}
                  onChange={(event) => set(at, { insurer: event.target.value })}
                />
                <Field
                  label="From"
                  type="date"
                  value={line.effectiveOn}
                  onChange={(event) => set(at, { effectiveOn: event.target.value })}
                />
                <Field
                  label="To"
                  type="date"
                  value={line.expiresOn}
                  onChange={(event) => set(at, { expiresOn: event.target.value })}
                />
                <Field
                  label="Made out to"
                  className="col-span-2"
                  value={line.insuredName}
                  onChange={(event) => set(at, { insuredName: event.target.value })}
                />
                {lines.length > 1 && (
                  <button
                    type="button"
                    className="self-end justify-self-start pb-1 text-dusk underline"
                    onClick={() => setLines(lines.filter((_, index) => index !== at))}
                  >
                    Not on it
                  </button>
                )}
              </fieldset>
            ))}
          {kind === 'certificate' && lines.length < 4 && (
            <button
              type="button"
              className="self-start text-dusk underline"
              onClick={() =>
                setLines([
                  ...lines,
                  fresh(policyKinds.find((each) => !lines.some((line) => line.kind === each)) ?? 'cargo'),
                ])
              }
            >
              One more policy
            </button>
          )}
          {error && (
            <p role="alert" className="text-bill">
              {error}
            </p>
          )}
          <div className="flex items-end gap-3 border-t pt-2">
            <button type="submit" className="button first" disabled={acting.busy}>
              It is good <kbd className="key">Enter</kbd>
            </button>
            <Field
              label="Or refuse it, because"
              className="flex-1"
              value={because}
              onChange={(event) => setBecause(event.target.value)}
            />
            <button
              type="button"
              className="button"
              disabled={acting.busy || because.trim().length < 3}
              onClick={() => void refuse()}
            >
              Refuse
            </button>
          </div>
        </form>
      </div>
    </Dialog>
  )
}
