import { momentWords } from '#core/time/words'

interface LoggedEvent {
  id: number
  at: number
  by: string
  words: string
}

/** What happened to something and who did it, the newest first. */
export function EventLog({ events, now, zone }: { events: readonly LoggedEvent[]; now: number; zone: string }) {
  return (
    <section aria-label="Log">
      <h2 className="head">Log</h2>
      {events.length === 0 && <p className="label border-t py-1">Nothing has been changed here.</p>}
      <ol aria-label="Log, newest first">
        {events.map(({ id, at, by, words }) => (
          <li key={id} className="border-t py-1">
            {words} <span className="label">{`by ${by}, ${momentWords(at, now, zone)}`}</span>
          </li>
        ))}
      </ol>
    </section>
  )
}
