import { useRef, useState } from 'react'
import { useRevalidator } from 'react-router'
import { postJson } from './post'
import type { SaveResult } from './use-saving'

/**
 * A form over what the desk keeps of something. Only what was touched is saved; where somebody else has changed the same field meanwhile that is said once,
 * what was typed stays, and saving again puts it in its place.
 */
export function useEdit<Facts extends object>(own: Facts, address: string) {
  const { revalidate } = useRevalidator()
  const [to, setTo] = useState(own)
  const from = useRef(own)
  const latest = useRef(own)
  latest.current = own
  const save = async (): Promise<SaveResult> => {
    const answer = await postJson(address, { intent: 'change_facts', from: from.current, to })
    await revalidate()
    if (answer.ok || answer.code !== 'changed_meanwhile')
      return answer.ok ? answer : { ...answer, errors: answer.errors.map(withoutTo) }
    // What others changed elsewhere is taken over; what was typed stands against what is there now.
    const before = from.current
    from.current = latest.current
    setTo((typed) => takenOver(typed, before, latest.current))
    return answer
  }
  return { to, set: (part: Partial<Facts>) => setTo((typed) => ({ ...typed, ...part })), save }
}

const withoutTo = ({ path, message }: { path: string; message: string }) => ({
  path: path.replace(/^to\./, ''),
  message,
})

const isSame = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other)

/** What was typed, with the fields that nobody touched as they are now. */
function takenOver<Facts extends object>(typed: Facts, before: Facts, now: Facts): Facts {
  const untouched = (Object.keys(typed) as (keyof Facts)[]).filter((field) => isSame(typed[field], before[field]))
  return { ...typed, ...Object.fromEntries(untouched.map((field) => [field, now[field]])) }
}
