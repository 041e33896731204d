import { momentWords } from '#core/time/words'
import type { LikeLoad } from '#server/posting/like'
import { Check } from '../ui/field'

interface LikeLoadsProps {
  like: LikeLoad[]
  zone: string
  now: number
  chosen: number[]
  onChange: (chosen: number[]) => void
  error: string | undefined
}

/** Other loads like this one that the posting may stand for too; none, where there are none. */
export function LikeLoads({ like, zone, now, chosen, onChange, error }: LikeLoadsProps) {
  if (like.length === 0) return null
  return (
    <fieldset>
      <legend className="label">In the same posting, which counts down as they are covered</legend>
      <div className="flex max-h-32 flex-wrap gap-x-4 gap-y-1 overflow-y-auto">
        {like.map(({ id, number, pickupAt }) => (
          <Check
            key={id}
            label={`${number}, picks up ${momentWords(pickupAt, now, zone)}`}
            checked={chosen.includes(id)}
            onChange={(isChosen) => onChange(isChosen ? [...chosen, id] : chosen.filter((each) => each !== id))}
          />
        ))}
      </div>
      {error && <p className="text-sm text-bill">{error}</p>}
    </fieldset>
  )
}
