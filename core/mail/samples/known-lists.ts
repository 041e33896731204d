import { type Sample, southeast, truck, west } from './sample'

/** Lists: by day, by equipment, by dispatcher, in sentences and in columns of plain text. */
export const knownLists: readonly Sample[] = [
  {
    id: 'kl1',
    sentAt: '2026-11-30T06:00:00-06:00',
    from: 'Prairie Otter Freight <trucks@prairie-otter.example>',
    subject: 'Available trucks week of 11/30',
    text: `Good morning,

MONDAY
Minneapolis, MN - van - anywhere
Duluth, MN - van - IA, NE, KS

TUESDAY
Fargo, ND - reefer (2) - west
Bismarck ND - flatbed - 2.50/mi

Thanks,
Deb Kowalski
Prairie Otter Freight | MC 712345
612-555-0117
CONFIDENTIALITY NOTICE: this message is for the addressee only. Trucks in Chicago and Dallas daily!`,
    trucks: [
      truck('Minneapolis, MN', 'van', '2026-11-30'),
      truck('Duluth, MN', 'van', '2026-11-30', { destinations: ['IA', 'NE', 'KS'] }),
      truck('Fargo, ND', 'reefer', '2026-12-01', { count: 2, destinations: west }),
      truck('Bismarck, ND', 'flatbed', '2026-12-01', { rate: { amount: '2.50', basis: 'per_mile' } }),
    ],
    offers: [],
  },
  {
    id: 'kl2',
    sentAt: '2026-12-02T07:45:00-07:00',
    from: 'lists@copper-wren.example',
    subject: 'Copper Wren truck list 12/2',
    text: `REEFERS
 * Nampa ID 12/3 x2 -> CA
 * Jerome ID 12/3 -> open
VANS
 * Pocatello ID 12/4 -> UT, CO
 * Logan UT 12/4 (needs 300 mi radius)`,
    trucks: [
      truck('Nampa, ID', 'reefer', '2026-12-03', { count: 2, destinations: ['CA'] }),
      truck('Jerome, ID', 'reefer', '2026-12-03'),
      truck('Pocatello, ID', 'van', '2026-12-04', { destinations: ['UT', 'CO'] }),
      truck('Logan, UT', 'van', '2026-12-04', { radius: 300 }),
    ],
    offers: [],
  },
  {
    id: 'kl3',
    sentAt: '2026-12-01T08:30:00-05:00',
    from: 'Gail <gail@magnolia-spur.example>',
    subject: 'our trucks',
    text: `Hi team,
Here is what I have:
1) Columbus, OH  today     53' dry van   prefers Southeast
2) Dayton OH     tomorrow  53' reefer    open
3) Lexington KY  Thursday  48' stepdeck  $2,200 to get to Dallas TX
Let me know! Gail`,
    trucks: [
      truck('Columbus, OH', 'van', '2026-12-01', { lengthFt: 53, destinations: southeast }),
      truck('Dayton, OH', 'reefer', '2026-12-02', { lengthFt: 53 }),
      truck('Lexington, KY', 'step_deck', '2026-12-03', {
        ...{ lengthFt: 48, destinations: ['Dallas, TX'], rate: { amount: '2200', basis: 'flat' } },
      }),
    ],
    offers: [],
  },
  {
    id: 'kl4',
    sentAt: '2026-12-01T04:50:00-08:00',
    from: 'capacity@cascade-heron.example',
    subject: 'Capacity',
    text: `Date      City            St  Equip  Dest
12/01     Kent            WA  V      OR CA
12/01     Pasco           WA  R      -
12/02     Eugene          OR  F      WA
12/02     Redding         CA  V      NV`,
    trucks: [
      truck('Kent, WA', 'van', '2026-12-01', { destinations: ['OR', 'CA'] }),
      truck('Pasco, WA', 'reefer', '2026-12-01'),
      truck('Eugene, OR', 'flatbed', '2026-12-02', { destinations: ['WA'] }),
      truck('Redding, CA', 'van', '2026-12-02', { destinations: ['NV'] }),
    ],
    offers: [],
  },
  {
    id: 'kl5',
    sentAt: '2026-12-04T17:00:00-06:00',
    from: 'trucks@lone-badger.example',
    subject: 'Weekend + Monday',
    html: `<p>Afternoon,</p><ul><li><b>Saturday</b>: 1 van <i>St. Louis, MO</i> to anywhere</li>
<li><b>Sunday</b>: 2 vans <i>Kansas City, MO</i> to TX/OK</li><li><b>Monday</b>: 1 tanker <i>Wichita, KS</i></li></ul>
<p style="color:#999;font-size:9px">You receive this because you asked for trucks. <a href="https://lone-badger.example/off">Unsubscribe</a></p>`,
    trucks: [
      truck('St. Louis, MO', 'van', '2026-12-05'),
      truck('Kansas City, MO', 'van', '2026-12-06', { count: 2, destinations: ['TX', 'OK'] }),
      truck('Wichita, KS', 'tanker', '2026-12-07'),
    ],
    offers: [],
  },
  {
    id: 'kl6',
    sentAt: '2026-12-02T09:10:00-06:00',
    from: 'fleet@dusty-creek.example',
    subject: 'List',
    html: `<table><tr><th>Unit</th><th>Empty where</th><th>When</th><th>Trailer</th><th>Would like</th><th>Max wt</th></tr>
<tr><td>114</td><td>Tulsa, OK</td><td>Wed 12/2</td><td>53 Dry</td><td>TX</td><td>44,500</td></tr>
<tr><td>209</td><td>Joplin, MO</td><td>Thu 12/3</td><td>53 Temp</td><td>Any</td><td>42,000</td></tr>
<tr><td>87</td><td>Little Rock, AR</td><td>Thu 12/3</td><td>48 Flat</td><td>TN, AL, GA</td><td>47,000</td></tr></table>`,
    trucks: [
      truck('Tulsa, OK', 'van', '2026-12-02', { lengthFt: 53, weightLb: 44_500, destinations: ['TX'] }),
      truck('Joplin, MO', 'reefer', '2026-12-03', { lengthFt: 53, weightLb: 42_000 }),
      truck('Little Rock, AR', 'flatbed', '2026-12-03', {
        ...{ lengthFt: 48, weightLb: 47_000, destinations: ['TN', 'AL', 'GA'] },
      }),
    ],
    offers: [],
  },
]
