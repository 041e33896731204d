import { useId, useState } from 'react'
import { readAnswer } from '../ui/post'

interface LogoFieldProps {
  /** The hash of the logo that the settings name; empty where there is none. */
  value: string
  onChange: (hash: string) => void
  error?: string
}

/** The picture at the head of quotes and confirmations: sent at once, in force with the next version of the settings. */
export function LogoField({ value, onChange, error }: LogoFieldProps) {
  const id = useId()
  const [saved] = useState(value)
  const [chosen, setChosen] = useState<string | null>(null)
  const [problem, setProblem] = useState<string | undefined>(undefined)
  const take = async (file: File | undefined) => {
    if (!file) return
    const body = new FormData()
    body.set('file', file)
    const answer = await readAnswer<{ storedAs: string }>(fetch('/settings/logo', { method: 'POST', body }))
    setProblem(answer.ok ? undefined : answer.message)
    if (!answer.ok) return
    setChosen(await asDataUrl(file))
    onChange(answer.value.storedAs)
  }
  const source = value === saved ? '/settings/logo' : chosen
  return (
    <div>
      <label htmlFor={id} className="label">
        Logo on quotes and confirmations (PNG or JPEG, at most 1 MB)
      </label>
      <div className="flex items-center gap-3">
        {value !== '' && source && (
          <img src={source} alt="The logo" className="h-10 max-w-44 border bg-white object-contain p-1" />
        )}
        <input
          id={id}
          type="file"
          accept="image/png,image/jpeg"
          className="min-w-0 flex-1"
          onChange={(event) => void take(event.target.files?.[0])}
        />
        {value !== '' && (
          <button type="button" className="button" onClick={() => onChange('')}>
            Remove the logo
          </button>
        )}
      </div>
      {(problem ?? error) && (
        <p role="alert" className="text-sm text-bill">
          {problem ?? error}
        </p>
      )}
    </div>
  )
}

const asDataUrl = (file: File): Promise<string> =>
  new Promise((done, fail) => {
    const reader = new FileReader()
    reader.onload = () => done(String(reader.result))
    reader.onerror = () => fail(reader.error)
    reader.readAsDataURL(file)
  })
