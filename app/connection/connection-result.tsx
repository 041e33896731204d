import type { TestResult } from '#server/connection/test'

/** What a connection's test came to. */
export function ConnectionResult({ result }: { result: TestResult | 'testing' | null }) {
  if (result === null) return null
  if (result === 'testing') return <p role="status">Testing…</p>
  return (
    <p role="status" className={`mt-2 ${result.ok ? 'text-acacia' : 'text-bill'}`}>
      {result.ok ? 'It works. ' : 'It does not work. '}
      {result.words}
    </p>
  )
}
