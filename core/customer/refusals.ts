/** Every way a command on a customer or its answering rules can be refused, with its sentence. */
export const customerRefusals = {
  customer_exists: ({ name }: { name: string }) => `${name} is a customer already: choose them.`,
  no_such_customer: () => 'There is no such customer.',
  no_such_table: () => 'There is no such fuel table.',
  has_payer: ({ name, billingMail }: { name: string; billingMail: string }) =>
    `${name} is billed at ${billingMail} already.`,
  changed_meanwhile: ({ fields }: { fields: string }) =>
    `Somebody changed this meanwhile: ${fields}. What you typed is still here; save again to put it in its place.`,
  no_such_contact: () => 'There is no such contact.',
  same_customer: () => 'Choose another customer to put together with this one.',
  no_such_rule: () => 'There is no such rule.',
  not_tried: () => 'Try it out on the last ninety days first.',
}
export type CustomerRefusalCode = keyof typeof customerRefusals
