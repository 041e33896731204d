// Node's threads know no TypeScript: in development the worker is read through tsx.
import { register } from 'tsx/esm/api'

register()
await import('./backup-worker.ts')
