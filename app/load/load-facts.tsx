import type { ReactNode } from 'react'
import { freightDetailWords } from '#core/load/freight'
import { audienceWords, loadDocumentWords, referenceLabel } from '#core/load/words'
import { formatMoney } from '#core/money/money'
import type { LoadPage } from '#server/load-page/read'

/** What is known of the freight beyond the head of the page; nothing where that is all. */
export function FreightFacts({ page: { load } }: { page: LoadPage }) {
  const words = [
    load.pallets === null ? '' : `${load.pallets} pallets`,
    freightDetailWords(load),
    load.freightValueMinor === null ? '' : `worth ${formatMoney(load.freightValueMinor)}`,
  ].filter(Boolean)
  return words.length === 0 ? null : <Fact label="Freight">{words.join(', ')}</Fact>
}

/** Who else has to do with the load, and its links. */
export function Parties({ page: { load, parties } }: { page: LoadPage }) {
  const customs = [load.customsBroker, load.customsBrokerPhone].filter(Boolean).join(', ')
  const shares = parties.shares.map(({ name, sharePercent }) => `${name} ${sharePercent}%`).join(', ')
  return (
    <>
      {parties.payer && <Fact label="Payer">{parties.payer.name}</Fact>}
      {customs && <Fact label="Customs broker">{customs}</Fact>}
      {parties.dispatcher && <Fact label="Dispatcher">{parties.dispatcher}</Fact>}
      {shares && <Fact label="Shared with">{shares}</Fact>}
      {parties.links.map(({ id, label, url }) => (
        <Fact key={id} label="Link">
          <a href={url} target="_blank" rel="noreferrer" className="link">
            {label || url}
          </a>
        </Fact>
      ))}
    </>
  )
}

const Fact = ({ label, children }: { label: string; children: ReactNode }) => (
  <p className="border-b py-1">
    <span className="label">{label}:</span> {children}
  </p>
)

/** Its numbers, each with the stop that asks for it and the documents it is on. */
export const References = ({ page }: { page: LoadPage }) =>
  page.references.map((reference) => (
    <p key={reference.id} className="border-b py-1">
      {referenceLabel(reference)} <span className="font-mono">{reference.value}</span>{' '}
      <span className="label">
        {reference.stopSequence !== null && `at stop ${reference.stopSequence}, `}
        {reference.showOn.length > 0
          ? `on the ${reference.showOn.map((document) => loadDocumentWords[document].toLowerCase()).join(' and ')}`
          : 'on no document'}
      </span>
    </p>
  ))

export const Notes = ({ page }: { page: LoadPage }) =>
  page.notes.map((note) => (
    <p key={note.id} className="border-b py-1">
      <span className="label">{audienceWords[note.audience]}:</span> {note.text}
    </p>
  ))
