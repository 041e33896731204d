import { z } from 'zod'
import { person } from '#core/access/actor'
import { carrierDocumentKinds } from '#core/carrier/document'
import { maxDocumentBytes } from '#core/document/file'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { receiveDocument } from '#server/carrier/documents'
import { database } from '#server/db.server'
import { readUpload } from '#server/http/upload'
import type { Route } from './+types/documents'

/** Takes a document that a person of ours puts on file for a carrier. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const who = viewer(context)
  requirePermission(who, 'edit_carriers')
  const form = await readUpload(request, maxDocumentBytes)
  if ('refusal' in form) return Response.json(form.refusal, { status: 413 })
  const kind = z.enum(carrierDocumentKinds).safeParse(form.fields.kind)
  if (!form.file || !kind.success)
    return Response.json(
      { code: 'no_file', message: form.file ? 'What kind of document is it?' : 'Choose a file first.' },
      { status: 400 },
    )
  const outcome = await receiveDocument(
    database(),
    Number(params.carrierId),
    { kind: kind.data, ...form.file },
    { now: Date.now(), by: person(who) },
  )
  if ('refusal' in outcome)
    return Response.json(outcome.refusal, { status: outcome.refusal.code.startsWith('no_such') ? 404 : 400 })
  return Response.json(outcome)
}
