import { useState } from 'react'
import { type Preferences, textSizes, textSizeWords, themes, themeWords } from '#core/person/preferences'
import { Choice } from '../ui/field'
import { usePostedAct } from '../ui/use-posted-act'

/** How I want it to look, kept with my account. */
export function OwnLooks({ preferences }: { preferences: Preferences }) {
  // What was chosen a moment ago counts, also before the page has been read again.
  const [chosen, setChosen] = useState(preferences)
  const { act } = usePostedAct<{ intent: 'prefer'; preferences: Preferences }>('/account/act')
  const prefer = (change: Partial<Preferences>) => {
    const next = { ...chosen, ...change }
    setChosen(next)
    void act({ intent: 'prefer', preferences: next })
  }
  return (
    <section aria-labelledby="own-looks">
      <h2 id="own-looks" className="head">
        Look
      </h2>
      <div className="mt-2 grid grid-cols-2 gap-3">
        <Choice
          label="Colors"
          value={chosen.theme}
          options={themes}
          words={themeWords}
          onChange={(theme) => prefer({ theme })}
        />
        <Choice
          label="Text size"
          value={chosen.textSize}
          options={textSizes}
          words={textSizeWords}
          onChange={(textSize) => prefer({ textSize })}
        />
      </div>
    </section>
  )
}
