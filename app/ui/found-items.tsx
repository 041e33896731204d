import { Command } from 'cmdk'
import type { ReactNode } from 'react'
import { equipmentWords, loadStateWords } from '#core/load/words'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { findCarriers } from '#server/carrier/find'
import type { findCustomers } from '#server/customer/customers'
import type { ListedLoad } from '#server/load/list'
import type { findUnfinished } from '#server/load/unfinished'
import type { findFacilities } from '#server/place/find'
import type { ListedQuote } from '#server/quote/list'
import type { findTenders } from '#server/tender/find'
import type { RoomEntry } from '../desk/rooms'
import type { TypedAct } from './typed-acts'

/** What the command line found, by kind. */
export interface Found {
  loads: ListedLoad[]
  /** What was looked for where no load has a word that was typed. */
  readAs: string | null
  unfinished: ReturnType<typeof findUnfinished>
  carriers: ReturnType<typeof findCarriers>
  customers: ReturnType<typeof findCustomers>
  facilities: ReturnType<typeof findFacilities>
  tenders: ReturnType<typeof findTenders>
  quotes: ListedQuote[]
}

type Go = (to: string) => void

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Command.Group
      heading={title}
      className="[&>[cmdk-group-heading]]:px-4 [&>[cmdk-group-heading]]:pt-2 [&>[cmdk-group-heading]]:text-xs [&>[cmdk-group-heading]]:text-second"
    >
      {children}
    </Command.Group>
  )
}

function Item({ value, onSelect, children }: { value: string; onSelect: () => void; children: ReactNode }) {
  return (
    <Command.Item
      value={value}
      onSelect={onSelect}
      className="grid grid-cols-[80px_1fr_auto] gap-3 border-b px-4 py-1.5 data-[selected=true]:bg-chosen"
    >
      {children}
    </Command.Item>
  )
}

/** Loads, carriers, customers, quotes and rooms that were found, each kind under its name. */
export function FoundItems({
  found,
  rooms,
  acts,
  go,
}: {
  found: Found | null
  rooms: RoomEntry[]
  /** What can be done with what was typed itself, a lane or a day. */
  acts: TypedAct[]
  go: Go
}) {
  return (
    <>
      {acts.length > 0 && (
        <Group title="With what you typed">
          {acts.map(({ to, words }) => (
            <Item key={to} value={to} onSelect={() => go(to)}>
              <span />
              <span className="truncate">{words}</span>
            </Item>
          ))}
        </Group>
      )}
      {found && found.loads.length > 0 && <Loads loads={found.loads} readAs={found.readAs} go={go} />}
      {found && found.unfinished.length > 0 && (
        <Group title="Unfinished loads">
          {found.unfinished.map(({ id, title }) => (
            <Item key={id} value={`unfinished-${id}`} onSelect={() => go(`/loads/new?unfinished=${id}`)}>
              <span />
              <span className="truncate">{title}</span>
            </Item>
          ))}
        </Group>
      )}
      {found && found.carriers.length > 0 && <Carriers carriers={found.carriers} go={go} />}
      {found && found.customers.length > 0 && <Customers customers={found.customers} go={go} />}
      {found && found.facilities.length > 0 && <Facilities facilities={found.facilities} go={go} />}
      {found && found.tenders.length > 0 && <Tenders tenders={found.tenders} go={go} />}
      {found && found.quotes.length > 0 && <Quotes quotes={found.quotes} go={go} />}
      {rooms.length > 0 && (
        <Group title="Rooms and actions">
          {rooms.map(({ to, words, key }) => (
            <Item key={to} value={to} onSelect={() => go(to)}>
              <span>{key && <kbd className="key">{key}</kbd>}</span>
              <span className="truncate">{words}</span>
            </Item>
          ))}
        </Group>
      )}
    </>
  )
}

function Loads({ loads, readAs, go }: { loads: ListedLoad[]; readAs: string | null; go: Go }) {
  return (
    <Group title={readAs ? `Loads for “${readAs}”` : 'Loads'}>
      {loads.map((load) => (
        <Item key={load.id} value={`load-${load.id}`} onSelect={() => go(`/loads/${load.id}`)}>
          <span className="font-mono">{load.number}</span>
          <span className="truncate">
            <b className="font-semibold">
              {load.originCity} {load.originRegion} to {load.destCity} {load.destRegion}
            </b>
            <span className="label">
              {' '}
              {load.customerName}, {equipmentWords[load.equipment].toLowerCase()}
              {load.carrierName && `, ${load.carrierName}`}
            </span>
          </span>
          <span className="label">
            {dayWords(dayOf(toLocal(load.pickupAt, load.originZone)))}, {loadStateWords[load.state].toLowerCase()}
          </span>
        </Item>
      ))}
    </Group>
  )
}

function Tenders({ tenders, go }: { tenders: Found['tenders']; go: Go }) {
  return (
    <Group title="Tenders">
      {tenders.map((tender) => (
        <Item key={tender.id} value={`tender-${tender.id}`} onSelect={() => go(tenderPath(tender))}>
          <span className="truncate font-mono">{tender.shipmentId}</span>
          <span className="truncate font-semibold">{tender.partnerName}</span>
          <span className="label">{tender.waitingNoticeId === null ? tender.state : 'to be answered'}</span>
        </Item>
      ))}
    </Group>
  )
}

/** Where a tender is looked at: waiting in Intake, as the load it became, or among those answered. */
function tenderPath({ waitingNoticeId, loadId }: Found['tenders'][number]): string {
  if (waitingNoticeId !== null) return `/intake?notice=${waitingNoticeId}`
  return loadId === null ? '/intake/answered' : `/loads/${loadId}`
}

function Carriers({ carriers, go }: { carriers: Found['carriers']; go: Go }) {
  return (
    <Group title="Carriers">
      {carriers.map(({ id, name, mcNumber, city, region, phone }) => (
        <Item key={id} value={`carrier-${id}`} onSelect={() => go(`/carriers/${id}`)}>
          <span className="font-mono">{mcNumber && `MC ${mcNumber}`}</span>
          <span className="truncate">
            <b className="font-semibold">{name}</b>
            <span className="label">
              {' '}
              {city} {region}
            </span>
          </span>
          <span className="label">{phone}</span>
        </Item>
      ))}
    </Group>
  )
}

function Customers({ customers, go }: { customers: Found['customers']; go: Go }) {
  return (
    <Group title="Customers">
      {customers.map(({ id, name, city, region }) => (
        <Item key={id} value={`customer-${id}`} onSelect={() => go(`/customers/${id}`)}>
          <span />
          <span className="truncate">
            <b className="font-semibold">{name}</b>
            <span className="label">
              {' '}
              {city} {region}
            </span>
          </span>
          <span />
        </Item>
      ))}
    </Group>
  )
}

function Facilities({ facilities, go }: { facilities: Found['facilities']; go: Go }) {
  return (
    <Group title="Facilities">
      {facilities.map(({ id, name, address, city, region }) => (
        <Item key={id} value={`facility-${id}`} onSelect={() => go(`/facilities/${id}`)}>
          <span />
          <span className="truncate">
            <b className="font-semibold">{name}</b>
            <span className="label">
              {' '}
              {address}, {city} {region}
            </span>
          </span>
          <span />
        </Item>
      ))}
    </Group>
  )
}

function Quotes({ quotes, go }: { quotes: ListedQuote[]; go: Go }) {
  return (
    <Group title="Quotes">
      {quotes.map(({ id, number, customerName, title, lane, lines }) => (
        <Item key={id} value={`quote-${id}`} onSelect={() => go(`/quotes/${id}`)}>
          <span className="font-mono">{number}</span>
          <span className="truncate">
            <b className="font-semibold">{customerName}</b> <span className="label">{title || lane}</span>
          </span>
          <span className="label">
            {lines} {lines === 1 ? 'line' : 'lines'}
          </span>
        </Item>
      ))}
    </Group>
  )
}
