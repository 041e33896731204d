import { useEffect, useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import type { ManyRequest, ManyResult } from '#server/load/many'
import { FormDialog } from '../ui/form-dialog'
import { LinkButton } from '../ui/link-button'
import { postJson } from '../ui/post'

type Intent = ManyRequest['act']['intent']

const titles: Record<Intent, string> = { give: 'Give to another rep', post: 'Post', unpost: 'Take down' }

interface MarkedProps {
  ids: number[]
  reps: { id: number; name: string }[]
  onClear: () => void
}

/** What can be done with the loads that are marked, all at once. */
export function MarkedLoads({ ids, reps, onClear }: MarkedProps) {
  const [intent, setIntent] = useState<Intent | null>(null)
  if (ids.length === 0) return null
  return (
    <section aria-label="Marked loads" className="flex items-center gap-3 border-t border-strong bg-sheet px-4 py-2">
      <b>{ids.length} marked</b>
      {(Object.keys(titles) as Intent[]).map((each) => (
        <button key={each} type="button" className="button" onClick={() => setIntent(each)}>
          {titles[each]}
        </button>
      ))}
      <LinkButton onClick={onClear}>
        Mark none <kbd className="key">Esc</kbd>
      </LinkButton>
      {intent && <ManyDialog ids={ids} reps={reps} intent={intent} onDone={onClear} onClose={() => setIntent(null)} />}
    </section>
  )
}

interface ManyProps {
  ids: number[]
  reps: MarkedProps['reps']
  intent: Intent
  onDone: () => void
  onClose: () => void
}

/** What the act would come to for each of the loads, and the button that does it. */
function ManyDialog({ ids, reps, intent, onDone, onClose }: ManyProps) {
  const [repId, setRepId] = useState(reps[0]?.id ?? 0)
  const [preview, setPreview] = useState<ManyResult[] | null>(null)
  const { revalidate } = useRevalidator()
  const act = intent === 'give' ? { intent, repId } : { intent }
  const key = JSON.stringify({ ids, act })
  useEffect(() => {
    let isLate = false
    void postJson<{ results: ManyResult[] }>('/loads/many', { ...JSON.parse(key), isPreview: true }).then((answer) => {
      if (answer.ok && !isLate) setPreview(answer.value.results)
    })
    return () => {
      isLate = true
    }
  }, [key])
  const possible = preview?.filter(({ refusal }) => refusal === null) ?? []
  const save = async () => {
    const answer = await postJson<{ results: ManyResult[] }>('/loads/many', { ids: possible.map(({ id }) => id), act })
    if (!answer.ok) return answer
    const refused = answer.value.results.filter(({ refusal }) => refusal !== null)
    toast(`${titles[intent]}: ${answer.value.results.length - refused.length} done`)
    for (const { refusal } of refused) toast.error(refusal)
    onDone()
    await revalidate()
    return answer
  }
  return (
    <FormDialog
      title={`${titles[intent]}: ${ids.length} ${ids.length === 1 ? 'load' : 'loads'}`}
      button={`${titles[intent]}: ${possible.length}`}
      isButtonFirst={intent !== 'give'}
      isBlocked={possible.length === 0}
      save={save}
      onClose={onClose}
    >
      {intent === 'give' && (
        <label className="label">
          To
          <select className="field" value={repId} onChange={(event) => setRepId(Number(event.target.value))} autoFocus>
            {reps.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
      <Preview results={preview} />
    </FormDialog>
  )
}

function Preview({ results }: { results: ManyResult[] | null }) {
  if (!results) return <p role="status">Looking at each…</p>
  return (
    <ul className="max-h-64 overflow-y-auto" aria-label="What would be done" tabIndex={0}>
      {results.map(({ id, number, refusal }) => (
        <li key={id} className="flex gap-3 border-t py-1">
          <span className="font-mono">{number}</span>
          <span className={refusal ? 'text-ring-text' : 'text-acacia'}>{refusal ?? 'will be done'}</span>
        </li>
      ))}
    </ul>
  )
}
