/** Miles as they are said, in whole ones: "1 mile", "1,336 miles". */
export function milesWords(miles: number): string {
  const whole = Math.round(miles)
  return whole === 1 ? '1 mile' : `${whole.toLocaleString('en-US')} miles`
}

/** Why there is no distance to show, with its sentence. */
export const howFarRefusals = {
  unknown_place: ({ typed }: { typed: string }) => `No place like “${typed}”`,
  no_route: () => 'No road leads there',
}
