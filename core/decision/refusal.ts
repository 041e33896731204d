/** Why a command was refused: a stable code for programs, and the facts its sentence speaks of. */
export interface Refusal<Code extends string = string> {
  code: Code
  facts: Record<string, unknown>
}

/** A sentence for every code: what a refusal says where people read it. */
export type RefusalWords<Code extends string> = Record<Code, (facts: never) => string>

/** A refusal as people read it. */
export const refusalWords = <Code extends string>(words: RefusalWords<Code>, { code, facts }: Refusal<Code>): string =>
  (words[code] as (facts: Record<string, unknown>) => string)(facts)

/** A refusal in its words, where no state decides: what was given cannot be used. */
export const refused = <Words extends RefusalWords<string>, Code extends keyof Words & string>(
  words: Words,
  code: Code,
  facts: Record<string, unknown> = {},
): { refusal: { code: Code; message: string } } => ({
  refusal: { code, message: refusalWords(words, { code, facts }) },
})
