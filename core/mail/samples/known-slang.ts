import { offer, plain, type Sample, truck } from './sample'

/** Slang, odd dates, odd orders, and more that holds nothing. */
export const knownSlang: readonly Sample[] = [
  plain(
    'kg1',
    '2026-12-01T07:00:00-06:00',
    'a@hog-creek.example',
    'reef',
    'Got a reef in KC Thursday. Cali bound please.',
    {
      trucks: [truck('Kansas City, MO', 'reefer', '2026-12-03', { destinations: ['CA'] })],
    },
  ),
  plain(
    'kg2',
    '2026-12-01T07:10:00-06:00',
    'b@mule-ridge.example',
    'Two (2) flats',
    'We have two (2) flats in Bham day after tomorrow. Jersey or PA is good.',
    {
      trucks: [truck('Birmingham, AL', 'flatbed', '2026-12-03', { count: 2, destinations: ['NJ', 'PA'] })],
    },
  ),
  plain(
    'kg3',
    '2026-12-01T07:20:00-06:00',
    'c@bee-fork.example',
    'trucks',
    'Boise-ID 12/3 reefer\nNampa/ID 12/3 van\nCaldwell (ID) 12/4 flat x2',
    {
      trucks: [
        truck('Boise, ID', 'reefer', '2026-12-03'),
        truck('Nampa, ID', 'van', '2026-12-03'),
        truck('Caldwell, ID', 'flatbed', '2026-12-04', { count: 2 }),
      ],
    },
  ),
  plain(
    'kg4',
    '2026-12-02T07:30:00-05:00',
    'd@moss-run.example',
    'avail',
    'Dec. 3rd - 5th Greensboro NC 53 dry van, 44K max, $2.05 rpm. GA, AL, FL',
    {
      trucks: [
        truck('Greensboro, NC', 'van', '2026-12-03', {
          to: '2026-12-05',
          lengthFt: 53,
          weightLb: 44_000,
          destinations: ['GA', 'AL', 'FL'],
          rate: { amount: '2.05', basis: 'per_mile' },
        }),
      ],
    },
  ),
  plain(
    'kg5',
    '2026-12-01T07:40:00-06:00',
    'e@wide-river.example',
    'bobtail',
    'Bobtail in Joplin right now, needs a power only move toward Tulsa or OKC',
    {
      trucks: [truck('Joplin, MO', 'power_only', '2026-12-01', { destinations: ['Tulsa, OK', 'Oklahoma City, OK'] })],
    },
  ),
  plain(
    'kg6',
    '2026-12-01T07:50:00-05:00',
    'f@stone-fly.example',
    'Empty trucks',
    'Truck 1: Macon GA, reefer, ready 12/2 0800, wants TX\nTruck 2: Albany GA, reefer, ready 12/2 1400, wants TX or LA\nTruck 3: Tifton GA, van, ready 12/3, open',
    {
      trucks: [
        truck('Macon, GA', 'reefer', '2026-12-02', { destinations: ['TX'] }),
        truck('Albany, GA', 'reefer', '2026-12-02', { destinations: ['TX', 'LA'] }),
        truck('Tifton, GA', 'van', '2026-12-03'),
      ],
    },
  ),
  plain(
    'kg7',
    '2026-12-01T08:00:00-06:00',
    'g@salt-lick.example',
    'tomorrow',
    'van: Tulsa\nreefer: Wichita\nflat: Enid',
    {
      trucks: [
        truck('Tulsa, OK', 'van', '2026-12-02'),
        truck('Wichita, KS', 'reefer', '2026-12-02'),
        truck('Enid, OK', 'flatbed', '2026-12-02'),
      ],
    },
  ),
  plain(
    'kg8',
    '2026-12-01T08:10:00-07:00',
    'h@pine-gap.example',
    'this week',
    'Wednesday we will have a flatbed in Pueblo, CO. Thursday one in Raton, NM. Friday two in Amarillo, TX.',
    {
      trucks: [
        truck('Pueblo, CO', 'flatbed', '2026-12-02'),
        truck('Raton, NM', 'flatbed', '2026-12-03'),
        truck('Amarillo, TX', 'flatbed', '2026-12-04', { count: 2 }),
      ],
    },
  ),
  plain(
    'kg9',
    '2026-12-01T08:20:00-06:00',
    'i@dove-field.example',
    'van avail',
    'Van available in Salina, KS from Wednesday until Friday, 100 miles deadhead, minimum 2.15 a mile',
    {
      trucks: [
        truck('Salina, KS', 'van', '2026-12-02', {
          to: '2026-12-04',
          radius: 100,
          rate: { amount: '2.15', basis: 'per_mile' },
        }),
      ],
    },
  ),
  plain(
    'kg10',
    '2026-12-01T08:30:00-06:00',
    'j@cane-brake.example',
    'trks',
    '2-53 vans Monroe LA today // 1-48 flat Alexandria LA wed // 1-53 reefer Lake Charles LA thu',
    {
      trucks: [
        truck('Monroe, LA', 'van', '2026-12-01', { count: 2, lengthFt: 53 }),
        truck('Alexandria, LA', 'flatbed', '2026-12-02', { lengthFt: 48 }),
        truck('Lake Charles, LA', 'reefer', '2026-12-03', { lengthFt: 53 }),
      ],
    },
  ),
  plain(
    'kg11',
    '2026-12-01T08:40:00-05:00',
    'k@far-harbor.example',
    'Re: PR-26096',
    'Could do it for 1,450 plus 150 for the extra stop, so 1,600 total.',
    { offers: [offer('1600.00', { reference: 'PR-26096' })] },
  ),
  plain(
    'kg12',
    '2026-12-01T08:50:00-05:00',
    'l@tin-roof.example',
    'Re: PR-26097',
    'At $2.20/mi we can cover it. Our all-in number is $1,870.',
    { offers: [offer('1870.00', { reference: 'PR-26097' })] },
  ),
  plain(
    'kg13',
    '2026-12-01T09:00:00-05:00',
    'm@ice-pond.example',
    'Re: PR-26098 lumper',
    'Lumper receipt is attached, $240, for PR-26098.',
  ),
  plain(
    'kg14',
    '2026-12-01T09:10:00-05:00',
    'n@ice-pond.example',
    'Re: PR-26098',
    'Truck broke down in Toledo, we are trying to get another van there by tomorrow.',
  ),
  plain(
    'kg15',
    '2026-12-01T09:20:00-05:00',
    'o@cow-bell.example',
    'Rate con PR-26099',
    'The rate con says $1,900 but we agreed on $2,000. Please send a new one.',
  ),
  plain(
    'kg16',
    '2026-12-01T09:30:00-06:00',
    'p@ox-bow.example',
    'Escrow deposit',
    'Please wire the $1,500 deposit for the trailer in Dallas, TX by Friday.',
  ),
  plain(
    'kg17',
    '2026-12-01T09:40:00-06:00',
    'q@mill-dam.example',
    'Empty PR-25990',
    'Driver is empty in Amarillo, POD to follow. Thank you for the load.',
  ),
  plain(
    'kg18',
    '2026-12-01T09:50:00-06:00',
    'r@wagon-hill.example',
    'Holiday hours',
    'We are closed Thursday 12/24 and Friday 12/25. Dispatch in Wichita KS answers emergencies for all vans and reefers.',
  ),
  plain(
    'kg19',
    '2026-12-01T10:00:00-06:00',
    's@box-elder.example',
    'Survey',
    'Tell us how we did on your last reefer load from Boise to Denver and win a $100 gift card.',
  ),
  plain(
    'kg20',
    '2026-12-01T10:10:00-06:00',
    't@lost-mitten.example',
    'Re: PR-26100',
    'We have to pass at $1,500, it would need to be a lot higher. Thanks for thinking of us.',
  ),
  plain(
    'kg21',
    '2026-12-01T10:20:00-06:00',
    'u@deep-well.example',
    'loads?',
    'What do you have going out of Omaha this week? I run a reefer and a van. Send me your list.',
  ),
  plain(
    'kg22',
    '2026-12-01T10:30:00-06:00',
    'v@rain-crow.example',
    'FW: loads',
    `Can anyone take these?

From: Kim <kim@other-brokers.example>
Sent: Tuesday, December 1, 2026 8:02 AM
Subject: loads

Omaha NE to Tulsa OK 12/2 van 43k $1,150
Lincoln NE to Dallas TX 12/3 van 41k $1,500`,
  ),
]
