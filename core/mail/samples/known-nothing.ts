import type { Sample } from './sample'

/** Mail that holds no truck and no price, however much it looks like it. */
export const knownNothing: readonly Sample[] = [
  {
    id: 'kn1',
    sentAt: '2026-12-01T08:00:00-06:00',
    from: 'billing@blue-thistle.example',
    subject: 'Invoice 20419 for PR-25880',
    text: 'Please find attached our invoice 20419 in the amount of $2,350.00 for PR-25880, Boise ID to Phoenix AZ. Terms net 30.',
    trucks: [],
    offers: [],
  },
  {
    id: 'kn2',
    sentAt: '2026-12-01T08:10:00-05:00',
    from: 'Loads <loads@far-creek-brokers.example>',
    subject: 'AVAILABLE LOADS: need trucks',
    text: `We need trucks for these:
Dallas TX - Denver CO, van, 12/2, 42k
Houston TX - Reno NV, reefer, 12/3
Call 214-555-0170 if you have one.`,
    trucks: [],
    offers: [],
  },
  {
    id: 'kn3',
    sentAt: '2026-12-01T09:00:00-07:00',
    from: 'noreply@fleet-parts.example',
    subject: '20% off reefer units this week only!',
    html: '<h1>Boise, Salt Lake, Reno</h1><p>New 53 ft reefers from $1,899 a month, ready Monday. Order today.</p>',
    trucks: [],
    offers: [],
  },
  {
    id: 'kn4',
    sentAt: '2026-12-01T17:05:00-06:00',
    from: 'dispatch@night-heron.example',
    subject: 'Re: PR-26003 status',
    text: 'Driver just left Fargo, should be in Rapid City by 9 tonight. Will update after he unloads.',
    trucks: [],
    offers: [],
  },
  {
    id: 'kn5',
    sentAt: '2026-12-01T10:20:00-07:00',
    from: 'sandra@granite-otter.example',
    subject: 'Updated W-9 and insurance',
    text: 'Hi, our certificate renewed on 12/1: auto liability $1,000,000, cargo $250,000 (reefer breakdown included). W-9 attached.',
    trucks: [],
    offers: [],
  },
  {
    id: 'kn6',
    sentAt: '2026-12-02T07:00:00-06:00',
    from: 'pam@quiet-lantern.example',
    subject: 'Re: Des Moines',
    text: `Sorry, that truck is gone already. Maybe next week.

On Tue, Dec 1, 2026 Pam wrote:
> 1 van Des Moines IA Thursday, anywhere, 2.30/mi`,
    trucks: [],
    offers: [],
  },
]
