/** Every way setting a brokerage up can be refused, with its sentence. */
export const setUpRefusals = {
  done_already: () => 'This brokerage is set up already. Sign in.',
  wrong_key: () => 'That is not the key. The newest one is in the log of the program, after “set-up key”.',
  weak_password: ({ problem }: { problem: string }) => problem,
}
