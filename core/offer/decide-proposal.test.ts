import { expect, test } from 'vitest'
import { decideProposal, type ProposalCommand } from './decide-proposal'

const confirm: ProposalCommand = { kind: 'confirm', proposalId: 1, payMinor: 240_000 }
const waiting = { sender: 'ann@heron.example', carrierId: 7 }

test('the carrier it names, or the one chosen, gets the offer', () => {
  const events = (carrierId: number) => ({
    events: [{ kind: 'proposal_confirmed', sender: 'ann@heron.example', carrierId, payMinor: 240_000 }],
  })
  expect(decideProposal({ waiting }, { ...confirm, carrierId: 8 })).toEqual(events(7))
  expect(decideProposal({ waiting: { ...waiting, carrierId: null } }, { ...confirm, carrierId: 8 })).toEqual(events(8))
})

test('settled once, and never for nobody', () => {
  expect(decideProposal({ waiting: null }, confirm)).toMatchObject({ refusal: { code: 'proposal_settled' } })
  expect(decideProposal({ waiting: null }, { kind: 'dismiss', proposalId: 1 })).toMatchObject({
    refusal: { code: 'proposal_settled' },
  })
  expect(decideProposal({ waiting: { ...waiting, carrierId: null } }, confirm)).toMatchObject({
    refusal: { code: 'no_carrier' },
  })
  expect(decideProposal({ waiting }, { kind: 'dismiss', proposalId: 1 })).toEqual({
    events: [{ kind: 'proposal_dismissed', sender: 'ann@heron.example' }],
  })
})
