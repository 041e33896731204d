import { momentWords } from '#core/time/words'
import { LinkButton } from '../ui/link-button'

interface RowButtonsProps {
  name: string
  isConnected: boolean
  onOpen: () => void
  onEnd: () => void
}

/** What changes or ends a connection. */
export function RowButtons({ name, isConnected, onOpen, onEnd }: RowButtonsProps) {
  const verb = isConnected ? 'Change' : 'Connect'
  return (
    <span className="flex items-start gap-3">
      {isConnected && (
        <LinkButton onClick={onEnd} aria-label={`Disconnect ${name}`}>
          Disconnect
        </LinkButton>
      )}
      <button type="button" className="button" onClick={onOpen} aria-label={`${verb} ${name}`}>
        {verb}
      </button>
    </span>
  )
}

interface TestedProps {
  test: { at: number; ok: boolean; words: string } | null
  now: number
  zone: string
}

/** When a connection was last tried, and what came of it. */
export function Tested({ test, now, zone }: TestedProps) {
  if (!test) return null
  return (
    <p className={test.ok ? 'text-acacia' : 'text-bill'}>
      Tested {momentWords(test.at, now, zone)}: {test.words}
    </p>
  )
}
