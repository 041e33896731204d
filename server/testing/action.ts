import { RouterContextProvider } from 'react-router'
import { refuseWhenFull } from '#server/http/storage-refusal'

/** What an application of one route answers whose action does this; null where nothing was refused. */
export function actionAnswer(work: () => unknown): Promise<Response | null> {
  const build = refuseWhenFull({ routes: { one: { id: 'one', module: { action: async () => void work() } } } } as never)
  const action = build.routes.one!.module.action as (args: unknown) => Promise<unknown>
  return action({ context: new RouterContextProvider() }).then(
    () => null,
    (thrown: unknown) => thrown as Response,
  )
}
