import { type Sample, truck } from './sample'

/** One line or a few, often from a phone. Put aside: whoever writes the reader does not read them. */
export const heldOutShort: readonly Sample[] = [
  {
    id: 'hs1',
    sentAt: '2026-12-01T06:55:00-06:00',
    from: 'connie@prairie-lantern.example',
    subject: 'Empty',
    text: 'van MT in Sioux Falls SD this afternoon. Trying to get him home to Minneapolis area. Thx Connie',
    trucks: [truck('Sioux Falls, SD', 'van', '2026-12-01', { destinations: ['Minneapolis, MN'] })],
    offers: [],
  },
  {
    id: 'hs2',
    sentAt: '2026-12-04T12:10:00-07:00',
    from: 'ROY@BENT-BADGER.EXAMPLE',
    subject: 'NEXT WEEK',
    text: 'HAVE THREE REEFERS IN TWIN FALLS MONDAY AND ONE FLATBED IN IDAHO FALLS TUESDAY. REEFERS WANT TX. FLATBED OPEN.',
    trucks: [
      truck('Twin Falls, ID', 'reefer', '2026-12-07', { count: 3, destinations: ['TX'] }),
      truck('Idaho Falls, ID', 'flatbed', '2026-12-08'),
    ],
    offers: [],
  },
  {
    id: 'hs3',
    sentAt: '2026-12-02T18:44:00-06:00',
    from: 'Chuy <chuy@rio-verde-lines.example>',
    subject: 'truck mañana',
    text: 'Buenas tardes, mañana un reefer vacío en McAllen, quiere ir a Georgia o las Carolinas, 2.35 la milla.',
    trucks: [
      truck('McAllen, TX', 'reefer', '2026-12-03', {
        ...{ destinations: ['GA', 'NC', 'SC'], rate: { amount: '2.35', basis: 'per_mile' } },
      }),
    ],
    offers: [],
  },
  {
    id: 'hs4',
    sentAt: '2026-12-01T10:00:00-05:00',
    from: 'kyle@sage-kettle.example',
    subject: 'Fwd: need out of Charlotte',
    text: `See below, can you help?

---------- Forwarded message ---------
From: Tony <tony@sage-kettle.example>
Date: Tue, Dec 1, 2026 at 9:41 AM
Subject: need out of Charlotte

Charlotte 12/1 - 12/3, 26' box truck w liftgate, 10k lbs`,
    trucks: [truck('Charlotte, NC', 'box_truck', '2026-12-01', { to: '2026-12-03', lengthFt: 26, weightLb: 10_000 })],
    offers: [],
  },
  {
    id: 'hs5',
    sentAt: '2026-12-03T15:30:00-08:00',
    from: 'amber@bitterroot-bench.example',
    subject: 'conestogas',
    text: 'Conestoga avail Portland OR Sat, another one Medford Sunday. Looking southbound (CA/NV/AZ).',
    trucks: [
      truck('Portland, OR', 'conestoga', '2026-12-05', { destinations: ['CA', 'NV', 'AZ'] }),
      truck('Medford, OR', 'conestoga', '2026-12-06', { destinations: ['CA', 'NV', 'AZ'] }),
    ],
    offers: [],
  },
  {
    id: 'hs6',
    sentAt: '2026-12-31T22:05:00-07:00',
    from: 'walt@dusty-anvil.example',
    subject: 'tomorrow',
    text: 'Will be empty Reno tomorrow noon w/ 48 ft flatbed, 4 ft tarps. Where to?',
    trucks: [truck('Reno, NV', 'flatbed', '2027-01-01', { lengthFt: 48 })],
    offers: [],
  },
  {
    id: 'hs7',
    sentAt: '2026-12-02T07:05:00-06:00',
    from: 'pam@quiet-lantern.example',
    subject: 'Re: Des Moines',
    text: `Yes, still have the one van, Des Moines Thursday. He'll go 200 miles for a good one but nothing to Chicago.

> From: Teo Marchetti
> Pam, is the van in Omaha still open for Wednesday?`,
    trucks: [truck('Des Moines, IA', 'van', '2026-12-03', { radius: 200 })],
    offers: [],
  },
  {
    id: 'hs8',
    sentAt: '2026-12-05T08:00:00-05:00',
    from: 'ed@far-willow.example',
    subject: 'couple trucks',
    text: 'couple of vans in Greensboro mon 12/7, $3.10/mi or better if it goes northeast',
    trucks: [truck('Greensboro, NC', 'van', '2026-12-07', { count: 2, rate: { amount: '3.10', basis: 'per_mile' } })],
    offers: [],
  },
  {
    id: 'hs9',
    sentAt: '2026-12-01T13:25:00-07:00',
    from: 'lucy@granite-lantern.example',
    subject: 'lowboy',
    text: 'Lowboy returning empty from Cheyenne Wed-Fri this week, 80,000 lbs legal. Needs to get to Phoenix.',
    trucks: [
      truck('Cheyenne, WY', 'lowboy', '2026-12-02', {
        ...{ to: '2026-12-04', weightLb: 80_000, destinations: ['Phoenix, AZ'] },
      }),
    ],
    offers: [],
  },
  {
    id: 'hs10',
    sentAt: '2026-12-07T05:20:00-06:00',
    from: 'desk@amber-ridge.example',
    subject: 'OKC',
    text: 'okc 1 van rdy, amarillo 1 van rdy, both want back to dallas',
    trucks: [
      truck('Oklahoma City, OK', 'van', '2026-12-07', { destinations: ['Dallas, TX'] }),
      truck('Amarillo, TX', 'van', '2026-12-07', { destinations: ['Dallas, TX'] }),
    ],
    offers: [],
  },
]
