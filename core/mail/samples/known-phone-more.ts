import { midwest, plain, type Sample, truck } from './sample'

/** Typed with a thumb, between two calls. */
export const knownPhoneMore: readonly Sample[] = [
  plain(
    'kp12',
    '2026-12-01T07:07:00-07:00',
    'vic@salt-finch.example',
    'Trucks in SLC',
    'Vic here. 3 dry vans in Salt Lake today, 1 in Ogden tmrw. Going to PHX, LAS or LA',
    {
      trucks: [
        truck('Salt Lake City, UT', 'van', '2026-12-01', {
          count: 3,
          destinations: ['Phoenix, AZ', 'Las Vegas, NV', 'Los Angeles, CA'],
        }),
        truck('Ogden, UT', 'van', '2026-12-02', { destinations: ['Phoenix, AZ', 'Las Vegas, NV', 'Los Angeles, CA'] }),
      ],
    },
  ),
  plain(
    'kp13',
    '2026-12-01T13:20:00-05:00',
    'nell@brass-gull.example',
    'Conestoga',
    'Conestoga MT in Toledo OH 12/3-12/4. 1,500 to get to Des Moines IA',
    {
      trucks: [
        truck('Toledo, OH', 'conestoga', '2026-12-03', {
          to: '2026-12-04',
          destinations: ['Des Moines, IA'],
          rate: { amount: '1500', basis: 'flat' },
        }),
      ],
    },
  ),
  plain(
    'kp14',
    '2026-12-07T05:30:00-05:00',
    'cap@early-tern.example',
    'am trucks',
    'JACKSONVILLE FL - R - TODAY\nSAVANNAH GA - V - TODAY\nMACON GA - F - TUES',
    {
      trucks: [
        truck('Jacksonville, FL', 'reefer', '2026-12-07'),
        truck('Savannah, GA', 'van', '2026-12-07'),
        truck('Macon, GA', 'flatbed', '2026-12-08'),
      ],
    },
  ),
  plain(
    'kp15',
    '2026-12-01T11:11:00-06:00',
    'moe@two-herons.example',
    'need load',
    'Need a load out of Wichita KS today for a dry van going to Chicago. He can be there by 4',
    {
      trucks: [truck('Wichita, KS', 'van', '2026-12-01', { destinations: ['Chicago, IL'] })],
    },
  ),
  plain(
    'kp16',
    '2026-12-30T20:15:00-06:00',
    'jo@flint-plover.example',
    'new year',
    'I will have a reefer in Sioux Falls on the 2nd and another in Fargo on Jan 4. Prefer midwest.',
    {
      trucks: [
        truck('Sioux Falls, SD', 'reefer', '2027-01-02', { destinations: midwest }),
        truck('Fargo, ND', 'reefer', '2027-01-04', { destinations: midwest }),
      ],
    },
  ),
  plain(
    'kp17',
    '2026-12-01T23:40:00-05:00',
    'al@night-ferry.example',
    'late',
    'tanker mt in beaumont tx overnight, ready 6am',
    {
      trucks: [truck('Beaumont, TX', 'tanker', '2026-12-02')],
    },
  ),
  plain(
    'kp18',
    '2026-12-02T09:00:00-08:00',
    'dee@coho-line.example',
    'pdx',
    "Hi Ines, got a 53' van in Portland OR on Friday, weight up to 44,500#, within 75 miles of Portland for pickup. Dest CA only.",
    {
      trucks: [
        truck('Portland, OR', 'van', '2026-12-04', {
          lengthFt: 53,
          weightLb: 44_500,
          radius: 75,
          destinations: ['CA'],
        }),
      ],
    },
  ),
  plain(
    'kp19',
    '2026-12-01T08:45:00-06:00',
    'hal@oak-sparrow.example',
    'Re: capacity',
    'We have one in Little Rock, AR and one in Memphis, TN, both vans, both Thursday.',
    {
      trucks: [truck('Little Rock, AR', 'van', '2026-12-03'), truck('Memphis, TN', 'van', '2026-12-03')],
    },
  ),
  plain(
    'kp20',
    '2026-12-03T14:00:00-07:00',
    'zed@cold-mesa.example',
    'hotshot',
    'Hot shot 40 gooseneck sitting in Farmington NM needs to get to Midland or Odessa TX asap. $900',
    {
      trucks: [
        truck('Farmington, NM', 'hotshot', '2026-12-03', {
          lengthFt: 40,
          destinations: ['Midland, TX', 'Odessa, TX'],
          rate: { amount: '900', basis: 'flat' },
        }),
      ],
    },
  ),
  plain(
    'kp21',
    '2026-12-01T09:30:00-06:00',
    'pat@grey-pintail.example',
    'container',
    'I have 2 chassis w/ 40ft containers empty in Joliet IL tomorrow',
    {
      trucks: [truck('Joliet, IL', 'container', '2026-12-02', { count: 2, lengthFt: 40 })],
    },
  ),
  plain(
    'kp22',
    '2026-12-01T07:30:00-05:00',
    'meg@loon-bay.example',
    'flats',
    'x2 flats Pittsburg PA wed, x1 step Eire PA thur',
    {
      trucks: [
        truck('Pittsburgh, PA', 'flatbed', '2026-12-02', { count: 2 }),
        truck('Erie, PA', 'step_deck', '2026-12-03'),
      ],
    },
  ),
]
