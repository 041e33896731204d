import { type ChildProcess, spawn } from 'node:child_process'

/** Starts a process whose end is watched; its output goes where ours goes unless it is quiet. */
export function start(
  name: string,
  command: string,
  args: string[],
  environment: Record<string, string>,
  quiet = false,
): ChildProcess {
  const child = spawn(command, args, {
    env: { ...process.env, ...environment },
    stdio: ['ignore', quiet ? 'ignore' : 'inherit', 'inherit'],
  })
  child.on('error', (error) => console.error(`${name} could not start: ${error.message}`))
  return child
}

/** Waits until an address answers. */
export async function answering(url: string, child: ChildProcess, within = 30_000): Promise<void> {
  const until = Date.now() + within
  while (Date.now() < until) {
    if (child.exitCode !== null) throw new Error(`The process behind ${url} ended with ${child.exitCode}`)
    const answer = await fetch(url).catch(() => null)
    if (answer?.ok) return
    await new Promise((resolve) => setTimeout(resolve, 60))
  }
  throw new Error(`${url} did not answer within ${within / 1000} s`)
}

/** Asks processes to stop and waits for them. */
export async function stopAll(children: ChildProcess[]): Promise<void> {
  await Promise.all(
    children.map(
      (child) =>
        new Promise<void>((resolve) => {
          if (child.exitCode !== null || child.signalCode !== null) return resolve()
          child.once('exit', () => resolve())
          child.kill('SIGTERM')
        }),
    ),
  )
}
