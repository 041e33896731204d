import { offer, type Sample, truck } from './sample'

/** Prices for loads of ours and for lanes, some beside trucks. */
export const knownOffers: readonly Sample[] = [
  {
    id: 'ko1',
    sentAt: '2026-12-01T09:14:00-07:00',
    from: 'Dale Pruitt <dale@wandering-elk.example>',
    subject: 'Re: Load PR-26014 McAllen TX to Joplin MO',
    text: `I can do that one for 2450.

> PR-26014 picks up Wed Dec 2, flatbed, 41,800 lb. What would you need?`,
    trucks: [],
    offers: [offer('2450.00', { reference: 'PR-26014' })],
  },
  {
    id: 'ko2',
    sentAt: '2026-12-01T10:05:00-06:00',
    from: 'rates@blue-thistle.example',
    subject: 'Laredo to Tulsa',
    text: 'We would need $1,875 all in on Laredo TX - Tulsa OK for tomorrow. Good until 3pm today.',
    trucks: [],
    offers: [
      offer('1875.00', {
        ...{ origin: 'Laredo, TX', destination: 'Tulsa, OK', pickup: '2026-12-02' },
        expires: '2026-12-01T15:00:00-06:00',
      }),
    ],
  },
  {
    id: 'ko3',
    sentAt: '2026-12-02T08:00:00-05:00',
    from: 'jim@carolina-kettle.example',
    subject: 'spartanburg columbus',
    text: '2.95/mi on spartanburg sc to columbus oh thats my best',
    trucks: [],
    offers: [offer('2.95', { basis: 'per_mile', origin: 'Spartanburg, SC', destination: 'Columbus, OH' })],
  },
  {
    id: 'ko4',
    sentAt: '2026-12-01T07:20:00-07:00',
    from: 'tammy@granite-otter.example',
    subject: 'Re: PR-26022',
    text: `Hi Ines,

Rate on PR-26022 would be $3,150.00. Truck is empty in Idaho Falls today (53 reefer), if that one is gone he can take anything to MN or WI.

Tammy Ruiz | Granite Otter Logistics | 208-555-0164`,
    trucks: [truck('Idaho Falls, ID', 'reefer', '2026-12-01', { lengthFt: 53, destinations: ['MN', 'WI'] })],
    offers: [offer('3150.00', { reference: 'PR-26022' })],
  },
  {
    id: 'ko5',
    sentAt: '2026-12-01T16:45:00-06:00',
    from: 'marisol@tres-garzas.example',
    subject: 'Re: ref 88213A',
    text: 'Puedo llevarla por 2,100 flat. Reference 88213A. Offer stands til noon tomorrow.',
    trucks: [],
    offers: [offer('2100.00', { reference: '88213A', expires: '2026-12-02T12:00:00-06:00' })],
  },
  {
    id: 'ko6',
    sentAt: '2026-12-01T11:00:00-05:00',
    from: 'ops@tule-marsh.example',
    subject: 'Lane quotes',
    text: `As requested:
Yakima WA to Denver CO   $2,900
Yakima WA to Boise ID    $1,050
Kent WA to Reno NV       $2,150
Rates good through Friday.`,
    trucks: [],
    offers: [
      offer('2900.00', { origin: 'Yakima, WA', destination: 'Denver, CO', expires: '2026-12-04T23:59:00-05:00' }),
      offer('1050.00', { origin: 'Yakima, WA', destination: 'Boise, ID', expires: '2026-12-04T23:59:00-05:00' }),
      offer('2150.00', { origin: 'Kent, WA', destination: 'Reno, NV', expires: '2026-12-04T23:59:00-05:00' }),
    ],
  },
  {
    id: 'ko7',
    sentAt: '2026-12-03T13:30:00-07:00',
    from: 'frank@saltbush-carriers.example',
    subject: 'counter',
    text: "Can't do 1,700, need 1,850 for PR-26001. My insurance is $1,000,000 and cargo 100,000.",
    trucks: [],
    offers: [offer('1850.00', { reference: 'PR-26001' })],
  },
]
