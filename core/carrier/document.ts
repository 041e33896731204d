/** Kinds of documents a carrier may send. The three permits count for loads with hazardous freight or over a border. */
export const carrierDocumentKinds = [
  'w9',
  'agreement',
  'certificate',
  'letter',
  'permit_hazmat',
  'permit_canada',
  'permit_mexico',
  'other',
] as const
export type CarrierDocumentKind = (typeof carrierDocumentKinds)[number]

export const carrierDocumentWords: Record<CarrierDocumentKind, string> = {
  w9: 'W-9',
  agreement: 'Broker-carrier agreement',
  certificate: 'Certificate of insurance',
  letter: 'Letter',
  permit_hazmat: 'Hazmat permit',
  permit_canada: 'Permit for Canada',
  permit_mexico: 'Permit for Mexico',
  other: 'Other document',
}

/** What a carrier may be asked for by a link; the agreement is signed, not sent. */
export const askedKinds = [
  'w9',
  'certificate',
  'letter',
  'permit_hazmat',
  'permit_canada',
  'permit_mexico',
  'other',
] as const satisfies readonly CarrierDocumentKind[]
