import { eq } from 'drizzle-orm'
import { type SiteDescription, siteDescriptionSchema } from '#core/tender/site'
import type { Db } from '#server/db.server'
import { askOutside, type OutsideAnswer } from '#server/http/outside'
import type { Partner } from '#server/partner/partners'
import { ReadProblem, readAside } from '#server/read/read'
import type { readSite, SiteOrder } from '#server/read/read-site'
import { site } from '#server/schema'

const answerTimeout = 15_000
const largestPage = 4 * 1024 * 1024

export interface SiteSession {
  description: SiteDescription
  /** A page behind the sign-in. */
  page(path: string, form?: URLSearchParams): Promise<string>
}

/** Something a site did that keeps us from reading it. `final` where trying again cannot help. */
export class SiteProblem extends Error {
  constructor(
    message: string,
    readonly page: string | null = null,
    readonly final = false,
  ) {
    super(message)
  }
}

/** Signs in at a partner's site. */
export async function openSite(db: Db, partner: Partner): Promise<SiteSession> {
  const row = db.select().from(site).where(eq(site.partnerId, partner.id)).get()
  if (!row) throw new Error(`Partner ${partner.id} has no site`)
  const description = siteDescriptionSchema.parse(row.description)
  let cookie = ''
  const ask = async (path: string, form?: URLSearchParams): Promise<OutsideAnswer> => {
    const url = new URL(path, partner.address)
    // A link on a page leads nowhere but the site itself.
    if (url.origin !== new URL(partner.address).origin)
      throw new SiteProblem(`A link leads away from the site, to ${url.origin}`)
    const headers: Record<string, string> = {
      ...(cookie ? { cookie } : {}),
      ...(form ? { 'content-type': 'application/x-www-form-urlencoded' } : {}),
    }
    const answer = await askOutside(url, {
      method: form ? 'POST' : 'GET',
      headers,
      body: form?.toString(),
      timeoutMs: answerTimeout,
      maxBytes: largestPage,
      allowPrivate: partner.allowPrivate,
    }).catch((error: unknown) => {
      throw new SiteProblem(`The site cannot be read: ${error instanceof Error ? error.message : 'unknown'}`)
    })
    const set = [answer.headers['set-cookie'] ?? []].flat().map((each) => each.split(';')[0]!)
    if (set.length > 0) cookie = set.join('; ')
    return answer
  }
  const read = (answer: OutsideAnswer, path: string): string => {
    if (answer.status >= 500) throw new SiteProblem(`${path} answered ${answer.status}`)
    return answer.body.toString('utf8')
  }
  await ask(
    description.signIn.path,
    new URLSearchParams({
      [description.signIn.userField]: row.userName,
      [description.signIn.passwordField]: partner.secret,
    }),
  ).then((answer) => read(answer, description.signIn.path))
  return {
    description,
    async page(path, form) {
      let response = await ask(path, form)
      // After a form a site leads on to the page that shows what came of it.
      if (response.status >= 300 && response.status < 400)
        response = await ask(String(response.headers.location ?? '/'))
      const text = read(response, path)
      if (!(await hasMark(text, description.signIn.signedInMark)))
        throw new SiteProblem(
          'The site does not let us in: the name or password is no longer right, or the page changed',
          text,
        )
      if (response.status >= 400)
        throw new SiteProblem(`${path} answered ${response.status}`, text, response.status !== 429)
      return text
    },
  }
}

const readTimeout = 10_000

/** What a page holds, read on a thread of its own; one that cannot be read is reported like one that has changed. */
export async function readSitePage(order: SiteOrder): Promise<ReturnType<typeof readSite>> {
  try {
    return await readAside('site', order, readTimeout)
  } catch (error) {
    throw error instanceof ReadProblem ? new SiteProblem(`A page of the site cannot be read: ${error.message}`) : error
  }
}

async function hasMark(text: string, mark: string): Promise<boolean> {
  const read = await readSitePage({ find: 'mark', text, mark })
  return 'has' in read && read.has
}

/** Answers a tender in the site's form; the same answer given twice is one. */
export async function answerAtSite(
  db: Db,
  partner: Partner,
  said: URLSearchParams,
): Promise<{ message: string; final: boolean } | null> {
  try {
    const session = await openSite(db, partner)
    const { answer } = session.description
    const form = new URLSearchParams({
      [answer.answerField]: said.get('answer') === 'accept' ? answer.acceptValue : answer.declineValue,
      [answer.remarkField]: said.get('remark') ?? '',
    })
    const page = await session.page(answer.path.replace('{tender}', encodeURIComponent(said.get('tender') ?? '')), form)
    if (!(await hasMark(page, answer.doneMark)))
      return { message: 'The site did not say that it took the answer: look at it there', final: true }
    return null
  } catch (thrown) {
    if (thrown instanceof SiteProblem) return { message: thrown.message, final: thrown.final }
    throw thrown
  }
}
