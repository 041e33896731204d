import { heldOutFresh } from './held-out-fresh'
import { heldOutLate } from './held-out-late'
import { heldOutLists } from './held-out-lists'
import { heldOutNoise } from './held-out-noise'
import { heldOutNothing } from './held-out-nothing'
import { heldOutOffers } from './held-out-offers'
import { heldOutPhone } from './held-out-phone'
import { heldOutPhoneMore } from './held-out-phone-more'
import { heldOutPrices } from './held-out-prices'
import { heldOutShort } from './held-out-short'
import { heldOutTables } from './held-out-tables'
import { heldOutThreads } from './held-out-threads'
import { knownLast } from './known-last'
import { knownLate } from './known-late'
import { knownLists } from './known-lists'
import { knownMore } from './known-more'
import { knownMoreRest } from './known-more-rest'
import { knownNoise } from './known-noise'
import { knownNothing } from './known-nothing'
import { knownOffers } from './known-offers'
import { knownPhone } from './known-phone'
import { knownPhoneMore } from './known-phone-more'
import { knownPrices } from './known-prices'
import { knownShort } from './known-short'
import { knownSlang } from './known-slang'
import { knownTables } from './known-tables'
import { knownThreads } from './known-threads'
import { knownYetMore } from './known-yet-more'
import type { Sample } from './sample'

/** Mails that a reader of carriers' mail is written by. */
export const knownSamples: readonly Sample[] = [
  ...[
    ...knownShort,
    ...knownPhone,
    ...knownPhoneMore,
    ...knownLists,
    ...knownTables,
    ...knownThreads,
    ...knownLate,
    ...knownLast,
    ...knownSlang,
  ],
  ...[...knownMore, ...knownMoreRest, ...knownYetMore, ...knownOffers, ...knownPrices, ...knownNothing, ...knownNoise],
]

/** Mails that it is judged by, most of them written before it; none is looked at while it is changed. */
export const heldOutSamples: readonly Sample[] = [
  ...[
    ...heldOutShort,
    ...heldOutPhone,
    ...heldOutPhoneMore,
    ...heldOutLists,
    ...heldOutTables,
    ...heldOutThreads,
    ...heldOutLate,
    ...heldOutFresh,
  ],
  ...[...heldOutOffers, ...heldOutPrices, ...heldOutNothing, ...heldOutNoise],
]
