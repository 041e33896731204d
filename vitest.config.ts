import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['{app,atlas,bench,core,server,demo,stand-ins,bin}/**/*.test.ts'],
    environment: 'node',
    globalSetup: './atlas/before-tests.ts',
    // Both cores, and what a file imports is kept for the next: no test changes a module, and half the time went into importing.
    maxWorkers: 2,
    isolate: false,
    testTimeout: 20_000,
    hookTimeout: 60_000,
    env: {
      OX_SECRET: 'a secret for tests only',
      OX_LOG_LEVEL: 'silent',
      OX_DATA: join(tmpdir(), 'oxpecker-tests'),
    },
  },
})
