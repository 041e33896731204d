import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { milesWords } from '#core/miles/words'
import type { MisplacedCode } from '#core/tender/misplaced-codes'
import type { MapCode } from '#server/partner/map-code'
import { Alert } from '../ui/alert'
import { LinkButton } from '../ui/link-button'
import { postJson } from '../ui/post'

/** Codes that mean another place than we hold them for: each can be reported again in one stroke. */
export function MisplacedCodes({
  misplacedCodes,
  onUnmapped,
}: {
  misplacedCodes: MisplacedCode[]
  onUnmapped: () => void
}) {
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
        {misplacedCodes.map((misplaced) => (
          <li key={misplaced.codeId} className="border-t py-1">
            <b className="text-bill">{milesWords(misplaced.milesAway)} apart</b> <span>{misplaced.words}.</span>{' '}
            <LinkButton disabled={busy} onClick={() => void unmap(misplaced.codeId)}>
              It is another place: choose again what {misplaced.code} is
            </LinkButton>
          </li>
        ))}
      </ul>
      <Alert>{error}</Alert>
    </section>
  )
}
