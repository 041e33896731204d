import { type ReactNode, useState } from 'react'
import { Link, useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { may } from '#core/access/access'
import { referenceKindWords } from '#core/load/words'
import { currencyWords } from '#core/money/money'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import { viewer } from '#server/access/cookie'
import { type CustomerPage, readCustomerPage } from '#server/customer-page/read'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { ContactDialog } from '../../customer/contact-dialog'
import { ContactList, type ListedContact } from '../../customer/contact-list'
import { CustomerFactsDialog } from '../../customer/facts-dialog'
import { YearLine } from '../../customer/year-line'
import { Documents } from '../../document/document-list'
import { LoadLines } from '../../listing/load-lines'
import { MergeDialog } from '../../listing/merge-dialog'
import { EventLog } from '../../ui/event-log'
import { FactList } from '../../ui/fact-list'
import { useKeys } from '../../ui/keys'
import { useLive } from '../../ui/live'
import { postJson } from '../../ui/post'
import type { Route } from './+types/customer'

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.page.own.name ?? 'Customer'}, Oxpecker` },
]

export function loader({ params, context }: Route.LoaderArgs) {
  const now = Date.now()
  const page = readCustomerPage(database(), Number(params.customerId), now)
  if (!page) throw new Response('There is no such customer.', { status: 404 })
  const { role } = viewer(context)
  return {
    page,
    now,
    zone: officeOf(database()).zone,
    mayEdit: may(role, 'edit_loads'),
    mayMerge: may(role, 'set_pricing'),
  }
}

type Open = 'facts' | 'contact' | 'merge' | { contact: ListedContact } | null

export default function Customer({ loaderData }: Route.ComponentProps) {
  const { page, now, zone, mayEdit, mayMerge } = loaderData
  const { own } = page
  const [open, setOpen] = useState<Open>(null)
  const { revalidate } = useRevalidator()
  const today = dayOf(toLocal(now, zone))
  useLive(({ aggregate, id }) => aggregate === 'customer' && id === page.id)
  useKeys('Customer', [
    { key: 'e', words: 'change this customer', run: () => setOpen('facts'), disabled: !mayEdit },
    { key: 'c', words: 'add a contact', run: () => setOpen('contact'), disabled: !mayEdit },
  ])
  const close = () => setOpen(null)
  const remove = async ({ id, name }: ListedContact) => {
    const answer = await postJson(`/customers/${page.id}/act`, { intent: 'remove_contact', contactId: id })
    toast(answer.ok ? `${name} removed` : answer.message, answer.ok ? {} : { className: '!text-bill' })
    await revalidate()
  }
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <CustomerHead page={page} mayEdit={mayEdit} mayMerge={mayMerge} onOpen={setOpen} />
      <div className="grid min-h-0 flex-1 grid-cols-[320px_minmax(0,1fr)_280px] overflow-y-auto max-lg:grid-cols-1">
        <div className="flex flex-col gap-4 border-r px-4 py-3">
          <FactList facts={factsOf(page)} />
          <ContactList
            contacts={page.contacts}
            mayEdit={mayEdit}
            onAdd={() => setOpen('contact')}
            onChange={(contact) => setOpen({ contact })}
            onRemove={(contact) => void remove(contact)}
          />
        </div>
        <div className="flex min-w-0 flex-col gap-4 px-4 py-3">
          <YearLine year={page.year} freight={page.freight} />
          <LoadLines
            loads={page.loads}
            today={today}
            all={`/loads?q=${encodeURIComponent(own.name)}`}
            empty="No load yet."
          />
        </div>
        <div className="flex flex-col gap-4 border-l px-4 py-3">
          <Documents desk={{ owner: { customerId: page.id }, documents: page.documents, mayEdit, now, zone }} />
          <QuotesAndTenders page={page} today={today} zone={zone} />
          <EventLog events={page.log} now={now} zone={zone} />
        </div>
      </div>
      {open === 'facts' && <CustomerFactsDialog page={page} onClose={close} />}
      {open === 'contact' && <ContactDialog customerId={page.id} contact={null} onClose={close} />}
      {open === 'merge' && (
        <MergeDialog
          title={`Put another customer together with ${own.name}`}
          label="The other name of the same customer"
          subject="customers"
          url={`/customers/${page.id}/act`}
          note={(name) => `${name} goes away; its loads, quotes, tenders, contacts and documents come here.`}
          onClose={close}
        />
      )}
      {open !== null && typeof open === 'object' && (
        <ContactDialog customerId={page.id} contact={open.contact} onClose={close} />
      )}
    </main>
  )
}

interface HeadProps {
  page: CustomerPage
  mayEdit: boolean
  mayMerge: boolean
  onOpen: (open: Open) => void
}

function CustomerHead({ page: { own, prospect, hold }, mayEdit, mayMerge, onOpen }: HeadProps) {
  return (
    <header className="flex items-center gap-3 border-b border-strong px-4 py-2">
      <h1 className="text-base font-semibold">{own.name}</h1>
      <span className="label">
        {own.city} {own.region}
      </span>
      {prospect && <span className="text-ring-text">prospect: asked for prices, has never shipped</span>}
      {hold && <span className="text-ring-text">on hold: {hold}</span>}
      <span className="ml-auto flex gap-2">
        {mayMerge && (
          <button type="button" className="button" onClick={() => onOpen('merge')}>
            Put together with another
          </button>
        )}
        {mayEdit && (
          <button type="button" className="button first" onClick={() => onOpen('facts')}>
            Change <kbd className="key">e</kbd>
          </button>
        )}
      </span>
    </header>
  )
}

const factsOf = ({ own, prospect }: CustomerPage): Record<string, ReactNode> => ({
  'Bills go to': own.billingMail || <span className={prospect ? 'label' : 'text-bill'}>nobody yet</span>,
  'Quotes go to': own.quoteMail,
  Phone: own.phone && <a href={`tel:${own.phone}`}>{own.phone}</a>,
  'Billed in': currencyWords[own.currency],
  Pays: own.paysInDays === null ? '' : `${own.paysInDays} days after the invoice`,
  'Numbers they want': own.wantedNumbers.map((kind) => referenceKindWords[kind].toLowerCase()).join(', '),
  Note: own.note && <span className="whitespace-pre-line">{own.note}</span>,
})

function QuotesAndTenders({ page, today, zone }: { page: CustomerPage; today: string; zone: string }) {
  const dayText = (at: number) => dayWords(dayOf(toLocal(at, zone)), today)
  return (
    <>
      <section aria-label="Quotes">
        <h2 className="head">Quotes</h2>
        {page.quotes.length === 0 && <p className="label border-t py-1">None yet.</p>}
        <ul>
          {page.quotes.map(({ id, number, title, createdAt }) => (
            <li key={id} className="border-t">
              <Link to={`/quotes/${id}`} className="flex gap-2 py-1 hover:bg-sheet">
                <span className="font-mono">{number}</span>
                <span className="min-w-0 flex-1 truncate">{title}</span>
                <span className="label">{dayText(createdAt)}</span>
              </Link>
            </li>
          ))}
        </ul>
      </section>
      {page.tenders.length > 0 && (
        <section aria-label="Tenders">
          <h2 className="head">Tenders</h2>
          <ul>
            {page.tenders.map(({ id, shipmentId, state, receivedAt, loadId }) => (
              <li key={id} className="border-t">
                <Link to={loadId === null ? '/intake' : `/loads/${loadId}`} className="flex gap-2 py-1 hover:bg-sheet">
                  <span className="font-mono">{shipmentId}</span>
                  <span className="min-w-0 flex-1 truncate">{state.replaceAll('_', ' ')}</span>
                  <span className="label">{dayText(receivedAt)}</span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  )
}
