export interface Loop {
  /** Ends a rest: there may be something to do. */
  wake(): void
  /** Lets the step in hand finish, then ends. */
  stop(): Promise<void>
}

/** Lets whatever else is waiting run first: a long row of steps that wait for nothing outside would keep every request waiting. */
export const turnOfOthers = (): Promise<void> => new Promise((resolve) => setImmediate(resolve))

/** Does a step again and again until stopped; rests for a while whenever a step says that it had nothing to do. A step handles its own errors. */
export function runLoop(step: () => Promise<boolean>, restMs: number): Loop {
  let stopping = false
  let wake = () => {}
  const rest = () =>
    new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, restMs)
      wake = () => {
        clearTimeout(timer)
        resolve()
      }
    })
  const running = (async () => {
    while (!stopping) {
      const hadWork = await step()
      if (!stopping) await (hadWork ? turnOfOthers() : rest())
    }
  })()
  return {
    wake: () => wake(),
    async stop() {
      stopping = true
      wake()
      await running
    },
  }
}
