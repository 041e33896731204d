import { index, layout, type RouteConfig, route } from '@react-router/dev/routes'

export default [
  layout('routes/desk.tsx', [
    index('routes/horizon.tsx'),
    route('loads', 'routes/loads.tsx'),
    route('loads/new', 'routes/load-new.tsx'),
    route('rates/suspects', 'routes/rates-suspects.tsx'),
    route('loads/:loadId', 'routes/load.tsx'),
    route('loads/:loadId/change', 'routes/load-change.tsx'),
  ]),
  layout('routes/desk-data.tsx', [
    route('loads/band', 'routes/load-band.ts'),
    route('loads/save', 'routes/load-save.ts'),
    route('rates/correct', 'routes/rates-correct.ts'),
    route('loads/:loadId/rates', 'routes/load-rates.ts'),
    route('loads/:loadId/act', 'routes/load-act.ts'),
    route('loads/:loadId/gate/:carrierId', 'routes/load-gate.ts'),
    route('loads/:loadId/confirmations/:confirmationId/pdf', 'routes/confirmation-pdf.ts'),
    route('loads.csv', 'routes/loads-csv.ts'),
    route('loads/route', 'routes/load-route.ts'),
    route('how-far', 'routes/how-far.ts'),
    route('map/shapes.svg', 'routes/map-shapes.ts'),
    route('find/:subject', 'routes/find.ts'),
    route('make/:subject', 'routes/make.ts'),
    route('live', 'routes/live.ts'),
  ]),
  route('sign-in', 'routes/sign-in.tsx'),
  route('sign-out', 'routes/sign-out.ts'),
  route('c/:token', 'routes/carrier-confirmation.tsx'),
  route('c/:token/pdf', 'routes/carrier-pdf.ts'),
  route('board/replies', 'routes/board-replies.ts'),
  route('*', 'routes/nowhere.tsx'),
] satisfies RouteConfig
