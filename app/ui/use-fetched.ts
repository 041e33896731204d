import { useEffect, useState } from 'react'

export interface Fetched<T> {
  /** What was answered to the address asked for now; null until then. */
  data: T | null
  /** What was answered last, also to an address before: for what should not flicker while somebody types. */
  latest: T | null
  /** Why nothing could be read, in a sentence. */
  problem: string | null
  isBusy: boolean
  /** Reads it once more. */
  reread: () => void
}

interface FetchOptions {
  /** How long the address has to rest before it is asked for, in milliseconds. */
  restMs?: number
  /** Changes where the answer may have, though the address did not. */
  version?: unknown
}

interface Answer<T> {
  asked: string
  version: unknown
  turn: number
  data: T | null
  problem: string | null
}

/**
 * Reads JSON from one of our own routes whenever the address changes; a null address asks for nothing. An answer that
 * comes too late is dropped. Unlike a route's own data, a failure leaves the rest of the page as it is.
 */
export function useFetched<T>(url: string | null, { restMs = 0, version }: FetchOptions = {}): Fetched<T> {
  const [answer, setAnswer] = useState<Answer<T> | null>(null)
  const [turn, setTurn] = useState(0)
  useEffect(() => {
    if (url === null) return
    const going = new AbortController()
    const timer = setTimeout(async () => {
      const read = await readJson<T>(url, going.signal)
      if (!going.signal.aborted) setAnswer({ asked: url, version, turn, ...read })
    }, restMs)
    return () => {
      clearTimeout(timer)
      going.abort()
    }
  }, [url, version, turn, restMs])
  const isCurrent = url !== null && answer?.asked === url && answer.version === version && answer.turn === turn
  return {
    data: isCurrent ? answer.data : null,
    latest: url === null ? null : (answer?.data ?? null),
    problem: isCurrent ? answer.problem : null,
    isBusy: url !== null && !isCurrent,
    reread: () => setTurn(turn + 1),
  }
}

/** Reads JSON from one of our own routes, once; a failure is a sentence. */
export async function readJson<T>(
  url: string,
  signal?: AbortSignal,
): Promise<{ data: T | null; problem: string | null }> {
  try {
    const response = await fetch(url, signal ? { signal } : {})
    if (response.ok) return { data: (await response.json()) as T, problem: null }
    return { data: null, problem: (await response.text()) || 'That could not be read.' }
  } catch {
    return { data: null, problem: 'The server did not answer. Try again.' }
  }
}
