import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { toast } from 'sonner'
import { Alert } from '../ui/alert'
import { Complete } from '../ui/complete'
import { Dialog } from '../ui/dialog'
import { postJson } from '../ui/post'

interface Found {
  id: string
  name: string
  dotNumber: string
  mcNumber: string | null
  city: string
  region: string
  mayCarry: boolean
}

interface Added {
  carrierId: number
  verdict: 'clear' | 'caution' | 'stop'
  duplicates: { carrierId: number; name: string; because: string[] }[]
  fresh: boolean
}

/** Adding a carrier: its number and Enter, or a few letters of its name. The register tells the rest. */
export function AddCarrierDialog({ onClose }: { onClose: () => void }) {
  const [error, setError] = useState<{ message: string; carrierId?: number }>()
  const [busy, setBusy] = useState(false)
  const navigate = useNavigate()
  const add = async (number: string) => {
    if (number === '' || busy) return
    setBusy(true)
    setError(undefined)
    const answer = await postJson<Added>('/carriers/add', { number })
    setBusy(false)
    if (!answer.ok) return setError(answer)
    const { duplicates, fresh, carrierId } = answer.value
    if (duplicates.length > 0)
      toast.warning(
        `Shares ${[...new Set(duplicates.flatMap(({ because }) => because.map((each) => each.replace('_', ' '))))].join(', ')} with ${duplicates
          .map(({ name }) => name)
          .slice(0, 3)
          .join(', ')}`,
        { duration: 15_000 },
      )
    if (!fresh) toast.warning('The register did not answer: added from what it last reported.')
    onClose()
    navigate(`/carriers/${carrierId}`)
  }
  return (
    <Dialog open onClose={onClose} title="Add a carrier">
      <div className="flex min-h-72 flex-col gap-2">
        <Complete<Found>
          label="MC or DOT number, or name"
          subject="register"
          value={null}
          autoFocus
          placeholder="MC 412233, DOT 1200041, wandering elk"
          text={(found) => found.name}
          detail={(found) =>
            `${found.mcNumber ? `MC ${found.mcNumber}, ` : ''}DOT ${found.dotNumber}, ${found.city} ${found.region}${found.mayCarry ? '' : ', may not carry'}`
          }
          onPick={(found) => void add(`DOT ${found.dotNumber}`)}
          onEnd={({ item, text, key }) => {
            if (key === 'Escape') return onClose()
            if (key === 'Enter') void add(item ? `DOT ${item.dotNumber}` : text)
          }}
        />
        {busy && (
          <p role="status" className="label">
            Asking the register…
          </p>
        )}
        {error && (
          <Alert>
            {error.message}{' '}
            {error.carrierId && (
              <Link to={`/carriers/${error.carrierId}`} className="link">
                Open its dossier
              </Link>
            )}
          </Alert>
        )}
        <p className="label mt-auto">
          <kbd className="key">Enter</kbd> adds it with everything the register has, and vets it.
        </p>
      </div>
    </Dialog>
  )
}
