export interface Loop {
  /** Ends a rest: there may be something to do. */
  wake(): void
  /** Lets the step in hand finish, then ends. */
  stop(): Promise<void>
}

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
    while (!stopping) if (!(await step()) && !stopping) await rest()
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
