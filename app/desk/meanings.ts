/** A figure or a drawing that is not self-evident: what it means, and how it comes about. */
export interface Meaning {
  name: string
  words: string
}

const rateStrip: Meaning = {
  name: 'Rate strip',
  words:
    'The band is what a carrier is likely to be paid for this lane: eight of ten prices fall inside it, the darker middle is where most do. It is fitted to what we paid on this lane and near it, the newest counting most.',
}

const takeLine: Meaning = {
  name: 'Take line',
  words:
    'The highest price it is wiser to take than to wait, from now until it is too late. It weighs how often offers come in, what they usually cost and what a last-minute truck would cost.',
}

/** What `?` explains of a room, by the beginning of its address; the longest that fits counts. */
const meanings: readonly { at: string; figures: readonly Meaning[] }[] = [
  {
    at: '/',
    figures: [
      {
        name: 'Order of the list',
        words:
          'The load that is most likely not to be covered in time comes first. Where the pace of offers is not known, it is the time a cover usually takes against the hours left, eased by offers in hand.',
      },
      rateStrip,
      takeLine,
    ],
  },
  {
    at: '/loads/',
    figures: [
      rateStrip,
      takeLine,
      {
        name: 'Expected cost if we wait',
        words:
          'What this load is likely to cost in the end if every offer at or under the take line is taken, and no other.',
      },
      {
        name: 'Chance it stays uncovered',
        words:
          'How often, of loads like this one, no offer at or under max would come before it is too late. Offers in hand are counted.',
      },
      {
        name: 'Earliest and latest at a stop',
        words:
          'Between when a truck can be there by the hours-of-service rules and when it must have come to be on time at every stop after it. Rests of ten hours and breaks of half an hour are in it.',
      },
    ],
  },
  {
    at: '/quotes',
    figures: [
      rateStrip,
      {
        name: 'Chance to win',
        words:
          'The odds that the customer says yes at this price, fitted to how quotes this much above the likely cost were decided before, theirs counting most. With fewer than forty decided lines nothing is said.',
      },
    ],
  },
  {
    at: '/intake',
    figures: [
      {
        name: 'Charge, margin',
        words:
          'The charge is what the tender says they pay. The margin is what is left of it at the middle of what the lane is likely to cost, before anybody has been called.',
      },
      rateStrip,
    ],
  },
  {
    at: '/customers',
    figures: [
      {
        name: 'Margin, 90 days',
        words:
          'Sell price less carrier pay of their loads that a carrier took, created in the last ninety days, in the desk’s currency. Cancelled and practice loads are left out.',
      },
    ],
  },
  {
    at: '/carriers',
    figures: [
      {
        name: 'Vetting',
        words:
          'Clear may be awarded, caution wants a second look, blocked needs a manager with a reason or nobody at all. It follows the vetting policy as it is now, on the register, the insurance and the documents we hold.',
      },
    ],
  },
]

/** What is to be explained of the page at an address. */
export function meaningsAt(path: string): readonly Meaning[] {
  const fits = meanings.filter(({ at }) => (at === '/' ? path === '/' : path.startsWith(at)))
  return fits.toSorted((one, other) => other.at.length - one.at.length)[0]?.figures ?? []
}
