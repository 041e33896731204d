import { useState } from 'react'
import { may } from '#core/access/access'
import { viewer } from '#server/access/cookie'
import { readProject } from '#server/bid/read'
import { connectedBoards } from '#server/board/boards'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { BidDialogs, type OpenBidDialog } from '../../bid/bid-dialogs'
import { CarrierSide } from '../../bid/carrier-side'
import { GuideLine } from '../../bid/guide-line'
import { LaneRow } from '../../bid/lane-row'
import { ProjectHead } from '../../bid/project-head'
import { projectKeys } from '../../bid/project-keys'
import { useBidAct } from '../../bid/use-bid-act'
import { useGuide } from '../../bid/use-guide'
import { EventLog } from '../../ui/event-log'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { useVirtualRows, walkKeys } from '../../ui/table/use-virtual-rows'
import type { Route } from './+types/project'

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.project.title ?? 'Bid project'}, Oxpecker` },
]

export function loader({ params, context }: Route.LoaderArgs) {
  const db = database()
  const project = /^\d{1,12}$/.test(params.projectId) ? readProject(db, Number(params.projectId)) : null
  if (!project) throw new Response('There is no such bid project.', { status: 404 })
  const { role } = viewer(context)
  return {
    project,
    boards: connectedBoards(db).map(({ row }) => row.name),
    now: Date.now(),
    zone: officeOf(db).zone,
    mayEdit: may(role, 'edit_loads'),
    mayAward: may(role, 'award'),
  }
}

/** A bid project: its lanes with what was bid on them, the carriers, and what happened. */
export default function Project({ loaderData }: Route.ComponentProps) {
  const { project, boards, now, zone, mayEdit, mayAward } = loaderData
  const acting = useBidAct(project.id)
  const guide = useGuide(project)
  const [dialog, setDialog] = useState<OpenBidDialog | null>(null)
  const list = useVirtualRows(project.lanes.length)
  const isDraft = project.state === 'draft'
  const mayChoose = mayAward && (project.state === 'closed' || project.state === 'awarded')
  useLive(({ aggregate, id }) => aggregate === 'bid_project' && id === project.id)
  const keys = projectKeys({ project, boards, mayEdit, mayChoose, acting, open: setDialog })
  useKeys('Bid project', [...walkKeys(list, 'lane'), ...keys])
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <ProjectHead project={project} now={now} zone={zone} keys={keys} />
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_330px]">
        <div ref={list.scroller} className="min-h-0 overflow-auto border-r border-strong">
          {mayChoose && <GuideLine guide={guide} />}
          {project.lanes.length === 0 && (
            <p className="px-4 py-6">
              No lanes yet. Press l to paste them from a spreadsheet or a customer’s email: origin, destination,
              equipment, weight, loads in the period.
            </p>
          )}
          <ol aria-label="Lanes">
            {project.lanes.map((lane, at) => (
              <LaneRow
                key={lane.id}
                {...{ lane, at, project }}
                chosen={guide.chosen.get(lane.id) ?? []}
                onChoose={mayChoose ? (rank, carrierId) => guide.choose(lane.id, rank, carrierId) : null}
                onFocus={() => list.choose(at)}
                onFix={mayEdit && isDraft ? () => setDialog({ kind: 'lane', lane }) : null}
                onRemove={
                  mayEdit && isDraft ? () => void acting.act({ intent: 'remove_lanes', laneIds: [lane.id] }) : null
                }
              />
            ))}
          </ol>
        </div>
        <aside className="min-h-0 overflow-y-auto px-4 py-2">
          <CarrierSide
            {...{ project, now, zone }}
            onSheet={
              mayEdit && (project.state === 'open' || project.state === 'closed')
                ? (carrierId, name) => setDialog({ kind: 'sheet', carrierId, name })
                : null
            }
          />
          <EventLog events={project.log} now={now} zone={zone} />
        </aside>
      </div>
      <BidDialogs {...{ project, boards, now, zone, acting, guide, dialog }} onClose={() => setDialog(null)} />
    </main>
  )
}
