import { formatMoney } from '#core/money/money'
import { momentWords } from '#core/time/words'
import type { PostingPreview } from '#server/load-page/posting'
import type { LoadPage } from '#server/load-page/read'
import type { Fared } from '#server/posting/fared'
import { RateStrip } from '../ui/rate-strip'

interface ProspectsProps {
  page: LoadPage
  now: number
  preview: PostingPreview
  fared: Fared
}

/** The price against the lane, who would fit, and how such postings fared. */
export function Prospects({ page, now, preview, fared }: ProspectsProps) {
  const { load, band } = page
  const { pay } = preview.shown
  const pegs = pay ? [{ payMinor: pay.amountMinor, label: 'posted', awarded: false }] : []
  const { carriers, trucks } = preview.fits
  return (
    <section aria-label="Prospects" className="flex flex-col gap-1 border-t pt-3">
      <RateStrip
        figures={{ band, targetPayMinor: load.targetPayMinor, maxPayMinor: load.maxPayMinor, sellMinor: 0, pegs }}
      />
      <p>
        <b>{carriers}</b> {carriers === 1 ? 'carrier' : 'carriers'} of ours and <b>{trucks}</b>{' '}
        {trucks === 1 ? 'truck' : 'trucks'} posted now would fit.
      </p>
      <p className="label">{faredWords(fared)}</p>
      <p className="label">Comes down by itself {momentWords(preview.endsAt, now, load.originZone)}.</p>
    </section>
  )
}

function faredWords({ postings, hoursToOffer, offersEach, payMinor }: Fared): string {
  if (postings === 0) return 'Nothing like it was posted in half a year.'
  const first = hoursToOffer === null ? 'none got an offer' : `first offer after ${hoursToOffer} h`
  const paid = payMinor === null ? '' : `, paid ${formatMoney(payMinor)}`
  return `${postings} like it in half a year: ${first}, ${offersEach} offers each${paid}.`
}
