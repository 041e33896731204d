import { compileAtlas } from './compile'

/** Tests read the compiled atlas: it is made first where it is stale. */
export default function setup() {
  compileAtlas()
}
