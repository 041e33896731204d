import type { TenderDetail } from '#server/tender/detail'
import { useFetched } from '../ui/use-fetched'

const restMs = 60

interface ChosenDetail {
  detail: TenderDetail | null
  problem: string | null
  reread: () => void
}

/** The details of the chosen tender, read when the choice rests; `version` changes where they may have. */
export function useDetail(id: number | null, version: unknown): ChosenDetail {
  const { latest, problem, reread } = useFetched<TenderDetail>(id === null ? null : `/intake/${id}`, {
    restMs,
    version,
  })
  return {
    // What was read before is shown until the same tender has been read again.
    detail: latest?.id === id ? latest : null,
    problem: problem && 'The tender could not be read. Choose it again.',
    reread,
  }
}
