/** Every way arranging roles and teams can be refused, with its sentence. */
export const roleRefusals = {
  name_taken: ({ name }: { name: string }) => `There is a role ${name} already.`,
  no_such_role: () => 'There is no such role.',
  role_in_use: ({ people }: { people: number }) =>
    `${people === 1 ? 'One person has' : `${people} people have`} this role: give them another first.`,
  team_taken: ({ name }: { name: string }) => `There is a team ${name} already.`,
  no_such_team: () => 'There is no such team.',
}
