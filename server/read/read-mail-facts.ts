import type { MailHabit } from '#core/mail/habits'
import type { MailFacts } from '#core/mail/mail'
import { type PlaceFinder, placeFinder } from '#core/mail/place-finder'
import { readMailFacts } from '#core/mail/read-mail'
import { gazetteer } from '#server/atlas.server'
import { inputOfMail, type MailRead, readMail } from './read-mail'

let finder: PlaceFinder | null = null

/** A message with what it says of trucks and prices. */
export interface WholeMail extends MailRead {
  facts: MailFacts
}

/** Reads the facts of a message again, by what was learnt of its sender. */
export function readFactsAgain({
  mail,
  fallback,
  habits,
}: {
  mail: MailRead
  fallback: string
  habits: MailHabit[]
}): MailFacts {
  finder ??= placeFinder(gazetteer())
  return readMailFacts(inputOfMail(mail, fallback), finder, habits)
}

/** Reads a message and the facts in it. `fallback`: when it came, by the office's clock, where it does not say when it was sent. */
export async function readMailWhole({ raw, fallback }: { raw: Uint8Array; fallback: string }): Promise<WholeMail> {
  const mail = await readMail(raw)
  finder ??= placeFinder(gazetteer())
  return { ...mail, facts: readMailFacts(inputOfMail(mail, fallback), finder) }
}
