import { useEffect, useState } from 'react'
import type { LoadAct } from '#server/load-page/act'
import type { PostingPreview, readPosting } from '#server/load-page/posting'
import type { LoadPage } from '#server/load-page/read'
import type { Acting } from '../load/use-act'
import { Dialog } from '../ui/dialog'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'
import { useFetched } from '../ui/use-fetched'
import { wrongAt } from '../ui/use-saving'
import { AudienceFields } from './audience-fields'
import { BoardChoice } from './board-choice'
import { CarrierView } from './carrier-view'
import { LikeLoads } from './like-loads'
import { Prospects } from './prospects'
import { TermsFields } from './terms-fields'
import { type TypedTerms, termsFrom, typedFrom } from './typed-terms'

export type PostingStart = NonNullable<ReturnType<typeof readPosting>>

interface PostingDialogProps {
  page: LoadPage
  now: number
  acting: Acting
  onClose: () => void
}

/** Where a load is posted and what of it is shown there, as carriers will see it. */
export function PostingDialog(props: PostingDialogProps) {
  const { data, problem } = useFetched<PostingStart>(`/loads/${props.page.load.id}/posting`)
  if (data) return <PostingForm {...props} start={data} />
  return (
    <Dialog open onClose={props.onClose} title="Post the load" wide="sheet">
      <p role="status">{problem ?? 'Reading how it would look…'}</p>
    </Dialog>
  )
}

/** The boards that are ticked at first: where it is, else where it was last, else all that can take it. */
function firstBoards({ boards, preview }: PostingStart): string[] {
  const able = preview.boards.filter(({ refusal }) => refusal === null).map(({ name }) => name)
  const out = preview.boards.filter(({ isOut }) => isOut).map(({ name }) => name)
  if (out.length > 0) return out
  const before = able.filter((name) => boards?.includes(name))
  return before.length > 0 ? before : able
}

const previewRestMs = 200

/** What would be shown of what is chosen now; the last answer until the next is there. */
function usePreview(loadId: number, typed: TypedTerms, first: PostingPreview): PostingPreview {
  const [preview, setPreview] = useState(first)
  const asked = JSON.stringify(termsFrom(typed).terms)
  useEffect(() => {
    let isOver = false
    const timer = setTimeout(async () => {
      const answer = await postJson<PostingPreview>(`/loads/${loadId}/posting`, { terms: JSON.parse(asked) })
      if (answer.ok && !isOver) setPreview(answer.value)
    }, previewRestMs)
    return () => {
      isOver = true
      clearTimeout(timer)
    }
  }, [loadId, asked])
  return preview
}

function PostingForm({ page, now, acting, onClose, start }: PostingDialogProps & { start: PostingStart }) {
  const [typed, setTyped] = useState<TypedTerms>(() => typedFrom(start.terms, page, start.carriers))
  const [boards, setBoards] = useState(() => firstBoards(start))
  const preview = usePreview(page.load.id, typed, start.preview)
  const isOut = preview.boards.some((board) => board.isOut)
  // A board that cannot take it as it is said now is left out, and ticked again once it can.
  const able = boards.filter((name) => !preview.boards.some((board) => board.name === name && board.refusal !== null))
  const save = async () => {
    const { terms, wrong } = termsFrom(typed)
    if (wrong) return wrongAt(wrong)
    const act: LoadAct = { intent: 'post', boards: able, terms }
    return await acting.act(act, isOut ? 'Postings changed' : `Posting to ${able.join(', ')}`, true)
  }
  return (
    <FormDialog
      title={isOut ? 'Change the postings' : 'Post the load'}
      wide="sheet"
      layout="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-x-6 gap-y-3"
      button={isOut ? 'Change' : 'Post'}
      isButtonFirst
      isBlocked={able.length === 0}
      note={preview.boards.length === 0 ? 'No load board is connected: see Connections.' : undefined}
      save={save}
      onClose={onClose}
    >
      {(error) => (
        <>
          <TermsFields
            page={page}
            now={now}
            typed={typed}
            set={(change) => setTyped({ ...typed, ...change })}
            error={error}
          />
          <div className="flex min-w-0 flex-col gap-4">
            <CarrierView shown={preview.shown} tells={preview.tells} />
            <AudienceFields
              typed={typed}
              set={(change) => setTyped({ ...typed, ...change })}
              error={error}
              groups={start.groups}
            />
            <LikeLoads
              like={start.like}
              zone={page.load.originZone}
              now={now}
              chosen={typed.likeLoadIds}
              onChange={(likeLoadIds) => setTyped({ ...typed, likeLoadIds })}
              error={error('likeLoadIds')}
            />
            <BoardChoice boards={preview.boards} chosen={boards} onChange={setBoards} error={error('boards')} />
            <Prospects page={page} now={now} preview={preview} fared={start.fared} />
          </div>
        </>
      )}
    </FormDialog>
  )
}
