import { expect, type Page, request } from '@playwright/test'
import { createTransport } from 'nodemailer'
import { demoPassword } from '../demo/world'
import { world } from './world'

export const { mailbox } = world
export const board = world.boards.Saltlick

/** Signs a page's browser in as somebody of the demo desk, and opens the Horizon; the form itself has its own journeys. */
export async function signIn(page: Page, mail = 'ines@ploverrook.example'): Promise<void> {
  const answer = await page
    .context()
    .request.post('/sign-in', { form: { mail, password: demoPassword }, maxRedirects: 0 })
  expect(answer.status()).toBe(302)
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Horizon' })).toBeAttached()
  await ready(page)
}

/** Waits until the page listens. */
export const ready = (page: Page) => page.locator('[data-ready]').waitFor()

/** What a sum of twenty million takes a page on a quiet machine, at the worst of twenty tries. */
const quietSumMs = 50

/** How many times slower than on a quiet machine a page computes at this moment, one at the least: others use the machine too. */
export async function slowness(page: Page): Promise<number> {
  const worst = await page.evaluate(async () => {
    const took: number[] = []
    for (let run = 0; run < 20; run++) {
      const begun = performance.now()
      let sum = 0
      for (let at = 0; at < 20_000_000; at++) sum += at % 7
      if (sum > 0) took.push(performance.now() - begun)
      await new Promise((resolve) => setTimeout(resolve, 20))
    }
    return Math.max(...took)
  })
  return Math.max(1, worst / quietSumMs)
}

/** A signed-in caller without a browser, for routes and refusals. */
export async function caller(mail = 'ines@ploverrook.example') {
  const context = await request.newContext({
    // Each request on a connection of its own: one that rested may be closed by the server just as it is used again.
    extraHTTPHeaders: { connection: 'close' },
    baseURL: world.origin,
  })
  const answer = await context.post('/sign-in', { form: { mail, password: demoPassword }, maxRedirects: 0 })
  expect(answer.status()).toBe(302)
  return context
}

export interface MailSummary {
  key: string
  to: string[]
  repeats: number
}

/** The mails that reached the mailbox. */
export async function mails(): Promise<MailSummary[]> {
  return (await fetch(`${mailbox}/mails`)).json()
}

/** The signed link in the newest mail whose key begins so: `c` opens a confirmation, `p` what is asked of a carrier. */
export async function linkIn(key: string, opens: 'b' | 'c' | 'g' | 'p' = 'c'): Promise<string> {
  const all = await mails()
  const index = all.findLastIndex((mail) => mail.key.startsWith(key))
  expect(index, `a mail with key ${key}`).toBeGreaterThanOrEqual(0)
  const source = (await (await fetch(`${mailbox}/mails/${index}/source`)).json()) as { text: string }
  return new RegExp(`http\\S+/${opens}/\\S+`).exec(source.text)![0]
}

/** Sends an email to the desk, as anybody's mail program would. */
export async function mailUs(mail: { from: string; subject: string; text: string }): Promise<void> {
  const transport = createTransport({
    host: '127.0.0.1',
    port: Number(world.application.OX_INBOUND_PORT),
    secure: false,
    ignoreTLS: true,
  })
  try {
    await transport.sendMail({ to: 'desk@ploverrook.example', ...mail })
  } finally {
    transport.close()
  }
}
