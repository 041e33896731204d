import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { milesWords } from '#core/miles/words'
import type { Stray } from '#core/tender/strays'
import type { MapCode } from '#server/partner/map-code'
import { postJson } from '../ui/post'

/** Codes that mean another place than we hold them for: each can be reported again in one stroke. */
export function Strays({ strays, onUnmapped }: { strays: Stray[]; onUnmapped: () => void }) {
  const [busy, setBusy] = useState(false)
  const [error, setError] = useState<string>()
  const { revalidate } = useRevalidator()
  const unmap = async (codeId: number) => {
    setBusy(true)
    const answer = await postJson('/partners/codes', { codeId, to: { is: 'nothing' } } satisfies MapCode)
    await revalidate()
    setBusy(false)
    if (answer.ok) onUnmapped()
    else setError(answer.message)
  }
  return (
    <section aria-label="Places that do not agree">
      <ul>
        {strays.map((stray) => (
          <li key={stray.codeId} className="border-t py-1">
            <b className="text-bill">{milesWords(stray.milesAway)} apart</b> <span>{stray.words}.</span>{' '}
            <button
              type="button"
              className="text-dusk underline"
              disabled={busy}
              onClick={() => void unmap(stray.codeId)}
            >
              It is another place: choose again what {stray.code} is
            </button>
          </li>
        ))}
      </ul>
      {error && (
        <p role="alert" className="text-bill">
          {error}
        </p>
      )}
    </section>
  )
}
