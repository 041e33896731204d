import { compileAtlas } from '../atlas/compile'

const started = performance.now()
console.error(
  compileAtlas()
    ? `The atlas is compiled (${((performance.now() - started) / 1000).toFixed(1)} s).`
    : 'The atlas is up to date.',
)
