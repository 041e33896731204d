import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { type Equipment, equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import { codeKindWords } from '#core/tender/partner'
import type { MapCode } from '#server/partner/map-code'
import type { CodeToMap } from '#server/tender/detail'
import { Alert } from '../ui/alert'
import { Complete } from '../ui/complete'
import { LinkButton } from '../ui/link-button'
import { postJson } from '../ui/post'

interface Found {
  id: number
  name: string
  city: string
  region: string
  address?: string
}

/** A code seen for the first time: what it may be with us, confirmed in one stroke or chosen. */
export function CodeMapping({ code, onMapped, first }: { code: CodeToMap; onMapped: () => void; first: boolean }) {
  const [choosing, setChoosing] = useState(false)
  const [busy, setBusy] = useState(false)
  const [error, setError] = useState<string>()
  const { revalidate } = useRevalidator()
  const map = async (to: MapCode['to']) => {
    setBusy(true)
    const answer = await postJson('/partners/codes', { codeId: code.id, to } satisfies MapCode)
    await revalidate()
    setBusy(false)
    if (answer.ok) onMapped()
    else setError(answer.message)
  }
  const to = (id: number): MapCode['to'] =>
    code.kind === 'customer' ? { is: 'customer', customerId: id } : { is: 'facility', facilityId: id }
  return (
    <li className="border-t py-1.5" data-code={code.code}>
      <p>
        <span className="label">{codeKindWords[code.kind]}</span> <span className="font-mono">{code.code}</span>{' '}
        {code.said && <span>{code.said}</span>} <b className="text-ring-text">new to us</b>
      </p>
      <div className="flex flex-wrap items-center gap-2 pt-1">
        {code.proposals.map((proposal, at) => (
          <LinkButton
            key={proposal.id}
            className="text-left"
            disabled={busy}
            onClick={() => void map(to(proposal.id))}
            data-first-map={(first && at === 0) || undefined}
          >
            It is {proposal.words} <span className="label">{proposal.why}</span>
          </LinkButton>
        ))}
        {code.kind === 'location' && (
          <LinkButton
            disabled={busy}
            onClick={() => void map({ is: 'new_facility' })}
            data-first-map={(first && code.proposals.length === 0) || undefined}
          >
            A new facility, as they say
          </LinkButton>
        )}
        {code.kind === 'equipment' ? (
          <label className="flex items-center gap-2">
            <span className="label">is a</span>
            <select
              className="field !w-40"
              defaultValue={code.equipment ?? ''}
              disabled={busy}
              onChange={(event) => void map({ is: 'equipment', equipment: event.target.value as Equipment })}
            >
              <option value="" disabled>
                choose
              </option>
              {equipmentKinds.map((kind) => (
                <option key={kind} value={kind}>
                  {equipmentWords[kind]}
                </option>
              ))}
            </select>
            {code.equipment && (
              <LinkButton
                disabled={busy}
                onClick={() => void map({ is: 'equipment', equipment: code.equipment! })}
                data-first-map={first || undefined}
              >
                {equipmentWords[code.equipment]} it is
              </LinkButton>
            )}
          </label>
        ) : (
          <LinkButton onClick={() => setChoosing(!choosing)} aria-expanded={choosing}>
            Another of ours
          </LinkButton>
        )}
      </div>
      {choosing && (
        <div className="pt-1">
          <Complete<Found>
            label={code.kind === 'customer' ? 'Customer' : 'Facility'}
            subject={code.kind === 'customer' ? 'customers' : 'facilities'}
            value={null}
            onPick={(item) => void map(to(item.id))}
            text={(item) => item.name}
            detail={(item) => `${item.address ? `${item.address}, ` : ''}${item.city} ${item.region}`}
            autoFocus
          />
        </div>
      )}
      <Alert>{error}</Alert>
    </li>
  )
}
