import { surroundings } from '../bin/surroundings'

/** Journeys run side by side: each worker of the runner has a world of its own. */
export const worldCount = 2

/** Where the nth world listens and keeps its files. */
export const worldOf = (nth: number) => surroundings(`.tmp/e2e-${nth}`, 4200 + 20 * nth)

/** The world of this worker; the runner's own process has none and reads the first. */
export const world = worldOf(Number(process.env.TEST_PARALLEL_INDEX ?? 0))
