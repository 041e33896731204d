import { useEffect, useRef, useState } from 'react'
import { Link, useNavigate, useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { may } from '#core/access/access'
import type { WorkState } from '#core/search/found'
import { foundSchema, workStateWords } from '#core/search/found'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { searchAskSchema } from '#server/search/ask'
import { chainsFor } from '#server/search/chains'
import { type FoundRow, findOnFloor } from '#server/search/find'
import { soughtFor } from '#server/search/for-load'
import { workedOn } from '#server/search/notes'
import { type SavedSearchRow, savedSearches } from '#server/search/saved'
import { ChainList } from '../../search/chain-list'
import { FoundLine } from '../../search/found-row'
import { offerAddress } from '../../search/offer-address'
import { CallDialog, SaveSearchDialog } from '../../search/search-dialogs'
import { SearchHead } from '../../search/search-head'
import { SearchSide } from '../../search/search-side'
import { useSeen } from '../../search/use-seen'
import { chime } from '../../ui/chime'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { postJson } from '../../ui/post'
import { useVirtualRows, walkKeys } from '../../ui/table/use-virtual-rows'
import type { Route } from './+types/search'

export const meta: Route.MetaFunction = () => [{ title: 'Search the boards, Oxpecker' }]

export function loader({ request, context }: Route.LoaderArgs) {
  const who = viewer(context)
  const db = database()
  const now = Date.now()
  const asked = searchAskSchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  const sought = asked.load === null ? null : soughtFor(db, asked.load)
  const ask = sought && asked.line === '' ? { ...asked, line: sought.line, kind: sought.kind } : asked
  return {
    ...{ ask, sought, now, zone: officeOf(db).zone },
    chains: sought?.truck ? chainsFor({ ...sought.truck }, sought.truck.equipment, now) : [],
    found: findOnFloor(db, ask, now, undefined, { home: sought?.truck?.home ?? null, personId: who.id }),
    saved: savedSearches(db, who.id, now),
    worked: workedOn(db, now),
    mayNote: may(who.role, 'handle_offers'),
  }
}

type Data = Route.ComponentProps['loaderData']

/** Rings once for every new hit of a search that has its sound on. */
function useRing(saved: SavedSearchRow[]): void {
  const count = saved.reduce((sum, { fresh, hasSound }) => sum + (hasSound ? fresh : 0), 0)
  const before = useRef(count)
  useEffect(() => {
    if (count > before.current) chime()
    before.current = count
  }, [count])
}

/** What is done from the keyboard with the row that has the focus. */
function useFoundActs({ ask, found }: Data) {
  const [dialog, setDialog] = useState<'save' | FoundRow | null>(null)
  const seen = useSeen()
  const { revalidate } = useRevalidator()
  const navigate = useNavigate()
  const rows = [...found.rows, ...found.near]
  const focused = (): FoundRow | undefined => {
    const at = document.activeElement?.closest('[data-row]')?.getAttribute('data-row')
    return at == null ? undefined : rows[Number(at)]
  }
  const post = async (body: object) => {
    const answer = await postJson('/boards/search/act', body)
    if (!answer.ok) toast(answer.message, { className: '!text-bill' })
    await revalidate()
  }
  const note = (state: WorkState) => {
    const row = focused()
    if (!row) return
    const { key, posting } = row
    seen.now(row)
    void post({ intent: 'note', note: { key, state, words: '', found: foundSchema.parse(posting) } })
    toast(`${posting.company}: ${workStateWords[state]}`)
  }
  const problem = (words: string) => void toast(words, { className: '!text-bill' })
  const open = async (row: FoundRow | undefined) => {
    if (!row) return
    seen.now(row)
    if (row.posting.kind === 'load') {
      if (row.posting.ownLoadId !== null) return void navigate(`/loads/${row.posting.ownLoadId}`)
      return void toast(`${row.posting.company}: ${row.posting.phone ?? 'no phone shown'}`)
    }
    if (ask.load === null) return setDialog(row)
    const address = await offerAddress(row, ask.load)
    if ('to' in address) void navigate(address.to)
    else problem(address.problem)
  }
  return { rows, dialog, setDialog, focused, note, open, post, problem, revalidate, seen }
}

export default function Search({ loaderData }: Route.ComponentProps) {
  const { ask, found, saved, worked, sought, now, zone, mayNote } = loaderData
  const acts = useFoundActs(loaderData)
  const { rows, dialog, setDialog } = acts
  const list = useVirtualRows(rows.length)
  const navigate = useNavigate()
  useRing(saved)
  useLive(({ aggregate }) => aggregate === 'floor')
  const noteKey = (key: string, state: WorkState) => ({
    ...{ key, words: `note: ${workStateWords[state]}`, run: () => acts.note(state), disabled: !mayNote },
  })
  useKeys('Search', [
    ...walkKeys(list, 'result'),
    { key: 'l', words: 'type what to look for', run: () => document.getElementById('search-line')?.focus() },
    { key: 'o', words: 'call, and record the offer', run: () => void acts.open(acts.focused()) },
    noteKey('c', 'called'),
    noteKey('n', 'no_answer'),
    noteKey('e', 'too_dear'),
    noteKey('b', 'booked'),
    noteKey('h', 'hidden'),
    { key: 's', words: 'save the search', run: () => setDialog('save'), disabled: ask.line === '' },
    {
      key: 'm',
      words: 'sound of all saved searches on or off',
      run: () => {
        const hasSound = !saved.some((search) => search.hasSound)
        for (const { id } of saved) void acts.post({ intent: 'sound_search', id, hasSound })
        toast(hasSound ? 'Sound on' : 'Sound off')
      },
      disabled: saved.length === 0,
    },
  ])
  const openSaved = (search: SavedSearchRow) => {
    void acts.post({ intent: 'seen_search', id: search.id })
    void navigate(`/boards/search?${new URLSearchParams({ line: search.line, kind: search.kind, order: 'newest' })}`)
  }
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <SearchHead ask={ask} found={found} onSave={() => setDialog('save')} />
      {sought && (
        <p className="border-b bg-sheet px-4 py-1">
          {sought.kind === 'truck' ? 'Trucks for' : 'The next load after'}{' '}
          <Link to={`/loads/${sought.id}`} className="link">
            {sought.number}
          </Link>
          , {sought.lane}
          {sought.truck &&
            `. ${sought.truck.carrier} drives ${sought.truck.emptyMiles.toLocaleString('en-US')} mi home to ${sought.truck.home.city}, ${sought.truck.home.region} with nothing; each load is counted with the way home.`}
        </p>
      )}
      {loaderData.chains.length > 0 && <ChainList chains={loaderData.chains} />}
      <div className="flex min-h-0 flex-1">
        <SearchSide
          saved={saved}
          worked={worked}
          found={found}
          now={now}
          zone={zone}
          onOpen={openSaved}
          onSound={({ id, hasSound }) => void acts.post({ intent: 'sound_search', id, hasSound: !hasSound })}
          onForget={({ id }) => void acts.post({ intent: 'forget_search', id })}
        />
        <Results data={loaderData} list={list} onFocus={acts.seen.soon} onOpen={(row) => void acts.open(row)} />
      </div>
      {dialog === 'save' && (
        <SaveSearchDialog
          line={ask.line}
          kind={found.kind}
          onClose={() => setDialog(null)}
          onSaved={() => void acts.revalidate()}
        />
      )}
      {dialog !== null && dialog !== 'save' && (
        <CallDialog row={dialog} now={now} onClose={() => setDialog(null)} onProblem={acts.problem} />
      )}
    </main>
  )
}

/** A result that came up this lately is marked as new. */
const newForMs = 5 * 60_000

function Results({
  data: { found, now, zone },
  list,
  onFocus,
  onOpen,
}: {
  data: Data
  list: ReturnType<typeof useVirtualRows>
  onFocus: (row: FoundRow) => void
  onOpen: (row: FoundRow) => void
}) {
  const all = [...found.rows, ...found.near]
  const longest = Math.max(
    0,
    ...all.map(({ milesTo, miles, milesAfter }) => (milesTo ?? 0) + (miles ?? 0) + (milesAfter ?? 0)),
  )
  const line = (row: FoundRow, at: number) => (
    <FoundLine
      key={row.key}
      row={row}
      at={at}
      now={now}
      zone={zone}
      longest={longest}
      isNew={now - row.firstSeen < newForMs}
      onFocus={() => {
        list.choose(at)
        onFocus(row)
      }}
      onOpen={() => onOpen(row)}
    />
  )
  return (
    <div ref={list.scroller} className="min-w-0 flex-1 overflow-y-auto">
      <p role="status" className="label border-b px-3 py-1">
        {found.total.toLocaleString('en-US')} {found.kind === 'truck' ? 'trucks' : 'loads'}
        {found.rows.length < found.total - found.hidden && `, the first ${found.rows.length} shown`}
        {found.hidden > 0 && `, ${found.hidden} hidden`}
      </p>
      <ul aria-label="Results">{found.rows.map(line)}</ul>
      {found.rows.length === 0 && (
        <p className="px-3 py-4">
          Nothing out there fits {found.chips.length === 0 ? 'yet' : 'all of this'}. Leave something out above
          {found.near.length > 0 && ', or see what misses by little below'}.
        </p>
      )}
      {found.near.length > 0 && (
        <>
          <h2 className="border-y border-strong bg-sheet px-3 py-1 font-semibold">
            Near misses <span className="label font-normal">each misses one thing you asked for, by this much</span>
          </h2>
          <ul aria-label="Near misses">{found.near.map((row, at) => line(row, found.rows.length + at))}</ul>
        </>
      )}
    </div>
  )
}
