import { may } from '#core/access/access'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { exchangeQuerySchema, listDocuments, pageSize, readDocument } from '#server/exchange/log'
import { officeOf } from '#server/office/office'
import { listPartners } from '#server/partner/partners'
import { DocumentActs } from '../../exchange/document-acts'
import { DocumentList } from '../../exchange/document-list'
import { DocumentView } from '../../exchange/document-view'
import { SearchBar } from '../../exchange/search-bar'
import { useExchange } from '../../exchange/use-exchange'
import type { Route } from './+types/exchange'

export const meta: Route.MetaFunction = () => [{ title: 'Exchange log, Oxpecker' }]

export async function loader({ request, context }: Route.LoaderArgs) {
  const now = Date.now()
  const query = exchangeQuerySchema.parse(Object.fromEntries(new URL(request.url).searchParams))
  const db = database()
  const documents = listDocuments(db, query)
  const openId = query.document ?? documents[0]?.id ?? null
  return {
    query,
    documents,
    open: openId === null ? null : await readDocument(db, openId),
    partners: listPartners(db).map(({ id, name }) => ({ id, name })),
    now,
    zone: officeOf(database()).zone,
    mayAct: may(viewer(context).role, 'answer_tenders'),
    pageSize,
  }
}

export default function Exchange({ loaderData }: Route.ComponentProps) {
  const { query, documents, open, partners, now, zone, mayAct } = loaderData
  const { list, to, act, maySend, mayRead, isSearched } = useExchange(documents, open, mayAct)
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <SearchBar query={query} partners={partners} />
      {documents.length === 0 ? (
        <p className="p-6">
          {isSearched
            ? 'Nothing fits. Search for less.'
            : 'Nothing received or sent yet. Tenders appear here as soon as a partner sends one.'}
        </p>
      ) : (
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1.55fr)]">
          <DocumentList
            list={list}
            documents={documents}
            openId={open?.document.id}
            page={query.page}
            pageSize={loaderData.pageSize}
            to={to}
            now={now}
            zone={zone}
          />
          {open && (
            <div className="flex min-h-0 flex-col">
              <DocumentView key={open.document.id} read={open} now={now} zone={zone} />
              <DocumentActs
                exchangeId={open.exchange.id}
                maySend={maySend}
                mayRead={mayRead}
                onSend={() => void act('send', 'To be sent again')}
                onRead={() => void act('read', 'Read again')}
              />
            </div>
          )}
        </div>
      )}
    </main>
  )
}
