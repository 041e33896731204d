import { useState } from 'react'
import { Link, useRevalidator } from 'react-router'
import type { ListName } from '#core/listing/lists'
import type { SavedView } from '#server/listing/choices'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { LinkButton } from '../ui/link-button'
import { postJson } from '../ui/post'

/** The searches of a list that a person keeps, and a way to keep the one in force. `path` is the list's address. */
export function SavedViews({
  list,
  path,
  views,
  params,
}: {
  list: ListName
  path: string
  views: SavedView[]
  params: string
}) {
  const [naming, setNaming] = useState(false)
  const { revalidate } = useRevalidator()
  const post = async (body: unknown) => {
    const answer = await postJson('/views', body)
    if (answer.ok) void revalidate()
    return answer
  }
  const save = (form: HTMLFormElement) => {
    const data = new FormData(form)
    return post({ intent: 'save', list, name: data.get('name'), query: params, shared: data.has('shared') })
  }
  const standing = views.find((view) => view.query === params)
  if (views.length === 0 && params === '') return null
  return (
    <nav aria-label="Saved searches" className="flex min-w-0 items-center gap-3">
      {views.slice(0, 8).map((view) => (
        <Link
          key={view.id}
          to={`${path}?${view.query}`}
          aria-current={view === standing || undefined}
          title={view.isOwn ? undefined : `shared by ${view.keptBy}`}
          className={`truncate py-1 ${view === standing ? 'font-semibold' : 'link'}`}
        >
          {view.name}
        </Link>
      ))}
      {standing?.isOwn && (
        <LinkButton onClick={() => void post({ intent: 'drop', viewId: standing.id })}>
          Drop “{standing.name}”
        </LinkButton>
      )}
      {params !== '' && !standing && <LinkButton onClick={() => setNaming(true)}>Save this search</LinkButton>}
      {naming && (
        <FormDialog title="Save this search" button="Save it" save={save} onClose={() => setNaming(false)}>
          {(error) => (
            <>
              <Field label="Its name" name="name" error={error('name')} autoFocus maxLength={60} />
              <label className="flex items-center gap-2">
                <input type="checkbox" name="shared" /> Share it with the desk
              </label>
            </>
          )}
        </FormDialog>
      )}
    </nav>
  )
}
