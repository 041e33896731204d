import type { CodeKind } from './partner'
import type { Tender, TenderPlace, TenderStop } from './tender'

/** A code that a tender uses and somebody has to map once. */
export interface CodeUsed {
  kind: CodeKind
  code: string
  said: string
}

/** The code of a place; where the partner gives none, its name and town stand for it. */
export function locationCode(place: TenderPlace): string {
  if (place.code) return place.code.toUpperCase()
  return [place.name, place.postal?.slice(0, 5) ?? place.city ?? ''].join(' ').trim().toUpperCase().slice(0, 90)
}

const placeWords = ({ name, city, region, postal }: TenderPlace): string =>
  [name, [city, region].filter(Boolean).join(' '), postal].filter(Boolean).join(', ')

/** Who pays, by the partner's own code; the shipper where nobody is named to bill. */
export function customerCode(tender: Tender): CodeUsed | null {
  const payer = tender.parties.find(({ role }) => role === 'bill_to' || role === 'freight_payer' || role === 'payer')
  return payer ? { kind: 'customer', code: locationCode(payer), said: placeWords(payer) } : null
}

/** Whether freight is loaded or unloaded at a stop. */
export const isHandling = ({ reason }: TenderStop): boolean => reason !== 'other'

/** All codes of a tender, each once: customer, every stop's place, equipment. */
export function codesUsed(tender: Tender): CodeUsed[] {
  const payer = customerCode(tender)
  const { code } = tender.equipment
  const used: CodeUsed[] = [
    ...(payer ? [payer] : []),
    ...tender.stops
      .filter(isHandling)
      .map((stop) => ({ kind: 'location' as const, code: locationCode(stop), said: placeWords(stop) })),
    ...(code ? [{ kind: 'equipment' as const, code: code.toUpperCase(), said: '' }] : []),
  ]
  return used.filter(
    (each, at) =>
      each.code !== '' && used.findIndex((other) => other.kind === each.kind && other.code === each.code) === at,
  )
}
