// Node's threads know no TypeScript: in development the worker is read through tsx.
import { register } from 'tsx/esm/api'

register()
const { default: read } = await import('./read-worker.ts')
export default read
