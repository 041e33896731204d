import { Link } from 'react-router'
import { may } from '#core/access/access'
import { transportWords } from '#core/tender/partner'
import { viewer } from '#server/access/cookie'
import { database } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { readPartner } from '#server/partner/read'
import { settings } from '#server/settings.server'
import { Codes } from '../../partner/codes'
import { SettingsForm } from '../../partner/settings-form'
import { SiteForm } from '../../partner/site-form'
import { Alert } from '../../ui/alert'
import { useLive } from '../../ui/live'
import type { Route } from './+types/partner'

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.page.partner.name ?? 'Partner'}, Oxpecker` },
]

export function loader({ params, context }: Route.LoaderArgs) {
  const now = Date.now()
  const page = readPartner(database(), Number(params.partnerId))
  if (!page) throw new Response('There is no such partner.', { status: 404 })
  const { role } = viewer(context)
  const mayEdit = may(role, 'set_partners')
  // Who may change a secret may see it, nobody else.
  return {
    page: { ...page, secret: mayEdit ? page.secret : null },
    origin: settings().OX_ORIGIN,
    now,
    zone: officeOf(database()).zone,
    mayEdit,
    mayMap: may(role, 'answer_tenders'),
  }
}

export default function PartnerRoute({ loaderData }: Route.ComponentProps) {
  const { page, origin, now, zone, mayEdit, mayMap } = loaderData
  const { partner, codes, sequence, site } = page
  useLive(({ aggregate }) => aggregate === 'partner' || aggregate === 'tender')
  return (
    <main className="grid min-h-0 flex-1 grid-cols-2 gap-6 overflow-y-auto px-4 py-2">
      <div className="flex flex-col gap-3">
        <header>
          <h1 className="text-base font-semibold">{partner.name}</h1>
          <p className="label">
            {transportWords[partner.transport]} <span className="font-mono">{partner.address}</span>
          </p>
          <Alert>{partner.problem}</Alert>
          {partner.transport !== 'site' && (
            <p>
              {sequence.received} interchanges came{sequence.highest !== null && `, the highest is ${sequence.highest}`}
              ; {partner.lastControl} went out.{' '}
              {sequence.missing.length > 0 ? (
                <span className="text-ring-text">Never received: {sequence.missing.join(', ')}</span>
              ) : (
                <span className="text-acacia">None is missing.</span>
              )}
            </p>
          )}
          {partner.transport === 'http' && (
            <p className="label">
              They post to <span className="font-mono">{`${origin}/exchange/in/${partner.id}`}</span>
              {page.secret && (
                <details className="inline-block pl-2">
                  <summary className="link">the shared secret</summary>
                  <span className="font-mono">{page.secret}</span>
                </details>
              )}
            </p>
          )}
          <p>
            <Link to={`/exchange?partner=${partner.id}`} className="link">
              Received and sent
            </Link>
          </p>
        </header>
        <SettingsForm key={partner.id} partner={partner} owner={page.owner} mayEdit={mayEdit} />
      </div>
      <div className="flex flex-col gap-4">
        {site && (
          <SiteForm
            key={`site ${partner.id}`}
            partnerId={partner.id}
            site={site}
            mayEdit={mayEdit}
            now={now}
            zone={zone}
          />
        )}
        <section aria-label="Codes">
          <h2 className="head">Its codes and what they are with us</h2>
          <Codes codes={codes} mayMap={mayMap} />
        </section>
      </div>
    </main>
  )
}
