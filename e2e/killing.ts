import type { ChildProcess } from 'node:child_process'

export const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** Kills a process at once, and waits until it is gone. */
export function end(child: ChildProcess): Promise<void> {
  return new Promise((resolve) => {
    child.once('exit', () => resolve())
    if (!child.kill('SIGKILL')) resolve()
  })
}

/** Asks again until there is an answer: done, or done already by an attempt whose answer was lost. */
export async function insist(
  ask: () => Promise<{ status(): number; json(): Promise<{ code?: string; message?: string }> }>,
  already: string,
): Promise<void> {
  for (;;) {
    const answer = await ask().catch(() => null)
    if (answer?.status() === 200) return
    if (answer?.status() === 409) {
      const { code, message } = await answer.json()
      if (code === already) return
      throw new Error(`${code}: ${message}`)
    }
    await pause(40)
  }
}
