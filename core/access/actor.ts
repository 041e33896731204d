/** `carrier` is somebody of a carrier, through a link or an email; `system` is the product itself, by a schedule or the clock. */
export const actorKinds = ['person', 'carrier', 'partner', 'rule', 'board', 'system'] as const
export type ActorKind = (typeof actorKinds)[number]

/** Who did something. The id counts (a user's, a carrier's, a partner's, a rule's); the name is as it was then, for reading. */
export interface Actor {
  kind: ActorKind
  /** Null for a board, the product itself, and a carrier that is not on file. */
  id: number | null
  name: string
  /** Which version of a rule acted. */
  version?: number
}

/** The product itself, named by the part of it that acts. */
export const system = (name: string): Actor => ({ kind: 'system', id: null, name })

/** A person who is signed in, as an actor. */
export const person = ({ id, name }: { id: number; name: string }): Actor => ({ kind: 'person', id, name })

/** The user's id where a person acts; null for anybody else: what approvals are compared by. */
export const personId = (actor: Actor): number | null => (actor.kind === 'person' ? actor.id : null)
