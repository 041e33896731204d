import { AxeBuilder } from '@axe-core/playwright'
import { type Browser, expect, type Page, test } from '@playwright/test'
import { parse } from 'csv-parse/sync'
import writeXlsx from 'write-excel-file/node'
import { caller, linkIn, mails, ready, signIn } from './desk'
import { clearCarriers, freshLoad, nameOf, reading } from './loads'

/** The phone of somebody at a carrier, at the newest link that came by email under a key. */
async function phoneAt(browser: Browser, key: string, opens: 'b' | 'g'): Promise<Page> {
  await expect
    .poll(async () => (await mails()).some((mail) => mail.key.startsWith(key)), { timeout: 20_000 })
    .toBe(true)
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  await phone.goto(await linkIn(key, opens))
  await ready(phone)
  return phone
}

/** Rows as a workbook that somebody chooses. */
async function workbook(name: string, rows: (string | number)[][]) {
  const cells = rows.map((row) => row.map((value) => ({ value })))
  const mimeType = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
  return { name, mimeType, buffer: await writeXlsx(cells as never).toBuffer() }
}

/** Chooses carriers for the project that is open, and sends the invitations. */
async function invite(page: Page, carrierIds: number[]): Promise<void> {
  await page.keyboard.press('i')
  for (const name of carrierIds.map(nameOf)) {
    await page.getByRole('combobox', { name: 'Carrier, by name or MC number' }).fill(name)
    await page.getByRole('option', { name }).first().click()
    await expect(page.getByRole('list', { name: 'To be invited' }).getByText(name)).toBeVisible()
  }
  await page.getByRole('button', { name: `Send to ${carrierIds.length} carriers` }).click()
}

const inviteOf = (carrierId: number) =>
  reading((db) => db.prepare('select max(id) from bid_invite where carrier_id = ?').pluck().get(carrierId) as number)
const laneOf = (loadId: number) =>
  reading(
    (db) =>
      db
        .prepare(
          "select origin_city || ', ' || origin_region origin, dest_city || ', ' || dest_region dest from load where id = ?",
        )
        .get(loadId) as { origin: string; dest: string },
  )

test('lanes are pasted, carriers bid by phone and by sheet, the guide is awarded, and the second carrier takes the load', async ({
  page,
  browser,
}) => {
  const api = await caller()
  // In equipment of its own: no other load is on a lane of this guide.
  const loadId = await freshLoad(api, { equipment: 'conestoga', commodity: 'Awning frames' })
  const [first, second] = (await clearCarriers(api, loadId, 2)) as [number, number]
  const { origin, dest } = laneOf(loadId)

  await signIn(page)
  await page.goto('/boards/bids')
  await ready(page)
  await page.keyboard.press('b')
  await page.getByLabel('Title').fill('Awning frames, winter')
  await page.getByLabel('First pickup day').fill(new Date().toISOString().slice(0, 10))
  await page.getByLabel('Questions to carriers').fill('Any Conestoga trailers?')
  await page.getByLabel('Bids close').fill('gibberish')
  await page.getByRole('button', { name: 'Create Enter' }).click()
  await expect(page.getByText('Until when may carriers bid?')).toBeVisible()
  await page.getByLabel('Bids close').fill('tomorrow 5p')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/boards\/bids\/\d+$/)
  await ready(page)

  await page.keyboard.press('l')
  const sheet = [
    ['Origin', 'Destination', 'Equipment', 'Loads'],
    [origin, dest, 'conestoga', 26],
    ['Springfield', 'Nowhere at all', 'van', 12],
  ]
  await page.getByLabel('or choose the file').setInputFiles(await workbook('lanes.xlsx', sheet))
  await expect(page.getByLabel(/Paste rows here/)).toHaveValue(/Springfield\tNowhere at all\tvan\t12/)
  await page.getByRole('button', { name: /Add these 2 rows/ }).click()
  await expect(page.getByRole('list', { name: 'Lanes' }).getByRole('listitem')).toHaveCount(2)
  // A lane that is not clear is kept, marked, and holds the invitations.
  await invite(page, [first, second])
  await expect(page.getByText('Lane 2 is not complete: fix or remove it first.')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Remove lane 2' }).click()
  await expect(page.getByRole('list', { name: 'Lanes' }).getByRole('listitem')).toHaveCount(1)
  await invite(page, [first, second])
  await expect(page.getByText('0 of 2 answered')).toBeVisible()

  // Out on a board as well, and off it again.
  await page.keyboard.press('b')
  const boards = page.getByRole('dialog')
  await boards.getByLabel('Windpump').check()
  await boards.getByRole('button', { name: 'Post Enter' }).click()
  await expect(page.getByText('1 lane posted on Windpump')).toBeVisible()
  await expect(page.getByText(/on Windpump ·/)).toBeVisible()
  await page.keyboard.press('b')
  await boards.getByLabel('Windpump').uncheck()
  await boards.getByRole('button', { name: 'Take them down Enter' }).click()
  await expect(page.getByText('Taken off Windpump')).toBeVisible()

  // The first by phone: a rate per mile without its sign is asked about, nothing is lost.
  const phone = await phoneAt(browser, `bid-${inviteOf(first)}-`, 'b')
  await expect(phone.getByText(`1. ${origin} to ${dest}`)).toBeVisible()
  await phone.getByLabel('Price for a load, lane 1').fill('2.35')
  await phone.getByLabel('Any Conestoga trailers?').fill('Four')
  await phone.getByRole('button', { name: 'Send the bid' }).click()
  await expect(phone.getByText(/for the whole load\? By the mile it is 2\.35\/mi/)).toBeVisible()
  await expect(phone.getByLabel('Any Conestoga trailers?')).toHaveValue('Four')
  expect((await new AxeBuilder({ page: phone }).analyze()).violations).toEqual([])
  await phone.getByLabel('Price for a load, lane 1').fill('1,150')
  await phone.getByRole('button', { name: 'Send the bid' }).click()
  await expect(phone.getByText('Your bid has arrived.')).toBeVisible()

  // The second by the sheet, once with a wrong row.
  const other = await phoneAt(browser, `bid-${inviteOf(second)}-`, 'b')
  const url = await other.getByRole('link', { name: 'Get the lanes as a sheet' }).getAttribute('href')
  const given = await (await other.request.get(url!)).text()
  const fill = async (price: string) =>
    other.getByLabel(/Choose the file/).setInputFiles({
      name: 'bid.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(given.trimEnd().replace(/,,,?$/, `,${price},,`)),
    })
  await fill('ask Joe')
  await other.getByRole('button', { name: 'Send the bid' }).click()
  await expect(other.getByText(/Row 2: Lane 1: No price: ask Joe/)).toBeVisible()
  // The second time as a workbook, in which the price is a number.
  const filled = (parse(given) as string[][]).map((row, at) =>
    row.map((value, column, cells) => (at > 0 && column === cells.length - 3 ? 1200 : value)),
  )
  await other.getByLabel(/Choose the file/).setInputFiles(await workbook('bid.xlsx', filled))
  await other.getByRole('button', { name: 'Send the bid' }).click()
  await expect(other.getByText(/1 price read from your sheet/)).toBeVisible()
  await expect(other.getByLabel('Price for a load, lane 1')).toHaveValue('1200')
  await other.getByRole('button', { name: 'Send the bid' }).click()
  await expect(other.getByText('Your bid has arrived.')).toBeVisible()

  // Sealed until everybody has answered; then opened, compared and awarded from the keyboard.
  await expect(page.getByText('2 of 2 answered')).toBeVisible()
  await expect(page.getByText('sealed', { exact: true })).toBeVisible()
  await expect(page.getByText('1,150')).toHaveCount(0)
  await page.keyboard.press('c')
  await expect(page.getByRole('status').getByText(/1 of 1 lane covered|1 lane covered/)).toBeVisible()
  await expect(page.getByLabel('First on lane 1')).toHaveValue(String(first))
  await page.keyboard.press('a')
  await expect(page.getByRole('button', { name: 'Award it Enter' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Routing guide awarded: 1 lane, 2 carriers')).toBeVisible()

  // The load that was waiting is offered to the first, who declines, and then to the second, who takes it.
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  const guide = page.getByRole('region', { name: 'Routing guide' })
  await expect(guide.getByText('has until')).toBeVisible({ timeout: 20_000 })
  const declining = await phoneAt(browser, `guide-${loadId}-1`, 'g')
  await declining.getByRole('button', { name: 'Decline' }).click()
  await expect(declining.getByText('Declined. Thank you')).toBeVisible()
  const taking = await phoneAt(browser, `guide-${loadId}-2`, 'g')
  await taking.getByRole('button', { name: 'Accept at $1,200' }).click()
  await expect(taking.getByText('Give your name')).toBeVisible()
  expect((await new AxeBuilder({ page: taking }).analyze()).violations).toEqual([])
  await taking.getByLabel('Your name').fill('Ada Reyes')
  await taking.getByRole('button', { name: 'Accept at $1,200' }).click()
  await expect(taking.getByText('Accepted. Thank you')).toBeVisible()
  await expect(page.getByText(`Awarded to ${nameOf(second)} at $1,200`)).toBeVisible()
  await expect(page.getByText(`Routing guide: ${nameOf(first)} declined`)).toBeVisible()
})
