import { flatCharge } from '../charge/charge'
import { clearVerdict } from '../vetting/vetting'
import type { LoadCommand, LoadFacts } from './command'
import { decide, stepsFrom } from './decide'
import type { LoadState } from './load'
import { loadRefusalWords, refuse } from './refusals'

/** What a person may do to a load from its page; each is asked with arguments that would pass if the load itself lets it. */
export const loadActs = [
  'open',
  'withdraw',
  'set_limits',
  'post',
  'unpost',
  'record_offer',
  'award',
  'change_pay',
  'send_confirmation',
  'release',
  'cancel',
] as const
export type LoadActName = (typeof loadActs)[number]

/** Why each act is refused just now, in words; null where it is possible. `steps`: the states it may be moved to by hand. */
export interface Possible {
  acts: Record<LoadActName, string | null>
  steps: { to: LoadState; refusal: string | null }[]
}

/** Asks the same `decide` that the acts themselves will ask: what a button says is what its act would answer. */
export function possibleActs(load: LoadFacts, now: number): Possible {
  const refusalOf = (command: LoadCommand): string | null => {
    const decision = decide(load, command, now)
    return 'refusal' in decision ? loadRefusalWords(decision.refusal) : null
  }
  const acts = Object.fromEntries(
    loadActs.map((name) => [name, refusalOf(sampleOf[name](load))] as const),
  ) as Possible['acts']
  // Terms may change before the award too; pay is there only after it.
  if (!load.award) acts.change_pay = loadRefusalWords(refuse('no_award', load).refusal)
  const steps = stepsFrom(load.state).map((to) => ({ to, refusal: refusalOf({ kind: 'advance', to }) }))
  return { acts, steps }
}

const price = { reason: 'asked only', mayExceed: true }
const gate = { verdict: clearVerdict(0), override: null, mayOverride: false, bar: null }
const pay = ({ payMinor }: { payMinor: number }) => ({
  payMinor,
  buyCharges: [flatCharge('line_haul', payMinor)],
  agreed: { amountMinor: payMinor, currency: 'USD' as const, rateE6: null, rateDay: null },
})

/** Each act with the arguments that somebody who may do everything would give. */
const sampleOf: Record<LoadActName, (load: LoadFacts) => LoadCommand> = {
  open: () => ({ kind: 'open', problems: [] }),
  withdraw: () => ({ kind: 'withdraw', reason: '' }),
  set_limits: () => ({ kind: 'set_limits', targetPayMinor: 1, maxPayMinor: 1, mayExceed: true }),
  post: () => ({ kind: 'post', board: '' }),
  unpost: ({ postings }) => ({
    kind: 'unpost',
    postingId: postings.find(({ state }) => state === 'up' || state === 'asked')?.id ?? -1,
  }),
  record_offer: () => ({
    kind: 'record_offer',
    carrierId: -1,
    carrierName: '',
    payMinor: 1,
    source: 'phone',
    goodUntil: null,
    note: '',
    sure: true,
  }),
  award: ({ offers }) => {
    const offer = offers.find(({ state }) => state === 'open')
    return { kind: 'award', offerId: offer?.id ?? -1, ...pay({ payMinor: offer?.payMinor ?? 1 }), price, gate }
  },
  change_pay: ({ award }) => ({
    kind: 'revise',
    changes: [{ field: 'Pay', from: '', to: '' }],
    carrierSeesIt: true,
    pay: { payMinor: award?.payMinor ?? 1, price },
  }),
  send_confirmation: () => ({ kind: 'send_confirmation', to: '', again: true, gate }),
  release: () => ({ kind: 'release', reason: '' }),
  cancel: () => ({ kind: 'cancel', reason: '' }),
}
