import { heldOutLists } from './held-out-lists'
import { heldOutNothing } from './held-out-nothing'
import { heldOutOffers } from './held-out-offers'
import { heldOutShort } from './held-out-short'
import { knownLists } from './known-lists'
import { knownNothing } from './known-nothing'
import { knownOffers } from './known-offers'
import { knownShort } from './known-short'
import type { Sample } from './sample'

/** Mails that a reader of carriers' mail is written by. */
export const knownSamples: readonly Sample[] = [...knownShort, ...knownLists, ...knownOffers, ...knownNothing]

/** Mails that it is judged by: written before it, and never looked at while it is. */
export const heldOutSamples: readonly Sample[] = [...heldOutShort, ...heldOutLists, ...heldOutOffers, ...heldOutNothing]
