import { likelyWords } from '#core/find/spelling'
import { anywhereQuery, directedQuery, termsOf } from '#core/find/words'
import { type Db, prepared } from '#server/db.server'

/** The names that loads are found by change slowly: for telling a slip of the finger they are read again after so long. */
const namesLastMs = 10 * 60_000

const anyQuery = prepared((db) =>
  db.$client.prepare<[string], 1>('select 1 from load_words where load_words match ? limit 1').pluck(),
)
const newestQuery = prepared((db) =>
  db.$client
    .prepare<[string, number], number>(
      'select rowid from load_words where load_words match ? order by rowid desc limit ?',
    )
    .pluck(),
)
const namesQuery = prepared((db) =>
  db.$client
    .prepare<[], string>(
      `select lower(origin_city) from load group by origin_city union select lower(dest_city) from load group by dest_city
       union select search from customer union select search from carrier union select lower(name) from user`,
    )
    .pluck(),
)

const heldNames = new WeakMap<object, { readAt: number; words: Set<string> }>()

function knownWords(db: Db): Set<string> {
  const held = heldNames.get(db)
  if (held && Date.now() - held.readAt < namesLastMs) return held.words
  const words = new Set(namesQuery(db).all().flatMap(termsOf))
  heldNames.set(db, { readAt: Date.now(), words })
  return words
}

interface FoundTerms {
  terms: string[]
  /** Those that are words of some load as they are; the last one typed may still be growing. */
  whole: Set<string>
  /** All of them as they were looked for, where one was taken for another word; else null. */
  readAs: string | null
}

/** The terms of what was typed; one that no load has is taken for the likeliest word that is known. */
function foundTerms(db: Db, typed: string): FoundTerms {
  const whole = new Set<string>()
  const isFound = (query: string) => anyQuery(db).get(query) !== undefined
  const terms = termsOf(typed).map((term, at, all) => {
    if (at < all.length - 1 && isFound(`"${term}"`)) {
      whole.add(term)
      return term
    }
    const query = anywhereQuery([term])
    return query === null || isFound(query) ? term : (likelyWords(term, knownWords(db), 1)[0] ?? term)
  })
  const readAs = terms.join(' ') === termsOf(typed).join(' ') ? null : terms.join(' ')
  return { terms, whole, readAs }
}

/**
 * What was typed as a full-text query over `load_words`; `match` is null where it holds no word or number. Words are found from their beginning, in any
 * order, in the number, references, lane, customer, carrier, rep, driver, truck, state, equipment and commodity.
 */
export function loadMatch(db: Db, typed: string): { match: string | null; readAs: string | null } {
  const { terms, whole, readAs } = foundTerms(db, typed)
  return { match: anywhereQuery(terms, whole), readAs }
}

/** The ids of the newest loads that hold every word; first those whose lane goes the way it was typed. */
export function newestMatches(db: Db, typed: string, limit: number): { ids: number[]; readAs: string | null } {
  const { terms, whole, readAs } = foundTerms(db, typed)
  const [directed, anywhere] = [directedQuery(terms, whole), anywhereQuery(terms, whole)]
  if (anywhere === null) return { ids: [], readAs: null }
  const first = directed === null ? [] : newestQuery(db).all(directed, limit)
  const more = first.length === limit ? [] : newestQuery(db).all(anywhere, limit)
  return { ids: [...new Set([...first, ...more])].slice(0, limit), readAs }
}
