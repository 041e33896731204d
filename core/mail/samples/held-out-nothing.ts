import type { Sample } from './sample'

/** Mail that holds no truck and no price. Put aside: whoever writes the reader does not read it. */
export const heldOutNothing: readonly Sample[] = [
  {
    id: 'hn1',
    sentAt: '2026-12-01T11:00:00-05:00',
    from: 'hayley@tar-river-lines.example',
    subject: 'Out of office',
    text: 'I am out until Monday, December 7. For trucks in the Carolinas call Bo at 910-555-0121.',
    trucks: [],
    offers: [],
  },
  {
    id: 'hn2',
    sentAt: '2026-12-01T08:45:00-07:00',
    from: 'ar@mountain-lantern.example',
    subject: 'Past due',
    text: 'PR-25710 Missoula MT to Boise ID, $1,450, delivered 10/14, is 17 days past due. When can we expect payment?',
    trucks: [],
    offers: [],
  },
  {
    id: 'hn3',
    sentAt: '2026-12-01T14:30:00-06:00',
    from: 'network@truck-share.example',
    subject: 'Fwd: 214 trucks available near you',
    text: `Forwarded list from all our partner brokers:
Tulsa OK van 12/2 (Far Otter Brokerage)
Dallas TX reefer 12/2 (Cinder Bench Logistics)
Reply STOP to end.`,
    trucks: [],
    offers: [],
  },
  {
    id: 'hn4',
    sentAt: '2026-12-03T07:55:00-08:00',
    from: 'amber@bitterroot-bench.example',
    subject: 'detention PR-26010',
    text: 'Driver waited 5 hours in Medford, we request $150 detention. In and out times on the BOL attached.',
    trucks: [],
    offers: [],
  },
  {
    id: 'hn5',
    sentAt: '2026-12-02T12:00:00-06:00',
    from: 'accounts@quiet-Iantern.example',
    subject: 'New bank details',
    text: 'Please use our new bank from today for all loads. Sign in here to confirm: http://quiet-iantern.example/confirm',
    trucks: [],
    offers: [],
  },
  {
    id: 'hn6',
    sentAt: '2026-12-01T06:10:00-06:00',
    from: 'desk@amber-ridge.example',
    subject: 'nothing today',
    text: "All our trucks are covered through Friday. I'll send a list Sunday night. We usually have vans in Dallas on Mondays.",
    trucks: [],
    offers: [],
  },
]
