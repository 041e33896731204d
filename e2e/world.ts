import { surroundings } from '../bin/surroundings'

/** How many journeys run side by side, each in a world of its own. One keeps two cores busy: browser, application and outside world. */
export const worldCount = Number(process.env.JOURNEY_WORKERS ?? 1)

/** Where the nth world listens and keeps its files. */
export const worldOf = (nth: number) => surroundings(`.tmp/e2e-${nth}`, 4200 + 20 * nth)

/** The world of this worker; the runner's own process has none and reads the first. */
export const world = worldOf(Number(process.env.TEST_PARALLEL_INDEX ?? 0))
