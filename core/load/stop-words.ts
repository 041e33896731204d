import { type PieceUnit, piecesWords } from './freight'
import type { StopTerms } from './stop'
import { dockAccessWords, referenceLabel } from './words'

/** `20 crates, 18,000 lb`; empty where neither is known. */
export function amountWords(amount: { pieces: number | null; weightLb: number | null }, pieceUnit: PieceUnit): string {
  const weight = amount.weightLb === null ? '' : `${amount.weightLb.toLocaleString('en-US')} lb`
  return [piecesWords({ pieces: amount.pieces, pieceUnit }), weight].filter(Boolean).join(', ')
}

/** `Ask for Dee Marsh, 208-555-0140`; empty where nobody is named. */
export function contactWords({ contactName, contactPhone }: Pick<StopTerms, 'contactName' | 'contactPhone'>): string {
  const named = [contactName, contactPhone].filter(Boolean).join(', ')
  return named && `Ask for ${named}`
}

/** What a stop says beside its place and its time, in words; empty where it says nothing. */
export function stopDetailWords(
  stop: Omit<StopTerms, 'facilityId' | 'earliestLocal' | 'latestLocal' | 'booking'>,
  pieceUnit: PieceUnit = 'piece',
): string {
  const amount = amountWords(stop, pieceUnit)
  const verb = stop.kind === 'pickup' ? 'loads' : 'unloads'
  return [
    stop.access === 'dock' ? '' : dockAccessWords[stop.access],
    contactWords(stop),
    amount && `${verb} ${amount}`,
    ...stop.references.map((reference) => `${referenceLabel(reference)} ${reference.value}`),
    stop.driverNote,
  ]
    .filter(Boolean)
    .join('; ')
}
