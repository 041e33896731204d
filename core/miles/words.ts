/** Miles as they are said, in whole ones: "1 mile", "1,336 miles". */
export function milesWords(miles: number): string {
  const whole = Math.round(miles)
  return whole === 1 ? '1 mile' : `${whole.toLocaleString('en-US')} miles`
}
