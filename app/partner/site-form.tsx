import { useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import { momentWords } from '#core/time/words'
import type { PartnerPage } from '#server/partner/read'
import { Alert } from '../ui/alert'
import { Field } from '../ui/field'
import { postJson } from '../ui/post'
import { useSaving } from '../ui/use-saving'

/** How a site's pages are read: where each thing is, as data that can be fixed when the page changes. */
export function SiteForm({
  partnerId,
  site,
  mayEdit,
  now,
  zone,
}: {
  partnerId: number
  site: NonNullable<PartnerPage['site']>
  mayEdit: boolean
  now: number
  zone: string
}) {
  const [userName, setUserName] = useState(site.userName)
  const [every, setEvery] = useState(String(site.everyMinutes))
  const [text, setText] = useState(JSON.stringify(site.description, null, 1))
  const { revalidate } = useRevalidator()
  const saving = useSaving(async () => {
    let description: unknown
    try {
      description = JSON.parse(text)
    } catch (thrown) {
      return { message: `The description is not JSON: ${thrown instanceof Error ? thrown.message : 'unknown'}` }
    }
    const answer = await postJson(`/partners/${partnerId}/act`, {
      intent: 'save_site',
      form: { userName, everyMinutes: Number(every), description },
    })
    await revalidate()
    if (answer.ok) toast('Saved. The site is now read this way.')
    const [first] = answer.ok ? [] : answer.errors
    return first ? { message: `${first.path.replace('form.', '')}: ${first.message}` } : answer
  })
  return (
    <section aria-label="Web site" className="flex flex-col gap-2">
      <h2 className="head">How its pages are read</h2>
      <p className="label">
        {site.readAt === null ? 'Never read yet' : `Read ${momentWords(site.readAt, now, zone)}`}, every{' '}
        {site.everyMinutes === 1 ? 'minute' : `${site.everyMinutes} minutes`}.
      </p>
      {site.problem && <Alert>{site.problem}. No tender was taken from it; it is tried again.</Alert>}
      {site.page && (
        <details>
          <summary className="link">
            The page as it was, {site.pageAt !== null && momentWords(site.pageAt, now, zone)}
          </summary>
          <pre
            className="max-h-60 overflow-auto border bg-sheet p-2 font-mono text-xs whitespace-pre-wrap"
            tabIndex={0}
          >
            {site.page}
          </pre>
        </details>
      )}
      <form onSubmit={saving.submit} className="flex flex-col gap-2" noValidate>
        <div className="grid grid-cols-2 gap-3">
          <Field
            label="We sign in as"
            value={userName}
            disabled={!mayEdit}
            onChange={(event) => setUserName(event.target.value)}
          />
          <Field
            label="Read every so many minutes"
            inputMode="numeric"
            value={every}
            disabled={!mayEdit}
            onChange={(event) => setEvery(event.target.value)}
          />
        </div>
        <label className="label" htmlFor="site-description">
          Description of the pages
        </label>
        <textarea
          id="site-description"
          className="field !h-64 font-mono text-xs"
          value={text}
          disabled={!mayEdit}
          onChange={(event) => setText(event.target.value)}
          spellCheck={false}
        />
        <Alert>{saving.message()}</Alert>
        {mayEdit && (
          <button type="submit" className="button self-start">
            Save the description
          </button>
        )}
      </form>
    </section>
  )
}
