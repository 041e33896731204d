import { defineConfig } from '@playwright/test'
import { world, worldCount, worldOf } from './e2e/world'

export default defineConfig({
  testDir: 'e2e',
  testMatch: '*.spec.ts',
  fullyParallel: false,
  workers: worldCount,
  // Generous, since the machine may be slow and two journeys share it: waiting ends when what is waited for is there.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  outputDir: '.tmp/journeys',
  use: {
    baseURL: world.origin,
    actionTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
    // A trace records every step and costs a sixth of the time: for looking into a failure.
    trace: process.env.JOURNEY_TRACE ? 'retain-on-failure' : 'off',
  },
  webServer: Array.from({ length: worldCount }, (_, nth) => ({
    command: `node --import tsx e2e/serve.ts ${nth}`,
    url: `${worldOf(nth).origin}/healthz`,
    timeout: 240_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM' as const, timeout: 10_000 },
    // The application writes errors only: they belong to the journey they happened in.
    stdout: 'pipe' as const,
    stderr: 'pipe' as const,
  })),
})
