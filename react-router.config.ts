import type { Config } from '@react-router/dev/config'

export default {
  ssr: true,
  // All routes are known from the first page (3 kB): a click never waits for them, nor is it lost where the page reads itself anew meanwhile.
  routeDiscovery: { mode: 'initial' },
  future: {
    v8_middleware: true,
    v8_splitRouteModules: true,
    v8_viteEnvironmentApi: true,
    v8_passThroughRequests: true,
    v8_trailingSlashAwareDataRequests: true,
  },
} satisfies Config
