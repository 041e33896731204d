import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import type { ListedBoard } from '#server/board/boards'
import type { TestResult } from '#server/connection/test'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'
import { ConnectionResult } from './connection-result'

/** How a load board is reached, tried before it is saved. */
export function BoardDialog({ board, onClose }: { board: ListedBoard; onClose: () => void }) {
  const { name, current } = board
  const [typed, setTyped] = useState({
    url: current?.address ?? '',
    account: current?.account ?? '',
    secret: '',
    callbackSecret: '',
    refresh: current ? String(current.refreshMinutes ?? '') : String(Math.max(60, board.leastRefreshMinutes)),
  })
  const [result, setResult] = useState<TestResult | 'testing' | null>(null)
  const { revalidate } = useRevalidator()
  const { refresh, ...rest } = typed
  const asked = { name, ...rest, refreshMinutes: refresh.trim() === '' ? null : Number(refresh) }
  const test = async () => {
    setResult('testing')
    const answer = await postJson<TestResult>('/connections/act', { intent: 'test_board', board: asked })
    setResult(answer.ok ? answer.value : { ok: false, words: answer.errors[0]?.message ?? answer.message })
  }
  return (
    <FormDialog
      title={`${current ? 'Change' : 'Connect'}: ${name}`}
      button="Save"
      otherButton={
        <button type="button" className="button" onClick={() => void test()} disabled={result === 'testing'}>
          Test it
        </button>
      }
      save={() => postJson('/connections/act', { intent: 'save_board', board: asked })}
      onSaved={() => {
        toast(`${name} is connected`)
        void revalidate()
        onClose()
      }}
      onClose={onClose}
      after={<ConnectionResult result={result} />}
    >
      {(error) => (
        <BoardFields board={board} typed={typed} set={(change) => setTyped({ ...typed, ...change })} error={error} />
      )}
    </FormDialog>
  )
}

interface BoardFieldsProps {
  board: ListedBoard
  typed: { url: string; account: string; secret: string; callbackSecret: string; refresh: string }
  set: (change: Partial<BoardFieldsProps['typed']>) => void
  error: (field: string) => string | undefined
}

function BoardFields({ board, typed, set, error }: BoardFieldsProps) {
  const kept = board.hasSecret ? 'leave empty to keep the one on file' : ''
  const secret = (field: 'secret' | 'callbackSecret', label: string) => (
    <Field
      label={label}
      type="password"
      autoComplete="new-password"
      placeholder={kept}
      value={typed[field]}
      onChange={(event) => set({ [field]: event.target.value })}
      error={error(field)}
    />
  )
  return (
    <>
      <Field
        label="Address"
        placeholder="https://…"
        value={typed.url}
        onChange={(event) => set({ url: event.target.value })}
        error={error('url')}
        autoFocus
      />
      {board.accountWords && (
        <Field
          label={board.accountWords}
          value={typed.account}
          onChange={(event) => set({ account: event.target.value })}
          error={error('account')}
        />
      )}
      {secret('secret', board.secretWords)}
      {board.callbackWords && secret('callbackSecret', board.callbackWords)}
      <Field
        label="Refresh postings every so many minutes"
        inputMode="numeric"
        placeholder="never"
        value={typed.refresh}
        onChange={(event) => set({ refresh: event.target.value })}
        error={error('refreshMinutes')}
        reading={`During office hours. The board allows it every ${board.leastRefreshMinutes} minutes.`}
      />
    </>
  )
}
