import { useState } from 'react'
import {
  densities,
  densityWords,
  type PreferenceChange,
  type Preferences,
  textSizes,
  textSizeWords,
  themes,
  themeWords,
  whoseChoices,
  whoseWords,
} from '#core/person/preferences'
import { Choice } from '../ui/field'
import { usePostedAct } from '../ui/use-posted-act'

/** How I want it to look, kept with my account. */
export function OwnLooks({ preferences }: { preferences: Preferences }) {
  // What was chosen a moment ago counts, also before the page has been read again.
  const [chosen, setChosen] = useState(preferences)
  const { act } = usePostedAct<{ intent: 'prefer'; change: PreferenceChange }>('/account/act')
  const prefer = (change: PreferenceChange) => {
    setChosen({ ...chosen, ...change })
    void act({ intent: 'prefer', change })
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
        <Choice
          label="Rows of lists"
          value={chosen.density}
          options={densities}
          words={densityWords}
          onChange={(density) => prefer({ density })}
        />
        <Choice
          label="Loads and quotes shown"
          value={chosen.whose}
          options={whoseChoices}
          words={whoseWords}
          onChange={(whose) => prefer({ whose })}
        />
      </div>
    </section>
  )
}
