import { expect, type Page } from '@playwright/test'
import { ready } from './desk'
import { reading } from './loads'
import { world } from './world'

export const { partners, site } = world

/** Makes a partner of the demo send; the shipments it named. */
export async function burst(
  partner: string,
  kind: string,
  count = 1,
  more: Record<string, string> = {},
): Promise<string[]> {
  const response = await fetch(`${partners}/burst`, {
    method: 'POST',
    headers: { accept: 'application/json' },
    body: new URLSearchParams({ partner, kind, count: String(count), ...more }),
  })
  const lines = (await response.json()) as { shipments: string[] }[]
  const shipments = lines.flatMap((line) => line.shipments)
  expect(shipments.length, `${kind} of ${partner}`).toBeGreaterThan(0)
  return shipments
}

/** Has a partner send until a tender comes that no rule declines at once (those too tight to drive are); its shipment. */
export async function pastTheRules(
  partner: string,
  more: Record<string, string> = {},
  state = 'open',
): Promise<string> {
  for (;;) {
    const [shipment] = await burst(partner, 'original', 1, more)
    await expect.poll(() => [state, 'declined'].includes(noticeOf(shipment!)?.state ?? '')).toBe(true)
    if (noticeOf(shipment!)!.state === state) return shipment!
  }
}

/** Has a partner send until a tender comes that one driver can haul in time; its shipment. The others stay open. */
export async function drivableTender(partner: string): Promise<string> {
  for (;;) {
    const [shipment] = await burst(partner, 'original')
    await expect.poll(() => noticeOf(shipment!)).toBeDefined()
    const { id } = noticeOf(shipment!)!
    const late = reading(
      (db) =>
        db.prepare("select json_extract(facts, '$.lateMs') from tender_notice where id = ?").pluck().get(id) as
          | number
          | null,
    )
    if ((late ?? 0) <= 0) return shipment!
  }
}

export interface Got {
  partner: string
  kind: string
  number: string
  answer: string
  problems: string[]
  repeat: boolean
  raw: string
}

/** What the partners' side got of one kind under one number. */
export async function got(kind: string, number: string): Promise<Got[]> {
  return ((await (await fetch(`${partners}/received`)).json()) as Got[]).filter(
    (each) => each.kind === kind && each.number === number,
  )
}

/** The newest notice of a shipment. */
export const noticeOf = (shipmentId: string) =>
  reading(
    (db) =>
      db
        .prepare(
          'select tender_notice.id, tender_notice.state, tender_notice.purpose, tender_notice.answered_by answeredBy, tender.load_id loadId from tender_notice join tender on tender.id = tender_notice.tender_id where tender.shipment_id = ? order by tender_notice.id desc limit 1',
        )
        .get(shipmentId) as
        | { id: number; state: string; purpose: string; answeredBy: string | null; loadId: number | null }
        | undefined,
  )

/** Opens Intake and chooses a shipment in the list. */
export async function choose(page: Page, shipmentId: string): Promise<void> {
  await expect.poll(() => noticeOf(shipmentId)?.state, { timeout: 20_000 }).toBe('open')
  const { id } = noticeOf(shipmentId)!
  await page.goto('/intake')
  await ready(page)
  const row = page.locator(`[data-tender="${id}"]`)
  // Only what is on the screen is drawn: the list is walked until it is there.
  for (let step = 0; step < 200 && (await row.count()) === 0; step++) await page.keyboard.press('ArrowDown')
  await row.click()
  await expect(page.getByRole('region', { name: 'The chosen tender' })).toContainText(shipmentId)
}

/** Says of every code that waits what it is, by the first proposal. */
export async function mapCodes(page: Page): Promise<void> {
  const codes = page.getByRole('region', { name: 'Codes to be mapped' })
  while ((await codes.count()) > 0) {
    const code = await codes.locator('[data-code]').first().getAttribute('data-code')
    await page.keyboard.press('m')
    await page.keyboard.press('Enter')
    await expect(page.locator(`[data-code="${code}"]`)).toHaveCount(0)
  }
}
