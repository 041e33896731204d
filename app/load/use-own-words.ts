import { useEffect, useState } from 'react'
import { type OwnWords, ownWordsSchema } from '#core/confirmation/own-words'
import { postJson } from '../ui/post'
import { readJson } from '../ui/use-fetched'

const form = 'confirmation email'

/**
 * What a rep writes on a confirmation's email. The words above the rest are the same from one to the next, so they are remembered; a subject is
 * of its own load.
 */
export function useOwnWords(): [OwnWords, (part: Partial<OwnWords>) => void] {
  const [own, setOwn] = useState<OwnWords>({ subject: '', message: '' })
  useEffect(() => {
    void readJson<{ fields: unknown } | null>(`/kept-forms?form=${encodeURIComponent(form)}`).then(({ data }) => {
      const kept = data && ownWordsSchema.safeParse(data.fields).data
      // What is typed already stays.
      if (kept) setOwn((typed) => (typed.message === '' ? { ...typed, message: kept.message } : typed))
    })
  }, [])
  const change = (part: Partial<OwnWords>) => {
    setOwn((typed) => ({ ...typed, ...part }))
    if (part.message !== undefined) void postJson('/kept-forms', { form, fields: { message: part.message } })
  }
  return [own, change]
}
