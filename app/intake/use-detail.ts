import { useEffect, useState } from 'react'
import type { TenderDetail } from '#server/tender/detail'

const restMs = 60

/** The details of the chosen tender, read when the choice rests; `version` changes where they may have. */
export function useDetail(
  id: number | null,
  version: unknown,
): { detail: TenderDetail | null; problem: string | null; reread: () => void } {
  const [state, setState] = useState<{ detail: TenderDetail | null; problem: string | null }>({
    detail: null,
    problem: null,
  })
  const [turn, setTurn] = useState(0)
  // biome-ignore lint/correctness/useExhaustiveDependencies: the version and the turn ask for another reading
  useEffect(() => {
    if (id === null) return setState({ detail: null, problem: null })
    const stop = new AbortController()
    const timer = setTimeout(async () => {
      const response = await fetch(`/intake/${id}`, { signal: stop.signal }).catch(() => null)
      if (stop.signal.aborted) return
      if (response?.ok) setState({ detail: await response.json(), problem: null })
      else setState({ detail: null, problem: 'The tender could not be read. Choose it again.' })
    }, restMs)
    return () => {
      clearTimeout(timer)
      stop.abort()
    }
  }, [id, version, turn])
  return { ...state, detail: state.detail?.id === id ? state.detail : null, reread: () => setTurn(turn + 1) }
}
