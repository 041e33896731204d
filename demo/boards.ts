import { system } from '#core/access/actor'
import { boardSettingsSchema } from '#core/board/board'
import { saveBoard } from '#server/board/boards'
import type { Db } from '#server/db.server'

/** Where the demo's load boards listen, and what they and we sign each other in with. */
export interface BoardWires {
  secret: string
  boards: { Saltlick: string; Waterhole: string; Windpump: string }
}

/** Connects the demo's load boards, as a manager would. */
export function connectBoards(db: Db, { secret, boards }: BoardWires, now: number): void {
  const asked = [
    { name: 'Saltlick', url: boards.Saltlick, secret: `${secret}-key`, callbackSecret: `${secret}-board` },
    { name: 'Waterhole', url: boards.Waterhole, account: 'ploverrook', secret: `${secret}-word` },
    {
      ...{ name: 'Windpump', url: boards.Windpump, account: 'ploverrook' },
      ...{ secret: `${secret}-password`, refreshMinutes: 120 },
    },
  ]
  for (const each of asked) {
    const saved = saveBoard(db, boardSettingsSchema.parse(each), { now, by: system('the demo') })
    if ('refusal' in saved) throw new Error(`${each.name} could not be connected: ${saved.refusal.message}`)
  }
}
