import { useSyncExternalStore } from 'react'
import { z } from 'zod'

const choicesSchema = z.object({
  /** Only of one's own loads and quotes. */
  mine: z.boolean(),
  toast: z.boolean(),
  sound: z.boolean(),
})
export type NewsChoices = z.infer<typeof choicesSchema>

const usual: NewsChoices = { mine: true, toast: true, sound: false }
const place = 'oxpecker news'

let held: NewsChoices | null = null
const listeners = new Set<() => void>()

/** What this browser was told about news; a sound is a matter of the desk it stands on, not of the person. */
function read(): NewsChoices {
  if (held) return held
  const kept = localStorage.getItem(place)
  held = (kept === null ? undefined : choicesSchema.safeParse(safeJson(kept)).data) ?? usual
  return held
}

function safeJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}

/** How somebody wants to hear of news at this browser, and changing it. */
export function useNewsChoices(): [NewsChoices, (part: Partial<NewsChoices>) => void] {
  const choices = useSyncExternalStore(subscribe, read, () => usual)
  const choose = (part: Partial<NewsChoices>) => {
    held = { ...read(), ...part }
    localStorage.setItem(place, JSON.stringify(held))
    for (const listener of listeners) listener()
  }
  return [choices, choose]
}
