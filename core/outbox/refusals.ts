/** Every way acting on what is to be sent can be refused, with its sentence. */
export const outboxRefusals = {
  no_such_entry: () => 'There is no such entry in the outbox.',
  sent_already: () => 'It was sent meanwhile.',
}
