import { useState } from 'react'
import { type ConnectionKind, connectionWords } from '#core/connection/connection'
import { momentWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { readBoards } from '#server/board/boards'
import { type ListedConnection, readConnections } from '#server/connection/connections'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { settings } from '#server/settings.server'
import { BoardRows } from '../../connection/board-rows'
import { ConnectionDialog } from '../../connection/connection-dialog'
import { RowButtons, Tested } from '../../connection/connection-row-parts'
import { useLive } from '../../ui/live'
import { usePostedAct } from '../../ui/use-posted-act'
import type { Route } from './+types/connections'

export const meta: Route.MetaFunction = () => [{ title: 'Connections, Oxpecker' }]

export function loader({ context }: Route.LoaderArgs) {
  const who = viewer(context)
  requirePermission(who, 'set_office')
  return {
    connections: readConnections(database()),
    boards: readBoards(database()),
    inbound: settings().OX_INBOUND_PORT,
    office: officeOf(database()).mail,
    mail: who.mail,
    now: Date.now(),
    zone: officeOf(database()).zone,
  }
}

export default function Connections({ loaderData }: Route.ComponentProps) {
  const { connections, boards, inbound, office, mail, now, zone } = loaderData
  const [open, setOpen] = useState<ConnectionKind | null>(null)
  const { act } = usePostedAct<{ intent: 'disconnect'; kind: ConnectionKind }>('/connections/act')
  useLive(({ aggregate }) => aggregate === 'office' || aggregate === 'board')
  const chosen = connections.find(({ kind }) => kind === open)
  return (
    <main className="flex min-h-0 flex-1 flex-col overflow-y-auto">
      <header className="border-b border-strong px-4 py-2">
        <h1 className="text-base font-semibold">Connections</h1>
      </header>
      <ul>
        {connections.map((each) => (
          <ConnectionRow
            key={each.kind}
            connection={each}
            now={now}
            zone={zone}
            onOpen={() => setOpen(each.kind)}
            onEnd={() => void act({ intent: 'disconnect', kind: each.kind }, 'Disconnected')}
          />
        ))}
        <BoardRows boards={boards} now={now} zone={zone} />
        <li className="grid grid-cols-[170px_minmax(0,1fr)] gap-4 border-b px-4 py-3">
          <h2 className="font-semibold">Email in</h2>
          <p>
            Listens for mail (SMTP) on this machine’s port {inbound}. Have your mail server pass on what comes to{' '}
            <span className="font-mono">{office}</span> and to{' '}
            <span className="font-mono">offers+…@{office.split('@')[1]}</span>.
          </p>
        </li>
      </ul>
      {chosen && <ConnectionDialog connection={chosen} testMailTo={mail} onClose={() => setOpen(null)} />}
    </main>
  )
}

interface ConnectionRowProps {
  connection: ListedConnection
  now: number
  zone: string
  onOpen: () => void
  onEnd: () => void
}

function ConnectionRow({ connection, now, zone, onOpen, onEnd }: ConnectionRowProps) {
  const { kind, current, from, changed, test } = connection
  const { name, does, without } = connectionWords[kind]
  return (
    <li className="grid grid-cols-[170px_minmax(0,1fr)_auto] gap-4 border-b px-4 py-3">
      <div>
        <h2 className="font-semibold">{name}</h2>
        <span className={current ? 'text-acacia' : 'text-ring-text'}>{current ? 'connected' : 'not connected'}</span>
      </div>
      <div>
        <p className="label">{current ? does : without}</p>
        {current && (
          <p>
            <span className="font-mono">
              {current.address}
              {current.port !== null && `:${current.port}`}
            </span>
            <span className="label">
              {' '}
              {from === 'environment'
                ? 'from the environment'
                : changed && `set by ${changed.by}, ${momentWords(changed.at, now, zone)}`}
            </span>
          </p>
        )}
        <Tested test={test} now={now} zone={zone} />
      </div>
      <RowButtons name={name} isConnected={current !== null} onOpen={onOpen} onEnd={onEnd} />
    </li>
  )
}
