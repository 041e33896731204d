import { index, type RouteConfig } from '@react-router/dev/routes'

export default [index('./rows.tsx')] satisfies RouteConfig
