import type { RefusalWords } from '../decision/refusal'

/** Why something about a truck cannot be done, in the one place where it is worded. */
export const truckRefusals = {
  no_such_truck: () => 'There is no such truck any more.',
  already_decided: ({ by }: { by: string }) => `${by} has decided on that truck already.`,
  no_such_carrier: () => 'There is no such carrier on file.',
  no_such_habit: () => 'That was forgotten already.',
  day_is_past: () => 'That day is past.',
} satisfies RefusalWords<string>
