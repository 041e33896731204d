import type { PostingBoard } from '#server/load-page/posting'
import { Check } from '../ui/field'

interface BoardChoiceProps {
  boards: PostingBoard[]
  chosen: string[]
  onChange: (chosen: string[]) => void
  error: string | undefined
}

function toneOf(lost: string[], refusal: string | null): string {
  if (refusal) return 'text-bill'
  return lost.length > 0 ? 'text-ring-text' : 'label'
}

/** Which boards a load goes to, with what each will not show. */
export function BoardChoice({ boards, chosen, onChange, error }: BoardChoiceProps) {
  return (
    <fieldset>
      <legend className="label">Boards</legend>
      <ul className="flex flex-col gap-1">
        {boards.map(({ name, isOut, lost, refusal }) => (
          <li key={name} className="grid grid-cols-[8rem_minmax(0,1fr)] gap-2">
            <Check
              label={name}
              checked={chosen.includes(name)}
              disabled={refusal !== null}
              onChange={(isChosen) => onChange(isChosen ? [...chosen, name] : chosen.filter((each) => each !== name))}
            />
            <span className={toneOf(lost, refusal)}>
              {refusal ?? (lost.length > 0 ? `will not show ${lost.join('; ')}` : 'shows all of it')}
              {isOut && <b className="text-acacia">{chosen.includes(name) ? ' · up now' : ' · up now, comes down'}</b>}
            </span>
          </li>
        ))}
      </ul>
      {error && <p className="text-sm text-bill">{error}</p>}
    </fieldset>
  )
}
