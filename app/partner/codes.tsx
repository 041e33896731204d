import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { type Equipment, equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import { codeKindWords } from '#core/tender/partner'
import type { MapCode } from '#server/partner/map-code'
import type { PartnerPage } from '#server/partner/read'
import { Complete } from '../ui/complete'
import { Dialog } from '../ui/dialog'
import { Choice } from '../ui/field'
import { LinkButton } from '../ui/link-button'
import { postJson } from '../ui/post'

type Code = PartnerPage['codes'][number]

/** A partner's codes: what each is with us, who said so, and how many tenders used it. Those nobody has mapped come first. */
export function Codes({ codes, mayMap }: { codes: Code[]; mayMap: boolean }) {
  const [editing, setEditing] = useState<Code | null>(null)
  const { revalidate } = useRevalidator()
  const map = async (to: MapCode['to']) => {
    const answer = await postJson('/partners/codes', { codeId: editing!.id, to } satisfies MapCode)
    await revalidate()
    setEditing(null)
    toast(
      answer.ok ? 'Saved. Waiting tenders that use it are recalculated.' : answer.message,
      answer.ok ? {} : { className: '!text-bill' },
    )
  }
  if (codes.length === 0) return <p className="label">No code of theirs was seen yet.</p>
  return (
    <>
      <table className="w-full">
        <thead className="label text-left">
          <tr>
            <th className="font-normal">Code</th>
            <th className="font-normal">They say</th>
            <th className="font-normal">With us</th>
            <th className="text-right font-normal">Tenders</th>
          </tr>
        </thead>
        <tbody>
          {codes.map((code) => (
            <tr key={code.id} className="border-t align-top">
              <th scope="row" className="pr-3 text-left font-normal">
                <span className="font-mono">{code.code}</span>{' '}
                <span className="label">{codeKindWords[code.kind].toLowerCase()}</span>
              </th>
              <td className="label pr-3">{code.said}</td>
              <td className="pr-3">
                {isWords(code) ?? <b className="text-ring-text">not mapped</b>}
                {code.mappedBy && <span className="label"> by {code.mappedBy}</span>}
                {mayMap && (
                  <LinkButton
                    className="pl-2"
                    onClick={() => setEditing(code)}
                    aria-label={`Change what ${code.code} is`}
                  >
                    change
                  </LinkButton>
                )}
              </td>
              <td className="text-right" title={code.lastShipment ? `last ${code.lastShipment}` : undefined}>
                {code.times ?? 0}
                {code.lastShipment && <span className="label font-mono"> {code.lastShipment}</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {editing && <EditDialog code={editing} onMap={map} onClose={() => setEditing(null)} />}
    </>
  )
}

function isWords(code: Code): string | null {
  if (code.customerName) return code.customerName
  if (code.facilityName)
    return `${code.facilityName}, ${code.facilityAddress}, ${code.facilityCity} ${code.facilityRegion}`
  return code.equipment ? equipmentWords[code.equipment] : null
}

function EditDialog({ code, onMap, onClose }: { code: Code; onMap: (to: MapCode['to']) => void; onClose: () => void }) {
  const [equipment, setEquipment] = useState<Equipment>(code.equipment ?? 'van')
  return (
    <Dialog open onClose={onClose} title={`What ${code.code} is with us`}>
      <div className="flex flex-col gap-3">
        {code.said && <p className="label">They say: {code.said}</p>}
        {code.kind === 'equipment' ? (
          <div className="flex items-end gap-3">
            <Choice
              label="Equipment"
              value={equipment}
              options={equipmentKinds}
              words={equipmentWords}
              onChange={setEquipment}
            />
            <button type="button" className="button first" onClick={() => onMap({ is: 'equipment', equipment })}>
              It is that
            </button>
          </div>
        ) : (
          <Complete<{ id: number; name: string; city: string; region: string }>
            label={code.kind === 'customer' ? 'Customer' : 'Facility'}
            subject={code.kind === 'customer' ? 'customers' : 'facilities'}
            value={null}
            onPick={(item) =>
              onMap(
                code.kind === 'customer'
                  ? { is: 'customer', customerId: item.id }
                  : { is: 'facility', facilityId: item.id },
              )
            }
            text={(item) => item.name}
            detail={(item) => `${item.city} ${item.region}`}
            autoFocus
          />
        )}
        <span className="flex gap-3">
          {code.kind === 'location' && (
            <button type="button" className="button" onClick={() => onMap({ is: 'new_facility' })}>
              A new facility, as they say
            </button>
          )}
          {isWords(code) && (
            <button type="button" className="button" onClick={() => onMap({ is: 'nothing' })}>
              Take the mapping away
            </button>
          )}
        </span>
      </div>
    </Dialog>
  )
}
