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
  const save = (form: HTMLFormElement) =>
    post({ intent: 'save', list, name: new FormData(form).get('name'), query: params })
  const standing = views.find((view) => view.query === params)
  return (
    <nav aria-label="Saved searches" className="flex min-w-0 items-center gap-3">
      {views.slice(0, 4).map((view) => (
        <Link
          key={view.id}
          to={`${path}?${view.query}`}
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
      {params !== '' && !standing && <LinkButton onClick={() => setNaming(true)}>Save this search</LinkButton>}
      {naming && (
        <FormDialog title="Save this search" button="Save it" save={save} onClose={() => setNaming(false)}>
          {(error) => <Field label="Its name" name="name" error={error('name')} autoFocus maxLength={60} />}
        </FormDialog>
      )}
    </nav>
  )
}
