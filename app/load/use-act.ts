import type { LoadAct } from '#server/load-page/act'
import { type Acting as PostedActing, usePostedAct } from '../ui/use-posted-act'

export type Acting = PostedActing<LoadAct>

/** Sends acts on one load. */
export const useAct = (loadId: number): Acting => usePostedAct<LoadAct>(`/loads/${loadId}/act`)
