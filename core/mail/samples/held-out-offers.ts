import { offer, type Sample, truck } from './sample'

/** Prices for loads of ours and for lanes. Put aside: whoever writes the reader does not read them. */
export const heldOutOffers: readonly Sample[] = [
  {
    id: 'ho1',
    sentAt: '2026-12-01T08:31:00-06:00',
    from: 'pam@quiet-lantern.example',
    subject: 'RE: PR-26050 / Charlotte NC - Columbus OH / Sat 12/5',
    text: `$1,225 and we'll take it.

Pam
Quiet Lantern Transport
515-555-0108

From: Ines Calloway
Sent: Tuesday, December 1, 2026 8:20 AM
Would you run PR-26050 for $1,100? It pays the driver lumper too.`,
    trucks: [],
    offers: [offer('1225.00', { reference: 'PR-26050' })],
  },
  {
    id: 'ho2',
    sentAt: '2026-12-02T07:40:00-08:00',
    from: 'amber@bitterroot-bench.example',
    subject: 'Portland > Fresno',
    text: 'My guy would run Portland OR to Fresno CA Friday at 1900. let me know by 10am',
    trucks: [],
    offers: [
      offer('1900.00', {
        ...{ origin: 'Portland, OR', destination: 'Fresno, CA', pickup: '2026-12-04' },
        expires: '2026-12-02T10:00:00-08:00',
      }),
    ],
  },
  {
    id: 'ho3',
    sentAt: '2026-12-01T14:02:00-05:00',
    from: 'dispatch@north-wren.example',
    subject: 'Toronto',
    text: 'We can haul Toronto ON to Columbus OH for CAD 2,350 flat.',
    trucks: [],
    offers: [offer('2350.00', { currency: 'CAD', origin: 'Toronto, ON', destination: 'Columbus, OH' })],
  },
  {
    id: 'ho4',
    sentAt: '2026-12-01T09:09:00-07:00',
    from: 'rick@hollow-magpie.example',
    subject: 'Re: Posting 7d1f09ac2e',
    text: 'Interested in the step deck load. 3,400 with tarps, 3,250 without. Ready now in Fargo.',
    trucks: [truck('Fargo, ND', 'step_deck', '2026-12-01')],
    offers: [offer('3400.00', { reference: '7d1f09ac2e' }), offer('3250.00', { reference: '7d1f09ac2e' })],
  },
  {
    id: 'ho5',
    sentAt: '2026-12-04T06:50:00-06:00',
    from: 'ROY@BENT-BADGER.EXAMPLE',
    subject: 'TWIN FALLS PHOENIX',
    text: 'TWIN FALLS TO PHOENIX MONDAY. NEED TWO THOUSAND FIFTY. 53 REEFER ON THE GROUND IN JEROME SUNDAY.',
    trucks: [truck('Jerome, ID', 'reefer', '2026-12-06', { lengthFt: 53 })],
    offers: [offer('2050.00', { origin: 'Twin Falls, ID', destination: 'Phoenix, AZ', pickup: '2026-12-07' })],
  },
  {
    id: 'ho6',
    sentAt: '2026-12-02T15:00:00-06:00',
    from: 'rates@silver-badger.example',
    subject: 'rates',
    html: `<table><tr><th>From</th><th>To</th><th>Rate</th></tr><tr><td>Omaha NE</td><td>Denver CO</td><td>$1,480</td></tr>
<tr><td>Omaha NE</td><td>Chicago IL</td><td>$2.40/mi</td></tr></table><p>Quoted for vans only, valid 24 hours.</p>`,
    trucks: [],
    offers: [
      offer('1480.00', { origin: 'Omaha, NE', destination: 'Denver, CO', expires: '2026-12-03T15:00:00-06:00' }),
      offer('2.40', {
        ...{ basis: 'per_mile', origin: 'Omaha, NE', destination: 'Chicago, IL' },
        expires: '2026-12-03T15:00:00-06:00',
      }),
    ],
  },
  {
    id: 'ho7',
    sentAt: '2026-12-01T12:12:00-07:00',
    from: 'walt@dusty-anvil.example',
    subject: 'Re: PR-26058',
    text: "I'd be at 2100, maybe 2050 if I can load early. Call me 775-555-0133.",
    trucks: [],
    offers: [offer('2100.00', { reference: 'PR-26058' })],
  },
]
