import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { type ConnectionKind, connectionWords } from '#core/connection/connection'
import type { ListedConnection } from '#server/connection/connections'
import type { TestResult } from '#server/connection/test'
import { Choice, Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'
import type { Saving } from '../ui/use-saving'
import { ConnectionResult } from './connection-result'

interface Typed {
  address: string
  port: string
  tls: 'offered' | 'required'
  user: string
  secret: string
}

/** What the form means, as the server takes it. */
const connectionFrom = (kind: ConnectionKind, typed: Typed) => {
  const { address, port, tls, user, secret } = typed
  if (kind === 'mail_out') return { kind, host: address, port: Number(port || Number.NaN), tls, user, secret }
  return { kind, url: address, ...(kind === 'bureau' ? { secret } : {}) }
}

const tlsWords = {
  required: 'always',
  offered: 'if the server can',
}

/** How one of the outside is reached, tried before it is saved. */
export function ConnectionDialog({
  connection,
  testMailTo,
  onClose,
}: {
  connection: ListedConnection
  testMailTo: string
  onClose: () => void
}) {
  const { kind, current } = connection
  const { name } = connectionWords[kind]
  const [typed, setTyped] = useState<Typed>({
    address: current?.address ?? '',
    port: String(current?.port ?? 587),
    tls: current?.tls ?? 'required',
    user: current?.user ?? '',
    secret: '',
  })
  const [result, setResult] = useState<TestResult | 'testing' | null>(null)
  const { revalidate } = useRevalidator()
  const set = (change: Partial<Typed>) => setTyped({ ...typed, ...change })
  const test = async () => {
    setResult('testing')
    const answer = await postJson<TestResult>('/connections/act', {
      intent: 'test',
      connection: connectionFrom(kind, typed),
    })
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
      note={kind === 'mail_out' ? `The test sends an email to ${testMailTo}.` : undefined}
      save={() => postJson('/connections/act', { intent: 'save', connection: connectionFrom(kind, typed) })}
      onSaved={() => {
        toast(`${name} is connected`)
        void revalidate()
        onClose()
      }}
      onClose={onClose}
      after={<ConnectionResult result={result} />}
    >
      {(error) => (
        <ConnectionFields kind={kind} typed={typed} set={set} error={error} hasSecret={connection.hasSecret} />
      )}
    </FormDialog>
  )
}

interface ConnectionFieldsProps {
  kind: ConnectionKind
  typed: Typed
  set: (change: Partial<Typed>) => void
  error: Saving['error']
  hasSecret: boolean
}

function ConnectionFields({ kind, typed, set, error, hasSecret }: ConnectionFieldsProps) {
  const isMail = kind === 'mail_out'
  const kept = hasSecret ? 'leave empty to keep the one on file' : ''
  const secretField = (label: string) => (
    <Field
      label={label}
      type="password"
      autoComplete="new-password"
      placeholder={kept}
      value={typed.secret}
      onChange={(event) => set({ secret: event.target.value })}
      error={error('secret')}
    />
  )
  return (
    <>
      <Field
        label={isMail ? 'Mail server' : 'Address'}
        placeholder={isMail ? 'smtp.broker.example' : 'https://…'}
        value={typed.address}
        onChange={(event) => set({ address: event.target.value })}
        error={error(isMail ? 'host' : 'url')}
        autoFocus
      />
      {kind === 'bureau' && secretField('Key, as the bureau gave it')}
      {isMail && (
        <>
          <div className="grid grid-cols-2 gap-3">
            <Field
              label="Port"
              inputMode="numeric"
              value={typed.port}
              onChange={(event) => set({ port: event.target.value })}
              error={error('port')}
            />
            <Choice
              label="Encryption"
              value={typed.tls}
              options={['required', 'offered'] as const}
              words={tlsWords}
              onChange={(tls) => set({ tls })}
            />
          </div>
          <Field
            label="User name, where the server wants one"
            value={typed.user}
            onChange={(event) => set({ user: event.target.value })}
            error={error('user')}
          />
          {secretField('Password')}
        </>
      )}
    </>
  )
}
