/** Why a carrier could not be looked up in the register or added from it, with its sentence. */
export const registerRefusals = {
  no_number: () => 'Give an MC or a DOT number',
  register_silent: ({ problem }: { problem: string }) =>
    `The register does not answer (${problem}), and nothing is known of this number yet. Try again in a moment.`,
  register_silent_on_refresh: () => 'The register does not answer: the last known facts stay. Try again in a moment.',
  not_in_register: ({ number }: { number: string }) => `The register knows no carrier under ${number}.`,
  already_held: ({ name }: { name: string }) => `${name} is already with us.`,
}
