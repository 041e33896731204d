import type { SignCode } from './signs'

/** How a verdict is said in lists. */
export const verdictWords = { clear: 'clear', caution: 'caution', stop: 'blocked' } as const

/** What each sign is called where its weight is set. */
export const signNames: Record<SignCode, string> = {
  mail_looks_alike: 'Email domain looks like the register’s',
  mail_other_ending: 'Email domain with another ending',
  mail_different: 'Email from another domain',
  mail_free: 'Free email address',
  phone_not_on_file: 'Phone not on file',
  phone_shared: 'Phone shared with others',
  contact_changed: 'Contact changed lately',
  payee_changed: 'Payee changed lately',
  address_shared: 'Address shared by many',
  officer_shared: 'Officer of others',
  bank_shared: 'Bank account of others',
  vehicle_shared: 'Vehicle of others',
  insurance_shared: 'Insurance policy of others',
  mail_domain_shared: 'Email domain of others',
  reborn: 'Closed carrier reborn',
  truck_far_away: 'Truck far from where it was said',
  more_offers_than_trucks: 'More offers than trucks',
  price_far_under: 'Price far under the strip',
  driver_seen_elsewhere: 'Driver’s phone seen for another',
  truck_seen_elsewhere: 'Truck seen for another',
}
