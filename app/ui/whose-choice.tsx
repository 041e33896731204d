import { type PreferenceChange, type Whose, whoseChoices, whoseWords } from '#core/person/preferences'
import { Choice } from './field'
import type { RoomKey } from './keys'
import { usePreferences } from './preferences'
import { usePostedAct } from './use-posted-act'

/** Who is in a team may see its loads; the others choose between their own and everybody's. What is chosen already is always among them. */
const choicesOf = (hasTeam: boolean, chosen: Whose): Whose[] =>
  whoseChoices.filter((each) => hasTeam || each !== 'team' || each === chosen)

const usePrefer = () => usePostedAct<{ intent: 'prefer'; change: PreferenceChange }>('/account/act')

/** Whose loads and quotes are shown: chosen once, kept with the account, the same in every room. */
export function WhoseChoice({ hasTeam }: { hasTeam: boolean }) {
  const { whose } = usePreferences()
  const { act } = usePrefer()
  return (
    <Choice
      label="Whose"
      hideLabel
      className="w-34"
      value={whose}
      options={choicesOf(hasTeam, whose)}
      words={whoseWords}
      onChange={(chosen) => void act({ intent: 'prefer', change: { whose: chosen } })}
    />
  )
}

/** The key that goes through the same choices, for a room's own keys. */
export function useWhoseKey(hasTeam: boolean): RoomKey {
  const { whose } = usePreferences()
  const { act } = usePrefer()
  const choices = choicesOf(hasTeam, whose)
  const next = choices[(choices.indexOf(whose) + 1) % choices.length]!
  const words = hasTeam ? 'mine, my team’s, everybody’s' : 'mine, everybody’s'
  return { key: 'v', words, run: () => void act({ intent: 'prefer', change: { whose: next } }) }
}
