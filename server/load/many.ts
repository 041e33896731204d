import { eq, inArray } from 'drizzle-orm'
import { z } from 'zod'
import { refused } from '#core/decision/refusal'
import type { LoadCommand, LoadFacts, Rep } from '#core/load/command'
import { decide } from '#core/load/decide'
import { isOut } from '#core/load/decide-posting'
import { loadRefusalWords } from '#core/load/refusals'
import { saveRefusals } from '#core/load/save-refusals'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import type { Outcome, Refused } from '#server/kernel/run'
import { turnOfOthers } from '#server/loop'
import { suggestedTerms } from '#server/posting/postable'
import { notesTell } from '#server/posting/screen'
import { load, user } from '#server/schema'
import { carryOut, noSuchLoad } from './commands'
import { findLoadFacts } from './facts'
import { postAsUsual, takeDown } from './post'

const id = z.number().int().positive()

/** Loads that one act can be carried out on together. */
export const mostAtOnce = 500

/** One act on several loads. `isPreview`: nothing is done, what would be is answered. */
export const manySchema = z.object({
  ids: z.array(id).min(1).max(mostAtOnce, `At most ${mostAtOnce} at once`),
  act: z.discriminatedUnion('intent', [
    z.object({ intent: z.literal('give'), repId: id }),
    z.object({ intent: z.literal('post') }),
    z.object({ intent: z.literal('unpost') }),
  ]),
  isPreview: z.boolean().default(false),
})
export type ManyRequest = z.infer<typeof manySchema>

/** What became of one of several loads, or would; `refusal` says why nothing does. */
export interface ManyResult {
  id: number
  number: string
  refusal: string | null
}

/**
 * Carries out one act on several loads, each by itself: what is refused on one does not keep it from the others, and other requests are
 * answered between them.
 */
export async function actOnMany(
  db: Db,
  { ids, act, isPreview }: ManyRequest,
  who: Act,
): Promise<ManyResult[] | Refused> {
  const to = act.intent === 'give' ? personOf(db, act.repId) : null
  if (act.intent === 'give' && !to) return refused(saveRefusals, 'no_such_person')
  const rows = db
    .select({ id: load.id, number: load.number, rep: { id: user.id, name: user.name } })
    .from(load)
    .innerJoin(user, eq(user.id, load.repId))
    .where(inArray(load.id, ids))
    .orderBy(load.id)
    .all()
  const results: ManyResult[] = []
  for (const { id: loadId, number, rep } of rows) {
    await turnOfOthers()
    const command = (facts: LoadFacts) =>
      commandOf(db, loadId, facts, act.intent, { from: rep, to: to ?? rep }, who.now)
    const outcome = isPreview ? tried(db, loadId, command, who.now) : done(db, loadId, act.intent, command, who)
    results.push({ id: loadId, number, refusal: 'refusal' in outcome ? outcome.refusal.message : null })
  }
  return results
}

const personOf = (db: Db, personId: number): Rep | null =>
  db.select({ id: user.id, name: user.name }).from(user).where(eq(user.id, personId)).get() ?? null

function commandOf(
  db: Db,
  loadId: number,
  facts: LoadFacts,
  intent: ManyRequest['act']['intent'],
  reps: { from: Rep; to: Rep },
  now: number,
): LoadCommand {
  if (intent === 'give') return { kind: 'give_to', ...reps }
  if (intent === 'post') {
    const { terms, boards } = suggestedTerms(db, loadId, now)
    const isPosted = facts.postings.some(({ state }) => isOut(state))
    return isPosted
      ? { kind: 'post', board: facts.postings.find(({ state }) => isOut(state))!.board }
      : { kind: 'set_posting', terms, boards: boards ?? [], tells: notesTell(db, loadId) }
  }
  return { kind: 'unpost', postingId: facts.postings.find(({ state }) => isOut(state))?.id ?? -1 }
}

function done(
  db: Db,
  loadId: number,
  intent: ManyRequest['act']['intent'],
  command: (facts: LoadFacts) => LoadCommand,
  who: Act,
): Outcome {
  if (intent === 'post') return postUnlessOut(db, loadId, command, who)
  return intent === 'unpost' ? takeDown(db, loadId, who) : carryOut(db, loadId, command, who)
}

/** What is on a board already is not posted again: its rep chose how. */
function postUnlessOut(db: Db, loadId: number, command: (facts: LoadFacts) => LoadCommand, who: Act): Outcome {
  const asked = tried(db, loadId, command, who.now)
  if (!('refusal' in asked) || !asked.refusal) return postAsUsual(db, loadId, who)
  return { refusal: { code: 'not_posted', message: asked.refusal.message } }
}

/** What a command would come to, without doing it: asks the same decision. */
function tried(db: Db, loadId: number, command: (facts: LoadFacts) => LoadCommand, now: number) {
  const facts = findLoadFacts(db, loadId)
  if (!facts) return noSuchLoad
  const decision = decide(facts, command(facts), now)
  return 'refusal' in decision ? { refusal: { message: loadRefusalWords(decision.refusal) } } : { done: true as const }
}
