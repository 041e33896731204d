import { useNavigate } from 'react-router'

interface ShowChoiceProps<T extends string> {
  words: Record<T, string>
  chosen: T
  params: string
}

/** Which part of a list is shown, one of a few; the words and the sort of its address are kept. */
export function ShowChoice<T extends string>({ words, chosen, params }: ShowChoiceProps<T>) {
  const navigate = useNavigate()
  const show = (wanted: string) => {
    const next = new URLSearchParams(params)
    next.set('show', wanted)
    return navigate(`?${next}`)
  }
  return (
    <select
      aria-label="Show"
      className="field !w-48"
      value={chosen}
      onChange={(event) => void show(event.target.value)}
    >
      {Object.entries<string>(words).map(([value, label]) => (
        <option key={value} value={value}>
          {label}
        </option>
      ))}
    </select>
  )
}
