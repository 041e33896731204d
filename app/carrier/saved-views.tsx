import { useState } from 'react'
import { Link, useRevalidator } from 'react-router'
import { Dialog } from '../ui/dialog'
import { Field } from '../ui/field'
import { LinkButton } from '../ui/link-button'
import { postJson } from '../ui/post'

interface View {
  id: number
  name: string
  query: string
}

/** The searches a person keeps, and a way to keep the one in force. */
export function SavedViews({ views, params }: { views: View[]; params: string }) {
  const [naming, setNaming] = useState(false)
  const [error, setError] = useState<string>()
  const { revalidate } = useRevalidator()
  const post = async (body: unknown) => {
    const answer = await postJson('/carriers/views', body)
    if (!answer.ok) return setError(answer.message)
    setNaming(false)
    setError(undefined)
    void revalidate()
  }
  const standing = views.find((view) => view.query === params)
  return (
    <nav aria-label="Kept searches" className="flex min-w-0 items-center gap-3">
      {views.slice(0, 4).map((view) => (
        <Link
          key={view.id}
          to={`/carriers?${view.query}`}
          aria-current={view === standing || undefined}
          className={`truncate py-1 ${view === standing ? 'font-semibold' : 'link'}`}
        >
          {view.name}
        </Link>
      ))}
      {standing && (
        <LinkButton onClick={() => void post({ intent: 'drop', viewId: standing.id })}>
          Drop “{standing.name}”
        </LinkButton>
      )}
      {params !== '' && !standing && <LinkButton onClick={() => setNaming(true)}>Keep this search</LinkButton>}
      {naming && (
        <Dialog open onClose={() => setNaming(false)} title="Keep this search">
          <form
            className="flex flex-col gap-3"
            onSubmit={(event) => {
              event.preventDefault()
              void post({ intent: 'save', name: new FormData(event.currentTarget).get('name'), query: params })
            }}
          >
            <Field label="Its name" name="name" error={error} autoFocus required maxLength={60} />
            <button type="submit" className="button first self-start">
              Keep it <kbd className="key">Enter</kbd>
            </button>
          </form>
        </Dialog>
      )}
    </nav>
  )
}
