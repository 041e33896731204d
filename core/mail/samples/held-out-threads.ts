import { offer, plain, type Sample, truck } from './sample'

/** Threads, forwards and signatures that a reader is judged by. */
export const heldOutThreads: readonly Sample[] = [
  plain(
    'xh1',
    '2026-12-01T10:30:00-05:00',
    'Uma <uma@wet-fern.example>',
    'RE: PA trucks',
    `Hi, 2 vans in Reading PA tomorrow morning. Both want to go south.

Uma Reyes | Wet Fern Trucking
Allentown PA | 610-555-0188 | MC 702219
We haul vans and reefers from PA to FL every day.

On Tue, Dec 1, 2026 at 10:01 AM, Ines Calloway <ines@ploverrook.example> wrote:

> Hi Uma,
> Anything in Reading or Lancaster PA this week? 53 van.`,
    {
      trucks: [
        truck('Reading, PA', 'van', '2026-12-02', {
          count: 2,
          destinations: [
            'DE',
            'DC',
            'FL',
            'GA',
            'MD',
            'NC',
            'SC',
            'VA',
            'WV',
            'AL',
            'KY',
            'MS',
            'TN',
            'AR',
            'LA',
            'OK',
            'TX',
          ],
        }),
      ],
    },
  ),
  plain(
    'xh2',
    '2026-12-02T08:00:00-06:00',
    'Kip <kip@lost-creek.example>',
    'FW: Available trucks',
    `-----Original Message-----
From: Night dispatch <night@lost-creek.example>
Sent: Wednesday, December 2, 2026 5:10 AM
To: Kip
Subject: Available trucks

Montgomery AL flatbed today
Selma AL flatbed tomorrow`,
    {
      trucks: [truck('Montgomery, AL', 'flatbed', '2026-12-02'), truck('Selma, AL', 'flatbed', '2026-12-03')],
    },
  ),
  plain(
    'xh3',
    '2026-12-02T08:10:00-06:00',
    'freight@tall-pine-logistics.example',
    'FW: need coverage',
    `Anyone?

From: Lena <lena@tall-pine-logistics.example>
Sent: Wednesday, December 2, 2026 7:50 AM
Subject: need coverage

Mobile AL - Houston TX, flatbed, 12/3, 46,000 lb, paying $1,900
Gulfport MS - Tampa FL, van, 12/4`,
  ),
  plain(
    'xh4',
    '2026-12-01T08:45:00-07:00',
    'lupe@dos-rios.example',
    'Equipo disponible',
    `Hola, buen día.
Para mañana miércoles: 3 cajas secas en El Paso TX, van a Oklahoma o Arkansas.
Para el viernes: 1 refrigerado en Santa Teresa NM.
Gracias, Lupe
Tel 915-555-0133`,
    {
      trucks: [
        truck('El Paso, TX', 'van', '2026-12-02', { count: 3, destinations: ['OK', 'AR'] }),
        truck('Santa Teresa, NM', 'reefer', '2026-12-04'),
      ],
    },
  ),
  plain(
    'xh5',
    '2026-12-03T09:00:00-06:00',
    'ivy@brook-teal.example',
    'Re: Dallas',
    `Yes! 1 van in Dallas tomorrow.

> Do you have any reefers in Houston?
Not until Monday, then 2 in Houston.`,
    {
      trucks: [truck('Dallas, TX', 'van', '2026-12-04'), truck('Houston, TX', 'reefer', '2026-12-07', { count: 2 })],
    },
  ),
  plain(
    'xh6',
    '2026-12-01T11:00:00-06:00',
    'Art <art@corn-lark.example>',
    'Truck for you',
    `Hello Jonah,

I hope this finds you well. One of our drivers, Willie, will be empty in Ottumwa, IA on Wednesday around lunch with a 53 foot dry van. He would like to head toward Springfield, MO. Please let me know if you have anything that fits.

Best regards,
Art Hale
Corn Lark Express, Inc. | Cedar Rapids, Iowa 52401
Office 319-555-0177
NOTICE: This communication may contain privileged information. If you are not the intended recipient please delete it.`,
    {
      trucks: [truck('Ottumwa, IA', 'van', '2026-12-02', { lengthFt: 53, destinations: ['Springfield, MO'] })],
    },
  ),
  {
    ...plain('xh7', '2026-12-01T12:00:00-08:00', 'Bo <bo@drift-pine.example>', 'Re: Spokane', ''),
    html: `<div>Van in Spokane tomorrow, wants Boise or Twin Falls.</div><br><div class="sig">Bo Lind<br/>Drift Pine Lines</div><br><div>From: Ines Calloway &lt;ines@ploverrook.example&gt;<br>Sent: Tuesday, December 1, 2026 11:40 AM<br>To: Bo<br>Subject: Spokane</div><div>Anything in Spokane? I have Spokane to Missoula, reefer, Thursday, $950.</div>`,
    trucks: [truck('Spokane, WA', 'van', '2026-12-02', { destinations: ['Boise, ID', 'Twin Falls, ID'] })],
  },
  plain(
    'xh8',
    '2026-12-02T13:00:00-05:00',
    'sid@pond-heron.example',
    'Re: PR-26070 Buffalo to Columbus',
    `We're at $1,325. Have another van in Rochester NY same day if you have more.

Sid`,
    {
      trucks: [truck('Rochester, NY', 'van', '2026-12-02')],
      offers: [offer('1325.00', { reference: 'PR-26070' })],
    },
  ),
  plain(
    'xh9',
    '2026-12-02T07:00:00-05:00',
    'gwen@high-shoal.example',
    'trucks',
    `Good morning,
Winston-Salem NC - van - today - GA, FL
Florence SC - van - today - GA, FL
*We do not go to CA, NY or Canada.*
Have a blessed day
Gwen`,
    {
      trucks: [
        truck('Winston-Salem, NC', 'van', '2026-12-02', { destinations: ['GA', 'FL'] }),
        truck('Florence, SC', 'van', '2026-12-02', { destinations: ['GA', 'FL'] }),
      ],
    },
  ),
  plain(
    'xh10',
    '2026-12-04T16:00:00-06:00',
    'max@straw-hawk.example',
    'Correction',
    `Please disregard the earlier email. Correct list:
Houston TX step deck Mon 12/7
Katy TX step deck Tue 12/8`,
    {
      trucks: [truck('Houston, TX', 'step_deck', '2026-12-07'), truck('Katy, TX', 'step_deck', '2026-12-08')],
    },
  ),
  plain(
    'xh11',
    '2026-12-01T15:30:00-06:00',
    'cy@bent-reed.example',
    'Two things',
    `1) PR-26071: we can do 1,480
2) I also have a reefer in Effingham IL on Thursday going anywhere but CO`,
    {
      trucks: [truck('Effingham, IL', 'reefer', '2026-12-03')],
      offers: [offer('1480.00', { reference: 'PR-26071' })],
    },
  ),
  plain(
    'xh12',
    '2026-12-03T08:00:00-07:00',
    'eve@snow-finch.example',
    'list',
    `Trucks:
Missoula MT van 12/4
Helena MT reefer 12/4

Snow Finch Trucking | 12 Depot Rd, Billings, MT 59101 | Serving Seattle, Denver and Salt Lake since 1998
Unsubscribe`,
    {
      trucks: [truck('Missoula, MT', 'van', '2026-12-04'), truck('Helena, MT', 'reefer', '2026-12-04')],
    },
  ),
]
