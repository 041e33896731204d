import { type Sample, truck } from './sample'

/** One line or a few, often from a phone. */
export const knownShort: readonly Sample[] = [
  {
    id: 'ks1',
    sentAt: '2026-11-30T07:12:00-07:00',
    from: 'Dale Pruitt <dale@wandering-elk.example>',
    subject: 'truck',
    text: 'Got a reefer empty in Boise tomorrow morning, wants to head to AZ or southern CA.\n\nSent from my phone',
    trucks: [truck('Boise, ID', 'reefer', '2026-12-01', { destinations: ['AZ', 'CA'] })],
    offers: [],
  },
  {
    id: 'ks2',
    sentAt: '2026-12-01T05:48:00-06:00',
    from: 'dispatch@blue-thistle.example',
    subject: 'FARGO TODAY',
    text: '53 VAN FARGO ND READY NOW. GOING ANYWHERE. CALL 701-555-0142',
    trucks: [truck('Fargo, ND', 'van', '2026-12-01', { lengthFt: 53 })],
    offers: [],
  },
  {
    id: 'ks3',
    sentAt: '2026-12-01T16:20:00-05:00',
    from: 'Marisol <marisol@tres-garzas.example>',
    subject: 'Trucks for wed',
    text: 'hola, tengo 2 dry vans in Laredo for miercoles, looking for Texas or OK. gracias!',
    trucks: [truck('Laredo, TX', 'van', '2026-12-02', { count: 2, destinations: ['TX', 'OK'] })],
    offers: [],
  },
  {
    id: 'ks4',
    sentAt: '2026-12-03T08:02:00-08:00',
    from: 'ops@cinder-fork.example',
    subject: 'Yakima flats x3',
    text: 'x3 flatbeds Yakima Fri thru Mon, 48ft w/ tarps, need 2.60/mi to the midwest (IL IN OH)',
    trucks: [
      truck('Yakima, WA', 'flatbed', '2026-12-04', {
        ...{ count: 3, to: '2026-12-07', lengthFt: 48, destinations: ['IL', 'IN', 'OH'] },
        rate: { amount: '2.60', basis: 'per_mile' },
      }),
    ],
    offers: [],
  },
  {
    id: 'ks5',
    sentAt: '2026-12-31T14:00:00-07:00',
    from: 'hank@lone-spur.example',
    subject: 'after new years',
    text: 'I will have a step deck in Ogden on Saturday. Home is Pocatello so anything north works for me, 150 mi deadhead max.',
    trucks: [truck('Ogden, UT', 'step_deck', '2027-01-02', { radius: 150, destinations: ['Pocatello, ID'] })],
    offers: [],
  },
  {
    id: 'ks6',
    sentAt: '2026-12-01T09:00:00-07:00',
    from: 'tammy@granite-otter.example',
    subject: 'RE: trucks',
    text: `SLC - 1 reefer avail 12/2, 44k max

On Mon, Nov 30, 2026 at 4:10 PM Ines Calloway <ines@ploverrook.example> wrote:
> Do you have anything near Twin Falls or Boise this week? I have a van load
> Boise to Phoenix on Thursday paying $1,900.`,
    trucks: [truck('Salt Lake City, UT', 'reefer', '2026-12-02', { weightLb: 44_000 })],
    offers: [],
  },
  {
    id: 'ks7',
    sentAt: '2026-12-01T06:30:00-05:00',
    from: 'jim@carolina-kettle.example',
    subject: 'Power only',
    text: 'Power only unit sitting in Spartanburg today, looking for a trailer move to Columbus OH or Indy.',
    trucks: [
      truck('Spartanburg, SC', 'power_only', '2026-12-01', { destinations: ['Columbus, OH', 'Indianapolis, IN'] }),
    ],
    offers: [],
  },
  {
    id: 'ks8',
    sentAt: '2026-12-06T21:15:00-06:00',
    from: 'Night Heron Dispatch <desk@night-heron.example>',
    subject: 'Monday empties',
    text: 'Two for tomorrow: one van Tulsa, one van Joplin. Both can run 45,000. No NYC please.',
    trucks: [
      truck('Tulsa, OK', 'van', '2026-12-07', { weightLb: 45_000 }),
      truck('Joplin, MO', 'van', '2026-12-07', { weightLb: 45_000 }),
    ],
    offers: [],
  },
  {
    id: 'ks9',
    sentAt: '2026-12-02T11:40:00-07:00',
    from: 'rick@hollow-magpie.example',
    subject: 'hotshot',
    text: '40ft hotshot trailer, empty Billings thurs afternoon. $1.75 a mile loaded gets me anywhere in MT, WY or the Dakotas',
    trucks: [
      truck('Billings, MT', 'hotshot', '2026-12-03', {
        ...{ lengthFt: 40, destinations: ['MT', 'WY', 'ND', 'SD'] },
        rate: { amount: '1.75', basis: 'per_mile' },
      }),
    ],
    offers: [],
  },
  {
    id: 'ks10',
    sentAt: '2026-12-01T07:00:00-08:00',
    from: 'bev@juniper-bench.example',
    subject: 'quick one',
    text: 'Driver delivers in Spokane tonight and is open from there in the AM. 53 reefer, can go dry.',
    trucks: [truck('Spokane, WA', 'reefer', '2026-12-02', { lengthFt: 53 })],
    offers: [],
  },
]
