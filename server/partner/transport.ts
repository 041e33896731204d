import type { TransportKind } from '#core/tender/partner'
import type { Transport } from './connection'
import { folderTransport } from './folder'
import { httpTransport } from './http'
import type { Partner } from './partners'
import { siteTransport } from './site-form'

const kinds: Record<TransportKind, Transport> = { folder: folderTransport, http: httpTransport, site: siteTransport }

/** The way to and from a partner: another one is one more line here. */
export const transportOf = (partner: Pick<Partner, 'transport'>): Transport => kinds[partner.transport]
