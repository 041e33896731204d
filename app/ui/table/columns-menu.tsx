import { Popover } from 'radix-ui'
import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import type { ListName } from '#core/listing/lists'
import { LinkButton } from '../link-button'
import { postJson } from '../post'
import type { Column } from './column'

/** Which columns of a list are shown: each person chooses their own, kept on the server. */
export function ColumnsMenu<Row>({
  list,
  columns,
  shown,
  isChosen,
}: {
  list: ListName
  columns: readonly Column<Row>[]
  shown: readonly Column<Row>[]
  isChosen: boolean
}) {
  const { revalidate } = useRevalidator()
  // What was ticked holds at once; the table follows when it is kept.
  const [ticked, setTicked] = useState<string[] | null>(null)
  const choose = async (chosen: string[] | null) => {
    setTicked(chosen)
    const answer = await postJson('/columns', { list, columns: chosen })
    if (answer.ok) return void revalidate()
    setTicked(null)
    toast.error(answer.message)
  }
  const ids = ticked ?? shown.map(({ id }) => id)
  const toggle = (id: string) => choose(ids.includes(id) ? ids.filter((each) => each !== id) : [...ids, id])
  return (
    <Popover.Root>
      <Popover.Trigger className="button">Columns</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={4}
          aria-label="Columns of this list"
          className="z-20 flex w-52 flex-col border border-ink bg-sheet px-3 py-2 shadow-2xl"
        >
          {columns
            .filter(({ shown: when }) => when !== 'always')
            .map(({ id, head }) => (
              <label key={id} className="flex min-h-7 items-center gap-2">
                <input type="checkbox" checked={ids.includes(id)} onChange={() => void toggle(id)} />
                {head}
              </label>
            ))}
          {isChosen && (
            <LinkButton className="mt-1 border-t pt-1 text-left" onClick={() => void choose(null)}>
              Back to the usual columns
            </LinkButton>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
