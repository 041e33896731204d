/** Every way a command on a carrier can be refused, with its sentence. */
export const carrierRefusals = {
  no_such_carrier: () => 'There is no such carrier.',
  no_such_contact: () => 'There is no such contact of this carrier.',
  barred_already: ({ by, reason, lift }: { by: string; reason: string; lift: string }) =>
    `${by} barred this carrier already (${reason}), and only a ${lift} may change that.`,
  not_barred: () => 'This carrier is not marked as not to be used.',
  may_not_lift: ({ lift }: { lift: string }) => `Only a ${lift} may lift this.`,
  no_such_document: () => 'This carrier has no such document.',
  already_checked: () => 'Somebody has reviewed this document already.',
  same_person: () => 'You put this document on file yourself: a second person has to review it.',
  no_policies: () => 'Enter what the certificate shows: at least one policy.',
  too_late_to_take_back: () => 'It cannot be taken back any more: somebody has reviewed it. Call us.',
  not_asked: () => 'This link did not request that document.',
  too_many: () => 'This link has brought enough files. Call us if more are needed.',
  nothing_to_sign: () => 'There is nothing to sign here.',
  already_signed: () => 'This agreement is signed already. Thank you.',
  no_such_link: () => 'There is no such link of this carrier.',
  no_such_load: () => 'That is no load of this carrier.',
}
export type CarrierRefusalCode = keyof typeof carrierRefusals
