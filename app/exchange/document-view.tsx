import { useState } from 'react'
import { Link } from 'react-router'
import { momentWords } from '#core/time/words'
import type { ElementPlace } from '#core/x12/read-sets'
import type { ReadDocument } from '#server/exchange/log'

/** A document raw and read side by side: the bytes of a field light up when it is pointed at, and the other way round. */
export function DocumentView({ read, now, zone }: { read: ReadDocument; now: number; zone: string }) {
  const [field, setField] = useState<number | null>(null)
  const [place, setPlace] = useState<ElementPlace | null>(null)
  const { document, exchange } = read
  const lit = new Set(
    field === null ? [] : (read.fields[field]?.from ?? []).map(({ segment, element }) => `${segment}.${element}`),
  )
  const faults = new Map(document.faults.map((fault) => [`${fault.position - 1}.${fault.element ?? 0}`, fault.note]))
  const isOf = (from: readonly ElementPlace[]) =>
    place !== null && from.some((each) => each.segment === place.segment && each.element === place.element)
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="border-b px-4 py-1.5">
        <h2 className="text-base font-semibold">
          {kindWords(document.kind)} {document.direction === 'in' ? 'from' : 'to'}{' '}
          {read.partnerName ?? 'nobody we know'} <span className="font-mono font-normal">{document.number}</span>
        </h2>
        <p className="label">
          {momentWords(document.at, now, zone)}, {exchange.source}
          {exchange.control !== null && `, interchange ${exchange.control}`}
          {document.setControl && `, set ${document.setControl} of group ${document.groupControl}`},{' '}
          {read.bytes.toLocaleString('en-US')} bytes, {exchangeStateWords[exchange.state]}
          {exchange.attempts > 1 && ` at try ${exchange.attempts}`}
          {exchange.usage === 'T' && ', test'}
        </p>
        <Verdicts read={read} now={now} zone={zone} />
      </header>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
        <div className="min-h-0 overflow-auto border-r p-3" tabIndex={0} role="group" aria-label="As its bytes are">
          {read.isRemoved && (
            <p className="label">Its bytes were removed after the days that Settings keep them; what was read stays.</p>
          )}
          {read.segments.length === 0 ? (
            <pre className="font-mono text-xs whitespace-pre-wrap">{read.text}</pre>
          ) : (
            <ol className="font-mono text-xs leading-5">
              {read.segments.map((segment, at) => (
                <li
                  key={at}
                  className={`break-all ${faults.has(`${at}.0`) ? 'bg-ring text-[#231c14]' : ''}`}
                  title={faults.get(`${at}.0`)}
                >
                  {segment.map((element, index) => (
                    <span key={index}>
                      {index > 0 && <span className="text-second">{read.signs?.element}</span>}
                      {/* biome-ignore lint/a11y/noStaticElementInteractions: by keyboard the fields beside it light it up */}
                      <span
                        onMouseEnter={() => setPlace({ segment: at, element: index })}
                        onMouseLeave={() => setPlace(null)}
                        className={elementTone({
                          isLit: lit.has(`${at}.${index}`),
                          isFaulty: faults.has(`${at}.${index}`),
                          isName: index === 0,
                        })}
                        title={faults.get(`${at}.${index}`)}
                      >
                        {element}
                      </span>
                    </span>
                  ))}
                  <span className="text-second">{read.signs?.segment}</span>
                </li>
              ))}
            </ol>
          )}
        </div>
        <div className="min-h-0 overflow-auto p-3" tabIndex={0} role="group" aria-label="As it is read">
          {document.faults.length > 0 && (
            <ul className="pb-2 text-bill">
              {document.faults.slice(0, 20).map((fault, at) => (
                <li key={at}>
                  {fault.segment} at {fault.position}
                  {fault.element !== null && `, element ${fault.element}`}: {fault.note}{' '}
                  <span className="label">code {fault.code}</span>
                </li>
              ))}
            </ul>
          )}
          {read.fields.length === 0 ? (
            <p className="label">Nothing is read of it{document.problem ? `: ${document.problem}` : '.'}</p>
          ) : (
            <table className="w-full text-sm">
              <tbody>
                {read.fields.map((each, at) => (
                  <tr
                    key={each.name}
                    onMouseEnter={() => setField(at)}
                    onMouseLeave={() => setField(null)}
                    onFocus={() => setField(at)}
                    onBlur={() => setField(null)}
                    tabIndex={0}
                    className={`border-t align-top ${isOf(each.from) || field === at ? 'bg-chosen' : ''}`}
                  >
                    <th scope="row" className="label py-0.5 pr-3 text-left font-normal">
                      {each.name}
                    </th>
                    <td className="py-0.5 break-words">{each.value}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </div>
      </div>
    </div>
  )
}

const exchangeStateWords: Record<ReadDocument['exchange']['state'], string> = {
  read: 'read',
  repeat: 'came before',
  unreadable: 'not readable',
  waiting: 'on its way',
  sent: 'sent',
  failed: 'not sent',
}

const names: Record<string, string> = {
  '204': 'Load tender (204)',
  '990': 'Response to a tender (990)',
  '214': 'Shipment status (214)',
  '210': 'Freight invoice (210)',
  '997': 'Acknowledgement (997)',
  page: 'Row of a web page',
  form: 'Answer in a site’s form',
  unread: 'Something not readable',
}
/** What a document is, in words: `Load tender (204)`. */
export const kindWords = (kind: string): string => names[kind] ?? `Set ${kind}`

function Verdicts({
  read: { document, exchange, noticeState, answeredBy },
  now,
  zone,
}: {
  read: ReadDocument
  now: number
  zone: string
}) {
  return (
    <p className="flex flex-wrap gap-x-4">
      {document.verdict && (
        <span className={document.verdict === 'R' ? 'text-bill' : ''}>{verdictWords(document.verdict)} by us</span>
      )}
      {document.direction === 'out' &&
        document.kind !== '997' &&
        document.kind !== 'form' &&
        (document.ackVerdict ? (
          <span className={document.ackVerdict === 'A' ? 'text-acacia' : 'text-bill'}>
            {verdictWords(document.ackVerdict)} by them{' '}
            {document.ackAt !== null && momentWords(document.ackAt, now, zone)}
            {document.ackNote && `: ${document.ackNote}`}
          </span>
        ) : (
          <span className="text-ring-text">not acknowledged yet</span>
        ))}
      {exchange.problem && <span className="text-bill">{exchange.problem}</span>}
      {document.problem && document.problem !== exchange.problem && (
        <span className="text-bill">{document.problem}</span>
      )}
      {noticeState && (
        <span className="label">
          tender {noticeState}
          {answeredBy && ` by ${answeredBy}`}
        </span>
      )}
      {document.loadId !== null && (
        <Link to={`/loads/${document.loadId}`} className="link">
          its load
        </Link>
      )}
    </p>
  )
}

/** A verdict of X12 in words: `accepted with errors`. */
export const verdictWords = (verdict: string): string =>
  ({ A: 'accepted', E: 'accepted with errors', R: 'rejected', P: 'accepted in part' })[verdict] ?? verdict

function elementTone({ isLit, isFaulty, isName }: { isLit: boolean; isFaulty: boolean; isName: boolean }): string {
  if (isLit) return 'bg-dusk text-plain'
  if (isFaulty) return 'bg-ring text-[#231c14]'
  return isName ? 'font-semibold' : ''
}
