import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: { include: ['{app,core,server,demo,stand-ins,bin}/**/*.test.ts'], environment: 'node', testTimeout: 20_000, env: { OX_SECRET: 'a secret for tests only', OX_LOG_LEVEL: 'silent' } },
})
