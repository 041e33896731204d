import { Link } from 'react-router'
import { objectionWords } from '#core/confirmation/objection'
import { freightWords, loadStateWords } from '#core/load/words'
import { hour } from '#core/time/local'
import { momentWords, spanWords } from '#core/time/words'
import type { LoadPage } from '#server/load-page/read'

/** The line under the rooms: which load, what, its state, where it is posted. */
export function LoadHead({ page, now, zone }: { page: LoadPage; now: number; zone: string }) {
  const { load } = page
  const standing = standingWords(page, now)
  return (
    <div className="flex shrink-0 items-baseline gap-x-5 border-b border-strong px-4 py-2">
      <h1 className="text-lg font-semibold whitespace-nowrap">
        {load.originCity} to {load.destCity}
      </h1>
      <span className="font-mono whitespace-nowrap">{load.number}</span>
      {load.practice && <b className="bg-ring px-1.5 text-[#231c14]">Practice</b>}
      <span className="truncate">{page.customer.name}</span>
      {page.soldBy && (
        <Link to={`/quotes/${page.soldBy.quoteId}`} className="whitespace-nowrap link">
          {page.soldBy.number}, line {page.soldBy.position}
        </Link>
      )}
      {page.reportsTo && (
        <span className="whitespace-nowrap" title={`Statuses and the invoice go to ${page.reportsTo.name}`}>
          <span className="label">as</span> <span className="font-mono">{page.reportsTo.shipmentId}</span>
        </span>
      )}
      <span className="truncate">
        {freightWords(load)}, {load.commodity}
        {load.commodityHidden && ' (secret)'}
      </span>
      <b role="status" className={`whitespace-nowrap ${standing.tone}`}>
        {standing.words}
      </b>
      <span className="label ml-auto whitespace-nowrap">{postedWords(page, now, zone)}</span>
    </div>
  )
}

function standingWords({ load, carrier, confirmations }: LoadPage, now: number): { words: string; tone: string } {
  const left = (load.pickupAt > now ? load.pickupAt : load.pickupBy) - now
  const clock =
    left > 0
      ? `${load.pickupAt > now ? 'picks up in' : 'pickup closes in'} ${spanWords(left)}`
      : `pickup overdue by ${spanWords(left)}`
  if (load.state === 'uncovered') return { words: `Uncovered, ${clock}`, tone: left < 6 * hour ? 'text-bill' : '' }
  if (load.state === 'draft') return { words: 'Draft, not offered to anyone', tone: 'text-second' }
  if (load.state !== 'covered')
    return { words: loadStateWords[load.state], tone: load.state === 'cancelled' ? 'text-second' : 'text-acacia' }
  const newest = confirmations[0]
  const accepted = newest?.state === 'accepted'
  if (newest?.state === 'sent' && newest.objection)
    return {
      words: `${carrier?.name} ${objectionWords[newest.objection]} the confirmation`,
      tone: 'text-bill',
    }
  const waiting = confirmations[0]?.state === 'sent' ? 'waiting for their yes' : 'confirmation not sent'
  return accepted
    ? { words: `Confirmed by ${carrier?.name}`, tone: 'text-acacia' }
    : { words: `Covered by ${carrier?.name}, ${waiting}`, tone: 'text-ring-text' }
}

/** Where the load is posted, board by board; the boards that are alike are one phrase. */
function postedWords({ postings }: LoadPage, now: number, zone: string): string {
  const newest = postings
    .filter((each, at) => postings.findIndex(({ board }) => board === each.board) === at)
    .toSorted((one, other) => (one.board < other.board ? -1 : 1))
  const named = (state: string) => newest.filter((each) => each.state === state)
  const names = (some: typeof newest) => some.map(({ board }) => board).join(', ')
  const up = named('up')
  const since = Math.min(...up.map(({ upAt, askedAt }) => upAt ?? askedAt))
  const said = [
    up.length > 0 ? `on ${names(up)} since ${momentWords(since, now, zone)}` : '',
    named('asked').length > 0 ? `posting to ${names(named('asked'))}…` : '',
    named('removal_asked').length > 0 ? `coming off ${names(named('removal_asked'))}…` : '',
    ...named('refused').map(({ board, problem }) => `${board} refused: ${problem}`),
  ].filter(Boolean)
  return said.length > 0 ? said.join('; ') : 'not posted'
}
