import type { LoadCommand, LoadEvent, LoadFacts } from './command'
import { gatePassed, gateRefusal, pricePassed, priceRefusal } from './decide-offer'
import { updateAll } from './decide-posting'
import { tooLateField } from './late-changes'
import type { Decision } from './refusals'
import { refuse } from './refusals'

/** What changed terms do: postings are updated, and a confirmation the carrier has seen is replaced by its next version. */
export function decideRevision(
  load: LoadFacts,
  { changes, carrierSeesIt, pay }: LoadCommand & { kind: 'revise' },
): Decision {
  if (changes.length === 0) return { events: [] }
  const exceeds = pay ? priceRefusal(load, pay.payMinor, pay.price) : null
  if (exceeds) return exceeds
  const late = tooLateField(load.state, changes)
  if (late !== null) return refuse('too_late_to_change', load, late)
  const changed: LoadEvent[] = [
    ...(pay ? pricePassed(load, pay.payMinor, pay.price) : []),
    { kind: 'terms_changed', changes },
    ...updateAll(load),
  ]
  if (!carrierSeesIt || !load.award || !load.confirmation || load.confirmation.state === 'void')
    return { events: changed }
  const { id, version } = load.confirmation
  return {
    events: [
      ...changed,
      { kind: 'confirmation_voided', confirmationId: id, version },
      { kind: 'confirmation_issued', version: version + 1 },
    ],
  }
}

/** Whether the rate confirmation may go out now: there is one, it is not accepted yet, and neither text nor vetting holds it back. */
export function decideSend(
  load: LoadFacts,
  { to, again, own, gate, tells = [] }: LoadCommand & { kind: 'send_confirmation' },
): Decision {
  const confirmation = load.confirmation
  if (!load.award || !confirmation || confirmation.state === 'void') return refuse('no_confirmation', load)
  if (confirmation.state === 'accepted') return refuse('already_accepted', load)
  if (confirmation.state === 'sent' && !again) return refuse('already_sent', load)
  if (tells.length > 0) return refuse('confirmation_tells_too_much', load, tells.join('; '))
  const held = gate ? gateRefusal(load, gate, 'gate_holds_confirmation') : null
  if (held) return held
  const passed = gate ? gatePassed('confirmation', load.award.carrierId, gate) : []
  return {
    events: [
      ...passed,
      {
        kind: 'confirmation_mail_asked',
        confirmationId: confirmation.id,
        version: confirmation.version,
        to,
        ...(own ? { own } : {}),
      },
    ],
  }
}

/** What a carrier’s yes does: only to the newest version, and only once. */
export function decideAcceptance(load: LoadFacts, command: LoadCommand & { kind: 'accept_confirmation' }): Decision {
  const confirmation = load.confirmation
  if (!confirmation || !load.award || confirmation.id !== command.confirmationId || confirmation.state === 'void')
    return refuse('confirmation_void', load)
  if (confirmation.state === 'accepted') return refuse('already_accepted', load)
  return {
    events: [
      {
        kind: 'confirmation_accepted',
        confirmationId: confirmation.id,
        version: confirmation.version,
        name: command.name,
        title: command.title,
      },
    ],
  }
}

/**
 * What a carrier's no, or their word that something is wrong, does: it is noted and reported. The award and the confirmation stand until
 * somebody of ours decides otherwise, and they can still accept.
 */
export function decideObjection(load: LoadFacts, command: LoadCommand & { kind: 'object_to_confirmation' }): Decision {
  const { kind: _, ...said } = command
  const confirmation = load.confirmation
  if (!confirmation || !load.award || confirmation.id !== said.confirmationId || confirmation.state === 'void')
    return refuse('confirmation_void', load)
  if (confirmation.state === 'accepted') return refuse('already_accepted', load)
  if (confirmation.objection === said.objection && confirmation.objectionText === said.text) return { events: [] }
  return { events: [{ kind: 'confirmation_objected', version: confirmation.version, ...said }] }
}

/** The event that voids the standing confirmation; none where there is nothing to void. */
export function voidConfirmation(load: LoadFacts): LoadEvent[] {
  const confirmation = load.confirmation
  if (!confirmation || confirmation.state === 'void') return []
  return [{ kind: 'confirmation_voided', confirmationId: confirmation.id, version: confirmation.version }]
}
