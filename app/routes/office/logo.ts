import { documentFileType, maxLogoBytes } from '#core/document/file'
import { viewer } from '#server/access/cookie'
import { requirePermission } from '#server/access/viewer'
import { database } from '#server/db.server'
import { keepLogo } from '#server/document/logo'
import { documentResponse, readStoredDocument } from '#server/document/store'
import { readUpload } from '#server/http/upload'
import { officeOf } from '#server/office/office'
import type { Route } from './+types/logo'

/** The brokerage's logo. */
export async function loader() {
  const { logo } = officeOf(database())
  const content = logo && (await readStoredDocument(logo))
  const type = content && documentFileType(content)
  if (!type) throw new Response('There is no logo.', { status: 404 })
  return documentResponse({ fileName: 'logo', type, content })
}

/** Takes a picture in, to be named as the logo by the next version of the settings: 200 with the hash that it is kept under. */
export async function action({ request, context }: Route.ActionArgs) {
  requirePermission(viewer(context), 'set_office')
  const form = await readUpload(request, maxLogoBytes)
  if ('refusal' in form) return Response.json(form.refusal, { status: 413 })
  if (!form.file) return Response.json({ code: 'no_file', message: 'Choose a picture first.' }, { status: 400 })
  const kept = await keepLogo(form.file)
  return 'refusal' in kept ? Response.json(kept.refusal, { status: 400 }) : Response.json(kept)
}
