import type { Equipment } from '../load/load'
import type { MailPlace, MailRate } from './mail'

/** What a stretch of a text says, before it is known of which truck or price. */
export type MarkKind =
  | { kind: 'place'; place: MailPlace; confidence: number }
  | { kind: 'regions'; states: readonly string[]; isGroup: boolean; confidence: number }
  | { kind: 'anywhere' }
  | { kind: 'equipment'; equipment: Equipment; lengthFt: number | null; count: number | null; confidence: number }
  | { kind: 'count'; count: number; hasNoun: boolean }
  | { kind: 'day'; from: string; to: string | null; isTonight: boolean; confidence: number }
  | { kind: 'morning' }
  | { kind: 'radius'; miles: number }
  | { kind: 'length'; feet: number }
  | { kind: 'weight'; pounds: number }
  | { kind: 'money'; rate: MailRate; currency: 'USD' | 'CAD'; isSigned: boolean }
  | { kind: 'reference'; reference: string }
  | { kind: 'cue'; cue: Cue }
  | { kind: 'sign'; sign: string }

/** Words that say what those beside them are. `to` and `from`: which end of the way; `gone`: no truck after all. */
export type Cue = 'to' | 'from' | 'not' | 'all' | 'one' | 'gone' | 'by' | 'there' | 'ready' | 'and'

/** A mark with where it stands in its part. */
export type Mark = MarkKind & { span: { from: number; to: number } }

/** What a reader of tokens found: a mark, and the index of the first token behind it. */
export type Taken = { mark: MarkKind; next: number } | null
