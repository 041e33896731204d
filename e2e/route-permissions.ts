import type { Permission } from '#core/access/access'

/** `signed in`: everybody with an account. `open`: strangers too. `own key`: programs of others, each with its own key; not walked. */
export type Access = Permission | 'signed in' | 'open' | 'own key'

/** What reading and what each kind of writing needs; a body is needed where the act decides. */
export interface RouteAccess {
  get?: Access
  post?: readonly { needs: Access; body?: object }[]
}

const anybody: RouteAccess = { get: 'signed in' }
const reads = (get: Access): RouteAccess => ({ get })
const writes = (needs: Access, body?: object): RouteAccess => ({ post: [{ needs, body }] })
const merge = { intent: 'merge', otherId: 999_998 }
const contact = { name: 'Ana Reed', role: '', phone: '208-555-0111', mail: '', receives: [] }
const workNote = {
  ...{ key: 't:nobody', state: 'called', words: '' },
  found: { kind: 'truck', origin: { region: 'ID', lat: 43, lon: -116 }, equipment: 'van', earliest: '2026-12-01' },
}
const bidTerms = {
  ...{ title: 'Nobody', validFrom: '2027-01-01', validTo: '2027-02-01' },
  deadlineAt: 1,
}
const removeContact = { intent: 'remove_contact', contactId: 999_999 }

/** Every route of the application, with who may use it: a new one has to be given its line here. */
export const routeAccess: Record<string, RouteAccess> = {
  '/': anybody,
  '/loads': anybody,
  '/loads/new': reads('edit_loads'),
  '/loads/:loadId': anybody,
  '/loads/:loadId/change': reads('edit_loads'),
  '/capacity': anybody,
  '/boards': anybody,
  '/boards/search': anybody,
  '/boards/map': anybody,
  '/boards/bids': anybody,
  '/boards/bids/:projectId': anybody,
  '/rates/suspects': anybody,
  '/quotes': anybody,
  '/quotes/:quoteId': anybody,
  '/intake': anybody,
  '/intake/answered': anybody,
  '/intake/mail': anybody,
  '/answering': anybody,
  '/exchange': anybody,
  '/partners': anybody,
  '/partners/:partnerId': anybody,
  '/fuel': anybody,
  '/carriers': anybody,
  '/carriers/attention': anybody,
  '/carriers/import': { get: 'edit_carriers', post: [{ needs: 'edit_carriers' }] },
  '/carriers/:carrierId': anybody,
  '/customers': anybody,
  '/customers/:customerId': anybody,
  '/facilities': anybody,
  '/facilities/:facilityId': anybody,
  '/vetting': anybody,
  '/settings': anybody,
  '/connections': reads('set_office'),
  '/people': reads('manage_people'),
  '/account': anybody,
  '/status': reads('see_health'),

  '/boards/bids/new': writes('edit_loads', bidTerms),
  '/boards/bids/:projectId/act': {
    post: [
      { needs: 'edit_loads', body: { intent: 'remind' } },
      { needs: 'award', body: { intent: 'award', guide: [] } },
    ],
  },
  '/boards/act': writes('edit_loads', { intent: 'refresh', ids: [999_999] }),
  '/boards/search/act': {
    post: [
      { needs: 'handle_offers', body: { intent: 'note', note: workNote } },
      { needs: 'signed in', body: { intent: 'seen_search', id: 999_999 } },
    ],
  },
  '/boards/fits': anybody,
  '/how-far': anybody,
  '/map/shapes.svg': anybody,
  '/find/:subject': anybody,
  '/make/:subject': writes('edit_loads'),
  '/outbox/release': writes('set_partners'),
  '/live': anybody,
  '/views': writes('signed in'),
  '/columns': writes('signed in'),
  '/news': { get: 'signed in', post: [{ needs: 'signed in' }] },
  '/kept-forms': { get: 'signed in', post: [{ needs: 'signed in' }] },
  '/loads/many': writes('edit_loads'),
  '/loads/totals': reads('see_loads'),
  '/loads/rows': anybody,
  '/loads/band': anybody,
  '/loads/save': writes('edit_loads'),
  '/loads/usual-freight/:customerId': reads('edit_loads'),
  '/loads/unfinished': writes('edit_loads'),
  '/loads/:loadId/rates': anybody,
  '/loads/:loadId/posting': { get: 'edit_loads', post: [{ needs: 'edit_loads', body: { terms: {} } }] },
  '/loads/:loadId/act': {
    post: [
      { needs: 'edit_loads', body: { intent: 'cancel', reason: 'no such load' } },
      { needs: 'handle_offers', body: { intent: 'decline_offer', offerId: 999_999 } },
      { needs: 'award', body: { intent: 'revoke_links', confirmationId: 999_999 } },
    ],
  },
  '/loads/:loadId/gate/:carrierId': anybody,
  '/loads/:loadId/log': anybody,
  '/loads/:loadId/messages/:messageId': anybody,
  '/loads/:loadId/confirmations/:confirmationId/pdf': reads('see_loads'),
  '/loads.csv': reads('export'),
  '/loads/route': anybody,
  '/documents/add': writes('edit_loads'),
  '/documents/act': writes('edit_loads'),
  '/documents/:documentId': reads('see_loads'),
  '/rates/correct': writes('correct_rates'),
  '/quotes/new': writes('edit_quotes'),
  '/quotes/rows': anybody,
  '/quotes/:quoteId/act': {
    post: [
      { needs: 'edit_quotes', body: { intent: 'reopen', lineIds: [999_999] } },
      { needs: 'edit_loads', body: { intent: 'win', lineIds: [999_999], loads: null } },
    ],
  },
  '/quotes/:quoteId/lines/:lineId': anybody,
  '/quotes/:quoteId/document': reads('edit_quotes'),
  '/quotes/:quoteId/pdf': reads('edit_quotes'),
  '/quotes/:quoteId/export/:format': reads('export'),
  '/customers/:customerId/pricing': writes('set_pricing'),
  '/intake/act': writes('answer_tenders', { intent: 'accept', noticeIds: [999_999] }),
  '/intake/mail/act': writes('edit_loads'),
  '/trucks/act': writes('handle_offers', { intent: 'truck_gone', ids: [999_999] }),
  '/intake/counts': anybody,
  '/intake/:noticeId': anybody,
  '/answering/act': writes('set_partners'),
  '/exchange/act': writes('answer_tenders'),
  '/exchange/:exchangeId/raw': anybody,
  '/exchange.csv': reads('export'),
  '/partners/new': writes('set_partners'),
  '/partners/:partnerId/act': writes('set_partners'),
  '/partners/codes': writes('answer_tenders'),
  '/fuel/tables': writes('set_pricing'),
  '/carriers/rows': anybody,
  '/carriers/add': writes('edit_carriers'),
  '/carriers/:carrierId/act': {
    post: [
      { needs: 'edit_carriers', body: removeContact },
      { needs: 'approve_payee', body: { intent: 'approve_payee', payeeId: 999_999 } },
    ],
  },
  '/carriers/:carrierId/documents': writes('edit_carriers'),
  '/carriers/:carrierId/documents/:documentId': anybody,
  '/customers/rows': anybody,
  '/customers/:customerId/act': {
    post: [
      { needs: 'set_pricing', body: merge },
      { needs: 'edit_loads', body: { intent: 'add_contact', contact } },
    ],
  },
  '/facilities/rows': anybody,
  '/facilities/:facilityId/act': { post: [{ needs: 'set_pricing', body: merge }] },
  '/vetting/policy': writes('set_policy'),
  '/settings/save': writes('set_office'),
  '/settings/logo': { get: 'signed in', post: [{ needs: 'set_office' }] },
  '/connections/act': writes('set_office'),
  '/people/act': writes('manage_people', { intent: 'remove_team', id: 999_999 }),
  '/status/act': writes('see_health', { intent: 'retry', outboxId: 999_999 }),
  '/account/act': writes('signed in', { intent: 'end_session', id: '0'.repeat(16) }),

  '/set-up': reads('open'),
  '/set-up/save': writes('open'),
  '/sign-in': { get: 'open', post: [{ needs: 'open' }] },
  '/sign-in/code': { get: 'open', post: [{ needs: 'open' }] },
  '/forgot': { get: 'open', post: [{ needs: 'open' }] },
  '/password/:token': { get: 'open', post: [{ needs: 'open' }] },
  '/sign-out': reads('open'),
  '/b/:token': { get: 'open', post: [{ needs: 'open' }] },
  '/b/:token/sheet': reads('open'),
  '/g/:token': { get: 'open', post: [{ needs: 'open' }] },
  '/p/:token': { get: 'open', post: [{ needs: 'open' }] },
  '/c/:token': { get: 'open', post: [{ needs: 'open' }] },
  '/c/:token/pdf': reads('open'),
  '/c/:token/documents/:documentId': reads('open'),
  '/metrics': { get: 'own key' },
  '/board/:board/replies': writes('own key'),
  '/exchange/in/:partnerId': writes('own key'),
  '/*': reads('open'),
}
