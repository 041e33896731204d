import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { Field } from '../ui/field'
import { FormDialog } from '../ui/form-dialog'
import { postJson } from '../ui/post'

interface Begun {
  secret: string
  /** The app's address as an SVG that it photographs. */
  picture: string
}

/** My authenticator app: set up by a code it shows, with recovery codes for a lost phone. */
export function SecondFactor({ isOn, codesLeft }: { isOn: boolean; codesLeft: number }) {
  const [begun, setBegun] = useState<Begun | null>(null)
  const [asking, setAsking] = useState<'turn_off_second_factor' | 'renew_codes' | null>(null)
  const [codes, setCodes] = useState<string[]>([])
  const { revalidate } = useRevalidator()
  const begin = async () => {
    const answer = await postJson<Begun>('/account/act', { intent: 'begin_second_factor' })
    if (answer.ok) setBegun(answer.value)
    else toast(answer.message, { className: '!text-bill' })
  }
  const took = (made: string[] | undefined) => {
    setBegun(null)
    setAsking(null)
    setCodes(made ?? [])
    void revalidate()
  }
  return (
    <section aria-labelledby="second-factor" className="flex flex-col gap-2">
      <h2 id="second-factor" className="head">
        Authenticator app
      </h2>
      <p>
        {isOn
          ? `On: signing in takes a code from your app. ${codesLeft} of 10 recovery codes are left.`
          : 'Off. With an app on your phone, a password that leaks opens nothing.'}
      </p>
      {codes.length > 0 && <Codes codes={codes} />}
      <span className="flex gap-2">
        {isOn ? (
          <>
            <button type="button" className="button" onClick={() => setAsking('renew_codes')}>
              New recovery codes
            </button>
            <button type="button" className="button" onClick={() => setAsking('turn_off_second_factor')}>
              Turn off
            </button>
          </>
        ) : (
          <button type="button" className="button" onClick={() => void begin()}>
            Set it up
          </button>
        )}
      </span>
      {begun && <SetUpDialog begun={begun} onClose={() => setBegun(null)} onDone={took} />}
      {asking && <PasswordDialog intent={asking} onClose={() => setAsking(null)} onDone={took} />}
    </section>
  )
}

/** The recovery codes, this once. */
function Codes({ codes }: { codes: string[] }) {
  return (
    <div className="border border-strong bg-sheet p-3" role="status">
      <p>Keep these recovery codes where your phone is not. Each signs you in once; they are not shown again.</p>
      <ul className="mt-2 grid grid-cols-2 font-mono">
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
      <button
        type="button"
        className="button mt-2"
        onClick={() => void navigator.clipboard.writeText(codes.join('\n')).then(() => toast('Copied'))}
      >
        Copy
      </button>
    </div>
  )
}

interface DialogProps {
  onClose: () => void
  onDone: (codes: string[] | undefined) => void
}

function SetUpDialog({ begun, onClose, onDone }: DialogProps & { begun: Begun }) {
  const [code, setCode] = useState('')
  return (
    <FormDialog
      title="Set up an authenticator app"
      button="Turn on"
      save={async () => {
        const answer = await postJson<{ codes: string[] }>('/account/act', {
          intent: 'turn_on_second_factor',
          secret: begun.secret,
          code,
        })
        if (answer.ok) onDone(answer.value.codes)
        return answer
      }}
      onSaved={() => undefined}
      onClose={onClose}
    >
      {(error) => (
        <>
          <p>Photograph this with your app, or type the key into it. Then type the code it shows.</p>
          <img
            alt="The key below, for the app’s camera"
            className="h-44 w-44 bg-[white] p-1"
            src={`data:image/svg+xml;utf8,${encodeURIComponent(begun.picture)}`}
          />
          <p className="font-mono break-all">{begun.secret.match(/.{1,4}/g)?.join(' ')}</p>
          <Field
            label="Code"
            inputMode="numeric"
            autoComplete="one-time-code"
            value={code}
            onChange={(event) => setCode(event.target.value)}
            error={error('code')}
            autoFocus
          />
        </>
      )}
    </FormDialog>
  )
}

function PasswordDialog({
  intent,
  onClose,
  onDone,
}: DialogProps & { intent: 'turn_off_second_factor' | 'renew_codes' }) {
  const [present, setPresent] = useState('')
  return (
    <FormDialog
      title={intent === 'renew_codes' ? 'New recovery codes' : 'Turn the app off'}
      button={intent === 'renew_codes' ? 'Make new codes' : 'Turn off'}
      save={async () => {
        const answer = await postJson<{ codes?: string[] }>('/account/act', { intent, present })
        if (answer.ok) onDone(answer.value.codes)
        return answer
      }}
      onSaved={() => undefined}
      onClose={onClose}
    >
      {(error) => (
        <Field
          label="Present password"
          type="password"
          autoComplete="current-password"
          value={present}
          onChange={(event) => setPresent(event.target.value)}
          error={error('present')}
          autoFocus
        />
      )}
    </FormDialog>
  )
}
