import { answerRate } from '#core/rates/answer-rate'
import { fitRates } from '#core/rates/fit-rates'
import { learnPrice } from '#core/rates/learn-price'
import type { PastPrice } from '#core/rates/past-price'
import { locatePrefix } from '#server/rates/locate'
import { boostedTrees } from './boosted'
import { costsSource } from './costs-source'
import { demoSource } from './demo-source'
import { levelsSource } from './levels-source'
import type { Foretell, Peer } from './peer'
import { linear, nearestLanes, sameLane } from './peers'
import type { Asked, Source } from './source'

const shares = [0.1, 0.5, 0.9]

/** Mean pinball loss of three quantiles, in dollars (Koenker and Bassett 1978). */
const lossOf = (told: readonly number[], paid: number) =>
  shares.reduce((sum, share, at) => sum + Math.max(share * (paid - told[at]!), (share - 1) * (paid - told[at]!)), 0) /
  300

interface Score {
  loss: number
  count: number
  within: number
  crossed: number
}
type Group = 'all' | 'thin' | 'busy' | 'moved'

function score(questions: Asked[], foretell: Foretell): Map<Group, Score> {
  const scores = new Map<Group, Score>()
  for (const asked of questions) {
    // A slipped digit among what was paid is nothing to foretell.
    const told = foretell(asked)
    if (asked.truth === null && Math.abs(Math.log(asked.paidMinor / told[1])) > 0.9) continue
    for (const group of ['all', asked.thin ? 'thin' : 'busy', ...(asked.moved ? ['moved'] : [])] as Group[]) {
      const mine = scores.get(group) ?? { loss: 0, count: 0, within: 0, crossed: 0 }
      mine.loss += lossOf(told, asked.paidMinor)
      mine.count++
      mine.within += Number(asked.paidMinor >= told[0] && asked.paidMinor <= told[2])
      mine.crossed += Number(told[0] > told[1] || told[1] > told[2])
      scores.set(group, mine)
    }
  }
  return scores
}

/** Our model, rolling: fitted once before the first question, then taking in each load as it is booked. */
function rolling(history: PastPrice[], questions: Asked[]) {
  const first = questions[0]!.asOf
  const started = performance.now()
  const known = history.filter(({ bookedAt }) => bookedAt < first)
  const model = fitRates(known, { locate: locatePrefix })
  const seconds = (performance.now() - started) / 1000
  const later = history.filter(({ bookedAt }) => bookedAt >= first)
  let next = 0
  const foretell: Foretell = (asked) => {
    while (next < later.length && later[next]!.bookedAt < asked.asOf) learnPrice(model, later[next++]!, locatePrefix)
    const answer = answerRate(model, asked, locatePrefix)!
    return [answer.low * 100, answer.middle * 100, answer.high * 100]
  }
  return { foretell, model, seconds, known: known.length }
}

/** How often a peer is fitted again while the questions come. */
const peerFits = 2

/** A peer as it would be used: fitted before the first question and again on the way, each time to what is booked by then. */
function refitted(peer: Peer, history: PastPrice[], questions: Asked[]): Foretell {
  const starts = Array.from(
    { length: peerFits },
    (_, part) => questions[Math.floor((part * questions.length) / peerFits)]!.asOf,
  )
  let part = -1
  let fitted: Foretell | null = null
  return (asked) => {
    while (part + 1 < peerFits && asked.asOf >= starts[part + 1]!) {
      part++
      fitted = peer.fit(
        history.filter(({ bookedAt }) => bookedAt < starts[part]!),
        locatePrefix,
      )
    }
    return fitted!(asked)
  }
}

function report(name: string, scores: Map<Group, Score>, best: Map<Group, Score> | null): void {
  const cells = (['all', 'busy', 'thin', 'moved'] as const).map((group) => {
    const mine = scores.get(group)
    if (!mine) return '-'.padStart(16)
    const loss = (mine.loss / mine.count).toFixed(1)
    return `${loss}${best ? ` (${(mine.loss / best.get(group)!.loss).toFixed(3)})` : ''}`.padStart(16)
  })
  const all = scores.get('all')!
  console.log(
    `${name.padEnd(16)}${cells.join('')}   ${((all.within / all.count) * 100).toFixed(1)}%${all.crossed > 0 ? `, ${all.crossed} crossed` : ''}`,
  )
}

async function run1(source: Source): Promise<void> {
  const { questions } = source
  const ours = rolling(source.history, questions)
  const mine = score(questions, ours.foretell)
  const best =
    questions[0]!.truth === null ? null : score(questions, ((asked: Asked) => asked.truth!) as unknown as Foretell)
  console.log(
    `\n${source.name}: ${ours.known} past prices, ${questions.length} questions; fitted in ${ours.seconds.toFixed(1)} s, ${ours.model.suspects.length} prices for a person to look at`,
  )
  console.log(
    `mean pinball loss, $${best ? ' (times that of who knows the true distribution)' : ''}\n${''.padEnd(16)}${['all', 'busy lanes', 'thin lanes', 'where it moved'].map((text) => text.padStart(16)).join('')}   within low and high`,
  )
  if (best) report('the truth', best, best)
  report('oxpecker', mine, best)
  for (const peer of [sameLane, linear, nearestLanes, boostedTrees()]) {
    const theirs = score(questions, refitted(peer, source.history, questions))
    report(peer.name, theirs, best)
    if (peer.name === 'boosted trees') {
      const ratios = (['all', 'busy', 'thin', 'moved'] as const).flatMap((group) =>
        mine.has(group) ? [`${group} ${(mine.get(group)!.loss / theirs.get(group)!.loss).toFixed(3)}`] : [],
      )
      console.log(`ours over the trees': ${ratios.join(', ')}`)
    }
  }
}

function speed(): void {
  const source = levelsSource(11, 100_000)
  const first = performance.now()
  const model = fitRates(source.history, { locate: locatePrefix })
  const fitted = (performance.now() - first) / 1000
  const started = performance.now()
  let answered = 0
  for (let round = 0; round < 10; round++)
    for (const asked of source.questions) answered += Number(answerRate(model, asked, locatePrefix) !== null)
  const perSecond = answered / ((performance.now() - started) / 1000)
  console.log(
    `\n${source.history.length} past prices fitted in ${fitted.toFixed(1)} s (limit 20); ${Math.round(perSecond)} lanes answered a second (at least 20,000)`,
  )
}

/** Rolls through made-up pasts of three kinds that share no formula, beside simpler peers and boosted trees. */
export async function run(): Promise<void> {
  speed()
  for (const seed of [1, 2]) await run1(levelsSource(seed))
  for (const seed of [1, 2]) await run1(costsSource(seed))
  await run1(await demoSource(12_000))
}
