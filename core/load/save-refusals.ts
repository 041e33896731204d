/** Why a load cannot be saved, priced or corrected with what was given, with its sentence; what its state does not allow is in `refusals`. */
export const saveRefusals = {
  no_such_load: () => 'There is no such load.',
  no_such_customer: () => 'There is no such customer.',
  no_such_person: () => 'There is no such person on the desk.',
  number_taken: ({ number }: { number: string }) => `${number} is the number of another load.`,
  number_is_settled: () => 'The number of a load is settled once it is opened.',
  no_such_facility: () => 'There is no such facility.',
  no_such_message: () => 'There is no such email, or somebody has given it to a load.',
  no_such_carrier: () => 'There is no such carrier.',
  no_such_confirmation: () => 'There is no such confirmation on this load.',
  changed_meanwhile: ({ by }: { by: string }) =>
    `${by} changed this load while you had it open. Save again to put what you typed together with it.`,
  practice_is_settled: () => 'Practice or not is settled once a load is opened: create another one.',
  mixed_currencies: () => 'All charges of a side are in one currency.',
  advance_without_day: () => 'An advance is a payment: give the day it was paid.',
  no_award: () => 'There is no award whose pay could change.',
  nothing_agreed: () => 'The agreed pay comes to nothing: give the line haul.',
}
