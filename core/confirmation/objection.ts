/** What a carrier may answer to a confirmation instead of a yes: something in it is wrong, or they do not haul it. */
export const objections = ['not_right', 'no'] as const
export type Objection = (typeof objections)[number]

/** What a carrier answered, as a verb: `Bo Lark says no to it`. */
export const objectionWords: Record<Objection, string> = { not_right: 'reports a mistake in', no: 'says no to' }
