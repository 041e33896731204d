/** Every way a command on a payee can be refused, with its sentence. */
export const payeeRefusals = {
  nothing_waits: () => 'No payee waits for approval here.',
  same_person: () => 'You asked for this payee yourself: a second person has to approve it.',
}
export type PayeeRefusalCode = keyof typeof payeeRefusals
