import { minute } from '../time/local'
import type { LoadFacts } from './command'
import type { GuideAnswer, GuideCandidate, GuideCommand, GuideEvent, GuideOfferFacts } from './guide'
import type { Decision } from './refusals'
import { refuse } from './refusals'

/** What a command of the routing guide does to a load at `now`. */
export function decideGuide(load: LoadFacts, command: GuideCommand, now: number): Decision {
  switch (command.kind) {
    case 'offer_guide':
      return decideNext(load, command, now)
    case 'answer_guide':
      return decideAnswer(load, command, now)
    case 'stop_guide':
      return { events: [...endGuide(load, 'withdrawn'), stopped(command.reason)] }
  }
}

function decideNext(
  load: LoadFacts,
  { candidates, isHurried, laneId }: GuideCommand & { kind: 'offer_guide' },
  now: number,
): Decision {
  if (load.state !== 'uncovered') return refuse(load.award ? 'already_awarded' : 'not_uncovered', load)
  const { guide } = load
  if (guide && guide.expiresAt > now && !isHurried) return refuse('guide_waits', load, guide.carrierName)
  const before = guide ? endGuide(load, guide.expiresAt <= now ? 'expired' : 'withdrawn') : []
  return { events: [...before, ...nextOf(candidates, laneId, now)] }
}

/** The first carrier that may be asked; those that may not are passed over with the reason. */
function nextOf(candidates: GuideCandidate[], laneId: number, now: number): GuideEvent[] {
  const at = candidates.findIndex(({ hindrance }) => hindrance === null)
  const place = candidates[at]
  const skipped = (at < 0 ? candidates : candidates.slice(0, at)).map(
    ({ rank, carrierName, hindrance }): GuideEvent => ({
      kind: 'guide_skipped',
      rank,
      carrierName,
      hindrance: hindrance ?? '',
    }),
  )
  return place
    ? [...skipped, { kind: 'guide_offered', place, expiresAt: now + place.minutes * minute }]
    : [...skipped, { kind: 'guide_ended', how: 'exhausted', laneId }]
}

function decideAnswer(
  load: LoadFacts,
  { guideOfferId, answer, name }: GuideCommand & { kind: 'answer_guide' },
  now: number,
): Decision {
  const { guide } = load
  if (!guide || guide.id !== guideOfferId || load.state !== 'uncovered') return refuse('guide_over', load)
  if (guide.expiresAt <= now) return refuse('guide_over', load)
  return { events: [answered(guide, answer, name)] }
}

const stopped = (reason: string | undefined): GuideEvent => ({
  kind: 'guide_ended',
  how: 'stopped',
  ...(reason ? { reason } : {}),
})

/** The events that end the guide's offer that a carrier still has; none where it has none. */
export const endGuide = (load: LoadFacts, answer: GuideAnswer): GuideEvent[] =>
  load.guide ? [answered(load.guide, answer)] : []

const answered = ({ id, carrierName }: GuideOfferFacts, answer: GuideAnswer, name?: string): GuideEvent => ({
  kind: 'guide_answered',
  guideOfferId: id,
  carrierName,
  answer,
  ...(name ? { name } : {}),
})
