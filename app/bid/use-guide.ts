import { useMemo, useState } from 'react'
import type { GuideLane } from '#core/bid/bid'
import { guideDepth } from '#core/bid/bid'
import { type Coverage, cheapestGuide, coverageOf } from '#core/bid/compare'
import type { ProjectPage } from '#server/bid/read'

/** Of each lane its carriers, first to third. */
export type ChosenGuide = ReadonlyMap<number, readonly number[]>

export interface Guide {
  chosen: ChosenGuide
  coverage: Coverage
  isChanged: boolean
  choose: (laneId: number, rank: number, carrierId: number | null) => void
  /** Names the cheapest carriers of every lane. */
  takeCheapest: () => void
}

const idsOf = (guide: readonly GuideLane[]): ChosenGuide =>
  new Map(guide.map(({ laneId, places }) => [laneId, places.map(({ carrierId }) => carrierId)]))

/** The routing guide as it is being put together: the one in force or, before the award, the cheapest. */
export function useGuide(project: ProjectPage): Guide {
  const standing = useMemo(
    () =>
      project.state === 'awarded'
        ? idsOf(project.lanes.map(({ laneId, guide }) => ({ laneId, places: guide })))
        : idsOf(cheapestGuide(project.lanes)),
    [project],
  )
  const [changed, setChanged] = useState<ChosenGuide>(new Map())
  const chosen = useMemo(() => new Map([...standing, ...changed]), [standing, changed])
  const coverage = useMemo(
    () => coverageOf(project.lanes, pricedGuide(project, chosen), project.weeks),
    [project, chosen],
  )
  const choose = (laneId: number, rank: number, carrierId: number | null) =>
    setChanged((held) => {
      const now = [...(held.get(laneId) ?? standing.get(laneId) ?? [])]
      // A carrier stands once: chosen for another rank it leaves the one it had.
      const others = now.map((each, at) => (each === carrierId && at !== rank - 1 ? null : each))
      others[rank - 1] = carrierId
      const named = Array.from({ length: guideDepth }, (_, at) => others[at] ?? null)
      return new Map(held).set(
        laneId,
        named.filter((each) => each !== null),
      )
    })
  const takeCheapest = () => setChanged(idsOf(cheapestGuide(project.lanes)))
  return { chosen, coverage, isChanged: changed.size > 0, choose, takeCheapest }
}

/** A chosen guide with the prices that were bid. */
function pricedGuide(project: ProjectPage, chosen: ChosenGuide): GuideLane[] {
  return project.lanes.map(({ laneId, bids, guide }) => ({
    laneId,
    places: (chosen.get(laneId) ?? []).flatMap((carrierId) => {
      const bid =
        bids.find((each) => each.carrierId === carrierId) ?? guide.find((each) => each.carrierId === carrierId)
      return bid ? [{ carrierId, priceMinor: bid.priceMinor, weeklyLoads: bid.weeklyLoads }] : []
    }),
  }))
}
