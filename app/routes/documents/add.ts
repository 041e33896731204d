import { person } from '#core/access/actor'
import { documentSaidSchema } from '#core/document/document'
import { maxDocumentBytes } from '#core/document/file'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { attachDocument, ownerSchema } from '#server/document/documents'
import { readUpload } from '#server/http/upload'
import type { Route } from './+types/add'

const saidSchema = documentSaidSchema.extend({ owner: ownerSchema })

/** Keeps a file with a load or a customer: 200 when done, 400 with what is wrong, 413 where it is too large. */
export async function action({ request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_loads')
  const form = await readUpload(request, maxDocumentBytes)
  if ('refusal' in form) return Response.json(form.refusal, { status: 413 })
  const read = saidSchema.safeParse(parsed(form.fields.said))
  if (!form.file || !read.success)
    return Response.json(
      { code: 'no_file', message: form.file ? 'What kind of document is it?' : 'Choose a file first.' },
      { status: 400 },
    )
  const { owner, ...said } = read.data
  const outcome = await attachDocument(database(), owner, form.file, said, { now: Date.now(), by: person(who) })
  if ('done' in outcome) return Response.json(outcome)
  return Response.json(outcome.refusal, { status: outcome.refusal.code.startsWith('no_such') ? 404 : 400 })
}

function parsed(json: string | undefined): unknown {
  try {
    return JSON.parse(json ?? '')
  } catch {
    return null
  }
}
