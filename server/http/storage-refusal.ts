import type { ServerBuild } from 'react-router'
import { isStorageFault, storageRefusal } from '#server/database/storage-fault'
import { noteStorage } from '#server/db.server'
import { logger } from '#server/log/logger'

type Handler = (args: never) => unknown

/**
 * The application with every action answering 507 in words (RFC 4918, 11.5) where the disk took nothing. It is done for all of them in
 * one place: a full disk is nothing that a single action could know of.
 */
export function refuseWhenFull(build: ServerBuild): ServerBuild {
  const routes = Object.fromEntries(
    Object.entries(build.routes).map(([id, route]) => {
      if (!route?.module.action) return [id, route]
      return [id, { ...route, module: { ...route.module, action: guarded(route.module.action as Handler) } }]
    }),
  )
  return { ...build, routes } as ServerBuild
}

const guarded =
  (action: Handler): Handler =>
  async (args) => {
    try {
      return await action(args)
    } catch (thrown) {
      if (!isStorageFault(thrown)) throw thrown
      logger().error({ err: thrown }, 'nothing could be saved')
      noteStorage((thrown as Error).message)
      throw new Response(storageRefusal, { status: 507 })
    }
  }
