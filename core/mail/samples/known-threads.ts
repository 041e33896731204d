import { offer, plain, type Sample, truck } from './sample'

/** Answers, forwards, long signatures, disclaimers: what is in them and what is around it. */
export const knownThreads: readonly Sample[] = [
  plain(
    'kh1',
    '2026-12-01T10:00:00-06:00',
    'Ty <ty@blue-sedge.example>',
    'RE: Trucks in Iowa?',
    `Yes sir, 1 van in Ames tomorrow.

Ty Novak
Dispatch Manager
Blue Sedge Transport LLC | Rockford, IL 61101
MC 771204 | DOT 2210045
Vans, reefers and flatbeds across the Midwest and Texas
o: 815-555-0122

________________________________
From: Ines Calloway <ines@ploverrook.example>
Sent: Tuesday, December 1, 2026 9:12 AM
To: Ty
Subject: Trucks in Iowa?

Any vans in Iowa this week? I have Des Moines to Dallas on Thursday at $1,800.`,
    {
      trucks: [truck('Ames, IA', 'van', '2026-12-02')],
    },
  ),
  plain(
    'kh2',
    '2026-12-02T09:00:00-05:00',
    'jan@kestrel-pike.example',
    'Fwd: trucks',
    `Please see below from our driver manager.

---------- Forwarded message ---------
From: Rob <rob@kestrel-pike.example>
Date: Wed, Dec 2, 2026 at 8:40 AM
Subject: trucks
To: Jan

Knoxville TN van today
Bristol TN reefer tomorrow`,
    {
      trucks: [truck('Knoxville, TN', 'van', '2026-12-02'), truck('Bristol, TN', 'reefer', '2026-12-03')],
    },
  ),
  plain(
    'kh3',
    '2026-12-02T09:30:00-05:00',
    'loads@big-cedar-brokerage.example',
    'Fwd: loads for you',
    `FYI our loads:

---------- Forwarded message ---------
From: Board <loads@big-cedar-brokerage.example>
Subject: Available freight

Atlanta, GA to Miami, FL 12/3 van $1,400
Macon, GA to Tampa, FL 12/3 reefer $1,250`,
  ),
  plain(
    'kh4',
    '2026-12-01T08:00:00-07:00',
    'Ana <ana@mesa-thrush.example>',
    'Disponible',
    `Buenos días,
Disponible hoy: 1 caja seca de 53 en Phoenix, AZ. Destino: Texas.
Disponible mañana: 2 plataformas en Yuma, AZ.
Saludos,
Ana`,
    {
      trucks: [
        truck('Phoenix, AZ', 'van', '2026-12-01', { lengthFt: 53, destinations: ['TX'] }),
        truck('Yuma, AZ', 'flatbed', '2026-12-02', { count: 2 }),
      ],
    },
  ),
  plain(
    'kh5',
    '2026-12-01T08:20:00-06:00',
    'gil@quiet-ford.example',
    'Re: Re: Trucks',
    `See my answers in line.

> Do you have a van in Tulsa?
Yes, 1 on Wednesday, wants to go to Denver.
> And reefers in OKC?
No, sorry.`,
    {
      trucks: [truck('Tulsa, OK', 'van', '2026-12-02', { destinations: ['Denver, CO'] })],
    },
  ),
  plain(
    'kh6',
    '2026-12-03T07:00:00-06:00',
    'sue@elm-harrier.example',
    'truck',
    `Good Morning Ines,

Hope you had a good Thanksgiving! We have one dry van delivering in Omaha on Friday the 4th at 8 am, he will be ready for a reload by about 10. He lives in Kansas City so anything going that way would be great. He can scale 45,000.

Thanks and have a great day!

Sue Marsh
Elm Harrier Carriers, Inc.
402-555-0166 ext 12
"Safety is no accident"

This email and any attachments are confidential and intended solely for the use of the individual to whom they are addressed.`,
    {
      trucks: [truck('Omaha, NE', 'van', '2026-12-04', { weightLb: 45_000, destinations: ['Kansas City, MO'] })],
    },
  ),
  plain(
    'kh7',
    '2026-12-01T12:00:00-05:00',
    'dispatch@pine-martin.example',
    'Re: Charlotte',
    `1. Charlotte NC 53' dry van today
2. Hickory NC 53' dry van today
No weekends, no NYC.`,
    {
      trucks: [
        truck('Charlotte, NC', 'van', '2026-12-01', { lengthFt: 53 }),
        truck('Hickory, NC', 'van', '2026-12-01', { lengthFt: 53 }),
      ],
    },
  ),
  {
    ...plain('kh8', '2026-12-01T09:00:00-06:00', 'Kit <kit@long-willow.example>', 'RE: Tulsa trucks', ''),
    html: `<html><body><div>Got one: <b>Tulsa OK, reefer, Thursday</b>, wants CO.</div><div><br></div><div>Kit</div>
      <blockquote style="border-left:1px solid #ccc"><div>On Tue, Dec 1, 2026 at 8:30 AM Ines wrote:</div><div>Any vans in Tulsa Wednesday going to Dallas? Pays 900.</div></blockquote></body></html>`,
    trucks: [truck('Tulsa, OK', 'reefer', '2026-12-03', { destinations: ['CO'] })],
  },
  plain(
    'kh9',
    '2026-12-01T14:00:00-08:00',
    'pete@coho-line.example',
    'Update on our list',
    `Change to this morning's list: the Medford OR van is gone. Added:
- Redding CA reefer 12/2, north only (OR WA)
Everything else stands.`,
    {
      trucks: [truck('Redding, CA', 'reefer', '2026-12-02', { destinations: ['OR', 'WA'] })],
    },
  ),
  plain(
    'kh10',
    '2026-12-04T15:00:00-06:00',
    'ron@dry-fork.example',
    'wknd',
    `Heads up:
Sat 12/5: Abilene TX flatbed
Sun 12/6: none
Mon 12/7: Waco TX flatbed, Temple TX van`,
    {
      trucks: [
        truck('Abilene, TX', 'flatbed', '2026-12-05'),
        truck('Waco, TX', 'flatbed', '2026-12-07'),
        truck('Temple, TX', 'van', '2026-12-07'),
      ],
    },
  ),
  plain(
    'kh11',
    '2026-12-01T09:40:00-06:00',
    'lee@amber-drift.example',
    'Re: PR-26031 Des Moines to Omaha',
    `we can do this for $650, truck is a 53 van empty in Des Moines now

Sent from my phone

On Tue, Dec 1, 2026 at 9:31 AM Ines Calloway <ines@ploverrook.example> wrote:
> PR-26031, Des Moines IA to Omaha NE, van, today. Would you do $550?`,
    {
      trucks: [truck('Des Moines, IA', 'van', '2026-12-01', { lengthFt: 53 })],
      offers: [offer('650.00', { reference: 'PR-26031' })],
    },
  ),
  plain(
    'kh12',
    '2026-12-02T10:00:00-07:00',
    'office@sego-freight.example',
    'December specials',
    `Trucks:
Provo UT 12/3 reefer
St George UT 12/4 van

***
Sego Freight, 400 W Center St, Provo, UT 84601
Follow us! Now hiring drivers in Boise, Denver and Reno, sign-on bonus $2,500.`,
    {
      trucks: [truck('Provo, UT', 'reefer', '2026-12-03'), truck('St. George, UT', 'van', '2026-12-04')],
    },
  ),
]
