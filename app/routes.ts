import { index, layout, type RouteConfig, route } from '@react-router/dev/routes'

/** Every address by room: the pages of the desk, then the data and acts that they fetch, then what is open to strangers. */
export default [
  layout('routes/desk/desk.tsx', [
    index('routes/horizon/horizon.tsx'),

    route('loads', 'routes/loads/loads.tsx'),
    route('loads/new', 'routes/loads/new.tsx'),
    route('loads/:loadId', 'routes/loads/load.tsx'),
    route('loads/:loadId/change', 'routes/loads/change.tsx'),

    route('capacity', 'routes/capacity/capacity.tsx'),

    route('boards', 'routes/boards/postings.tsx'),
    route('boards/search', 'routes/boards/search.tsx'),
    route('boards/map', 'routes/boards/map.tsx'),
    route('boards/bids', 'routes/bids/projects.tsx'),
    route('boards/bids/:projectId', 'routes/bids/project.tsx'),

    route('rates/suspects', 'routes/rates/suspects.tsx'),

    route('quotes', 'routes/quotes/quotes.tsx'),
    route('quotes/:quoteId', 'routes/quotes/quote.tsx'),

    route('intake', 'routes/intake/intake.tsx'),
    route('intake/answered', 'routes/intake/answered.tsx'),
    route('intake/mail', 'routes/intake/mail.tsx'),
    route('answering', 'routes/intake/answering.tsx'),

    route('exchange', 'routes/exchange/exchange.tsx'),

    route('partners', 'routes/partners/partners.tsx'),
    route('partners/:partnerId', 'routes/partners/partner.tsx'),

    route('fuel', 'routes/fuel/fuel.tsx'),

    route('carriers', 'routes/carriers/carriers.tsx'),
    route('carriers/attention', 'routes/carriers/attention.tsx'),
    route('carriers/import', 'routes/carriers/import.tsx'),
    route('carriers/:carrierId', 'routes/carriers/carrier.tsx'),

    route('customers', 'routes/customers/customers.tsx'),
    route('customers/:customerId', 'routes/customers/customer.tsx'),

    route('facilities', 'routes/facilities/facilities.tsx'),
    route('facilities/:facilityId', 'routes/facilities/facility.tsx'),

    route('vetting', 'routes/vetting/vetting.tsx'),

    route('settings', 'routes/office/settings.tsx'),
    route('connections', 'routes/office/connections.tsx'),
    route('people', 'routes/people/people.tsx'),
    route('status', 'routes/health/status.tsx'),
    route('account', 'routes/account/account.tsx'),
  ]),
  layout('routes/desk/data.tsx', [
    route('how-far', 'routes/desk/how-far.ts'),
    route('map/shapes.svg', 'routes/desk/map-shapes.ts'),
    route('find/:subject', 'routes/desk/find.ts'),
    route('make/:subject', 'routes/desk/make.ts'),
    route('outbox/release', 'routes/desk/outbox-release.ts'),
    route('live', 'routes/desk/live.ts'),
    route('views', 'routes/desk/views.ts'),
    route('columns', 'routes/desk/columns.ts'),
    route('news', 'routes/desk/news.ts'),
    route('kept-forms', 'routes/desk/kept-forms.ts'),

    route('loads/many', 'routes/loads/many.ts'),
    route('loads/totals', 'routes/loads/totals.ts'),
    route('loads/rows', 'routes/loads/rows.ts'),
    route('loads/band', 'routes/loads/band.ts'),
    route('loads/save', 'routes/loads/save.ts'),
    route('loads/usual-freight/:customerId', 'routes/loads/usual-freight.ts'),
    route('loads/unfinished', 'routes/loads/unfinished.ts'),
    route('loads/:loadId/rates', 'routes/loads/rates.ts'),
    route('loads/:loadId/act', 'routes/loads/act.ts'),
    route('loads/:loadId/posting', 'routes/loads/posting.ts'),
    route('loads/:loadId/gate/:carrierId', 'routes/loads/gate.ts'),
    route('loads/:loadId/log', 'routes/loads/log.ts'),
    route('loads/:loadId/messages/:messageId', 'routes/loads/message.ts'),
    route('loads/:loadId/confirmations/:confirmationId/pdf', 'routes/loads/confirmation-pdf.ts'),
    route('loads.csv', 'routes/loads/csv.ts'),
    route('loads/route', 'routes/loads/route.ts'),

    route('trucks/act', 'routes/capacity/act.ts'),

    route('boards/act', 'routes/boards/act.ts'),
    route('boards/bids/new', 'routes/bids/new.ts'),
    route('boards/bids/:projectId/act', 'routes/bids/act.ts'),
    route('boards/search/act', 'routes/boards/search-act.ts'),
    route('boards/fits', 'routes/boards/fits.ts'),

    route('documents/add', 'routes/documents/add.ts'),
    route('documents/act', 'routes/documents/act.ts'),
    route('documents/:documentId', 'routes/documents/document.ts'),

    route('rates/correct', 'routes/rates/correct.ts'),

    route('quotes/new', 'routes/quotes/new.ts'),
    route('quotes/rows', 'routes/quotes/rows.ts'),
    route('quotes/:quoteId/act', 'routes/quotes/act.ts'),
    route('quotes/:quoteId/lines/:lineId', 'routes/quotes/line.ts'),
    route('quotes/:quoteId/document', 'routes/quotes/document.ts'),
    route('quotes/:quoteId/pdf', 'routes/quotes/pdf.ts'),
    route('quotes/:quoteId/export/:format', 'routes/quotes/file.ts'),
    route('customers/:customerId/pricing', 'routes/quotes/customer-pricing.ts'),

    route('intake/act', 'routes/intake/act.ts'),
    route('intake/mail/act', 'routes/intake/mail-act.ts'),
    route('intake/counts', 'routes/intake/counts.ts'),
    route('intake/:noticeId', 'routes/intake/detail.ts'),
    route('answering/act', 'routes/intake/answering-act.ts'),

    route('exchange/act', 'routes/exchange/act.ts'),
    route('exchange/:exchangeId/raw', 'routes/exchange/raw.ts'),
    route('exchange.csv', 'routes/exchange/csv.ts'),

    route('partners/new', 'routes/partners/new.ts'),
    route('partners/:partnerId/act', 'routes/partners/act.ts'),
    route('partners/codes', 'routes/partners/codes.ts'),

    route('fuel/tables', 'routes/fuel/tables.ts'),

    route('carriers/rows', 'routes/carriers/rows.ts'),
    route('carriers/add', 'routes/carriers/add.ts'),
    route('carriers/:carrierId/act', 'routes/carriers/act.ts'),
    route('carriers/:carrierId/documents', 'routes/carriers/documents.ts'),
    route('carriers/:carrierId/documents/:documentId', 'routes/carriers/document.ts'),

    route('customers/rows', 'routes/customers/rows.ts'),
    route('customers/:customerId/act', 'routes/customers/act.ts'),

    route('facilities/rows', 'routes/facilities/rows.ts'),
    route('facilities/:facilityId/act', 'routes/facilities/act.ts'),

    route('vetting/policy', 'routes/vetting/policy.ts'),

    route('settings/save', 'routes/office/save.ts'),
    route('settings/logo', 'routes/office/logo.ts'),
    route('connections/act', 'routes/office/connections-act.ts'),
    route('people/act', 'routes/people/act.ts'),
    route('status/act', 'routes/health/act.ts'),
    route('account/act', 'routes/account/act.ts'),
  ]),
  route('set-up', 'routes/session/set-up.tsx'),
  route('set-up/save', 'routes/session/set-up-save.ts'),
  route('sign-in', 'routes/session/sign-in.tsx'),
  route('sign-in/code', 'routes/session/code.tsx'),
  route('forgot', 'routes/session/forgot.tsx'),
  route('password/:token', 'routes/session/password.tsx'),
  route('sign-out', 'routes/session/sign-out.ts'),
  route('b/:token', 'routes/outside/carrier-bid.tsx'),
  route('b/:token/sheet', 'routes/outside/carrier-bid-sheet.ts'),
  route('g/:token', 'routes/outside/carrier-guide.tsx'),
  route('p/:token', 'routes/outside/carrier-link.tsx'),
  route('c/:token', 'routes/outside/carrier-confirmation.tsx'),
  route('c/:token/pdf', 'routes/outside/carrier-pdf.ts'),
  route('c/:token/documents/:documentId', 'routes/outside/carrier-document.ts'),
  route('metrics', 'routes/health/metrics.ts'),
  route('board/:board/replies', 'routes/outside/board-replies.ts'),
  route('exchange/in/:partnerId', 'routes/exchange/in.ts'),
  route('*', 'routes/desk/nowhere.tsx'),
] satisfies RouteConfig
