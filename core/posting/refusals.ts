/** Every way a posting can be refused before any board is asked, with its sentence. */
export const postingRefusals = {
  not_alike: () => 'One of these loads is covered, posted by itself, or not like this one any more.',
  nobody_sees: () => 'None of these carriers has an MC number: nobody would see it.',
  no_board: () => 'No load board is connected: a manager connects one under Connections.',
  not_connected: ({ name }: { name: string }) => `${name} is not connected.`,
  board_cannot: ({ why }: { why: string }) => why,
  bad_terms: ({ why }: { why: string }) => why,
}
