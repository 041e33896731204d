import { offer, plain, type Sample, truck } from './sample'

/** More of the same, written once the reader was there. */
export const knownMoreRest: readonly Sample[] = [
  plain(
    'kf13',
    '2026-12-08T12:10:00-06:00',
    'tim@hay-rake.example',
    'lanes',
    `Our rates for your lanes:
Kearney NE - Denver CO $1,150
Kearney NE - Dallas TX $1,980`,
    {
      offers: [
        offer('1150.00', { origin: 'Kearney, NE', destination: 'Denver, CO' }),
        offer('1980.00', { origin: 'Kearney, NE', destination: 'Dallas, TX' }),
      ],
    },
  ),
  plain(
    'kf14',
    '2026-12-08T12:20:00-06:00',
    'accounts@hay-rake.example',
    'Past due',
    'Invoice 5512 of $1,980 (Kearney NE to Dallas TX) is 15 days past due.',
  ),
  plain(
    'kf15',
    '2026-12-08T12:30:00-06:00',
    'sue@long-creek.example',
    '',
    'hotshot open in Tyler tomorrow, 40 ft, 14k max, 250 mi radius',
    {
      trucks: [truck('Tyler, TX', 'hotshot', '2026-12-09', { lengthFt: 40, weightLb: 14_000, radius: 250 })],
    },
  ),
  plain(
    'kf16',
    '2026-12-08T12:40:00-05:00',
    'gary@quick-step.example',
    'Fwd: Friday trucks',
    `see below

---------- Forwarded message ---------
From: Lyn <lyn@quick-step.example>
Date: Tue, Dec 8, 2026 at 12:20 PM
Subject: Friday trucks
To: Gary

Friday:
Dover DE van
Salisbury MD reefer, wants VA or NC`,
    {
      trucks: [
        truck('Dover, DE', 'van', '2026-12-11'),
        truck('Salisbury, MD', 'reefer', '2026-12-11', { destinations: ['VA', 'NC'] }),
      ],
    },
  ),
  plain(
    'kf17',
    '2026-12-08T13:00:00-06:00',
    'may@oat-hill.example',
    'Re: PR-26122',
    "Can't make that work, sorry. We'd be at 2,400 and I know that's not there.",
    { offers: [offer('2400.00', { reference: 'PR-26122' })] },
  ),
  plain(
    'kf18',
    '2026-12-08T13:10:00-06:00',
    'jed@oat-hill.example',
    'Driver question',
    'Is the receiver on PR-26115 first come first served? Driver wants to know if he can deliver in Tulsa on Thursday.',
  ),
  plain(
    'kf19',
    '2026-12-08T13:20:00-08:00',
    'ana@fog-bank.example',
    'this weekend',
    'Saturday - 1 van Eureka CA. Sunday - nothing. Monday - 1 van Redding CA, 1 flat Chico CA.',
    {
      trucks: [
        truck('Eureka, CA', 'van', '2026-12-12'),
        truck('Redding, CA', 'van', '2026-12-14'),
        truck('Chico, CA', 'flatbed', '2026-12-14'),
      ],
    },
  ),
  plain(
    'kf20',
    '2026-12-08T13:30:00-06:00',
    'lin@cold-spring.example',
    'Two reefers',
    'I have two reefers: one in Green Bay, WI today and the other in Wausau, WI on the 10th. They can go to TX, GA or FL.',
    {
      trucks: [
        truck('Green Bay, WI', 'reefer', '2026-12-08', { destinations: ['TX', 'GA', 'FL'] }),
        truck('Wausau, WI', 'reefer', '2026-12-10', { destinations: ['TX', 'GA', 'FL'] }),
      ],
    },
  ),
  plain(
    'kf21',
    '2026-12-08T13:40:00-06:00',
    'roy@bald-knob.example',
    'Re: Your Jonesboro load',
    'what does it weigh? we might have a van near there',
  ),
  plain(
    'kf22',
    '2026-12-08T13:50:00-06:00',
    'deb@bald-knob.example',
    'Jonesboro AR',
    'We do have a van in Jonesboro AR tonight, ready to load tomorrow morning, $1.95/mi anywhere but Chicago',
    {
      trucks: [truck('Jonesboro, AR', 'van', '2026-12-09', { rate: { amount: '1.95', basis: 'per_mile' } })],
    },
  ),
  plain(
    'kf23',
    '2026-12-08T14:00:00-06:00',
    'hq@prairie-sky.example',
    'Happy holidays',
    'Happy holidays from all of us at Prairie Sky! Our office in Fargo, ND closes December 24 at noon.',
  ),
  plain(
    'kf24',
    '2026-12-08T14:10:00-06:00',
    'art@wood-duck.example',
    'Re: PR-26123 and PR-26124',
    '26123 is ok at 1,300. For PR-26124 I need 1,650.',
    { offers: [offer('1300.00', { reference: 'PR-26123' }), offer('1650.00', { reference: 'PR-26124' })] },
  ),
]
