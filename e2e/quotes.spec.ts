import { readFileSync } from 'node:fs'
import { expect, type Page, test } from '@playwright/test'
import { caller, mails, ready, signIn } from './desk'

/** The row of a line by its place in the grid; the head is a row too. */
const row = (page: Page, line: number) => page.getByRole('grid').getByRole('row').nth(line)

/** Waits for the first fit: lanes far from our own have no price before it. */
async function fitted(): Promise<void> {
  const api = await caller()
  const loads = (await (await api.get('/find/loads?q=uncovered')).json()) as { id: number }[]
  await expect
    .poll(
      async () =>
        ((await (await api.get(`/loads/${loads[0]!.id}/rates`)).json()) as { state: { state: string } }).state.state,
      { timeout: 30_000 },
    )
    .toBe('ready')
}

/** A new quote for a customer, begun by keyboard. */
async function beginQuote(page: Page, customer: string): Promise<void> {
  await page.keyboard.press('q')
  await expect(page.getByRole('heading', { name: 'Quotes' })).toBeVisible()
  await page.keyboard.press('b')
  await page.getByRole('combobox', { name: 'Customer' }).fill(customer)
  await page
    .getByRole('option', { name: new RegExp(customer, 'i') })
    .first()
    .waitFor()
  await page.keyboard.press('Enter')
  await page.waitForURL(/\/quotes\/\d+$/)
  await ready(page)
  await page.locator('[data-cell="0-1"]').focus()
}

/** Types a place and takes what the list marks. */
async function typePlace(page: Page, typed: string, name: RegExp): Promise<void> {
  await page.keyboard.type(typed)
  await page.getByRole('option', { name }).first().waitFor()
  await page.keyboard.press('Enter')
}

async function paste(page: Page, text: string): Promise<void> {
  await page.evaluate((words) => {
    const data = new DataTransfer()
    data.setData('text/plain', words)
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    )
  }, text)
}

test('a quote by keyboard alone: lanes typed and priced, sent, won, and its loads stand', async ({ page }) => {
  await fitted()
  await signIn(page)
  await beginQuote(page, 'Two Otters')
  await typePlace(page, 'yakima', /Yakima/)
  await typePlace(page, 'denver', /Denver CO/)
  await expect(row(page, 1)).toContainText(/Yakima WA.*Denver CO.*1,1\d\d/)
  await expect(
    row(page, 1).getByRole('img', { name: /likely [\d,]+ to [\d,]+, middle [\d,]+; sell [\d,]+/ }),
  ).toBeVisible()
  // On the new line: typed out, ended with Enter before any list can answer.
  await page.keyboard.type('boise id')
  await page.keyboard.press('Enter')
  await page.keyboard.type('nowhereville')
  await page.keyboard.press('Enter')
  await expect(row(page, 2)).toContainText('No place named nowhereville')
  await expect(page.getByText('2 lines, 1 to fix')).toBeVisible()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowRight')
  await typePlace(page, 'reno', /Reno NV/)
  await expect(page.getByText('to fix')).toBeHidden()
  // The likely cost accounts for itself, and the customer's own past tells the chance to win.
  await page.keyboard.press('ArrowUp')
  const panel = page.getByRole('region', { name: 'The chosen line' })
  await expect(panel).toContainText(/for the miles/)
  await expect(panel).toContainText(/Highest average margin at \$[\d,]+ \(somewhere from [\d,]+ to [\d,]+\)/)
  const asked = await row(page, 1).getByRole('gridcell').nth(9).innerText()
  await page.keyboard.press('Control+Enter')
  const dialog = page.getByRole('dialog', { name: /^Send Q-\d+/ })
  await expect(dialog.getByRole('region', { name: 'As the customer will see it' })).toContainText(
    /Yakima, WA.*Denver, CO/,
  )
  await expect(dialog.getByRole('region', { name: 'As the customer will see it' })).not.toContainText(/margin|cost/i)
  await dialog.getByLabel('To (email)').fill('traffic@twootters.example')
  await page.keyboard.press('Enter')
  await expect(dialog).toBeHidden()
  const number = (
    await page
      .locator('main')
      .getByText(/^Q-\d+$/)
      .first()
      .innerText()
  ).trim()
  await expect(
    page.getByRole('status').filter({ hasText: 'version 1 sent to traffic@twootters.example' }),
  ).toBeVisible()
  await expect.poll(async () => (await mails()).filter((mail) => mail.key === `${number}-1`).length).toBe(1)
  await expect(row(page, 1)).toContainText('Sent')
  // Letters are commands on a line's number.
  await page.locator('[data-cell="0-1"]').focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('w')
  await page.getByLabel('Loads').fill('2')
  await page.keyboard.press('Enter')
  await expect(row(page, 1)).toContainText('Won, 2 loads made')
  await page.goto('/loads')
  await ready(page)
  await page.locator('[data-row]').first().click()
  await ready(page)
  await expect(page.getByRole('link', { name: `${number}, line 1` })).toBeVisible()
  await expect(page.getByText('Draft, not offered to anyone')).toBeVisible()
  expect(Number(asked.replace(/\D/g, ''))).toBeGreaterThan(1000)
})

test('rows from a spreadsheet: columns recognised, bad rows kept and marked, removed and brought back, exported', async ({
  page,
}) => {
  await fitted()
  await signIn(page)
  await beginQuote(page, 'Loom')
  const rows = [
    'Lanes for the spring\t\t\t\t\t',
    'Orig City\tO ST\tDest City\tD ST\tEquip\tAvg Wt (lbs)',
    'Charlotte\tNC\tColumbus\tOH\tDry Van\t24,000',
    'Charlotte\tNC\tNowheresville\tOH\tDry Van\t24,000',
    'Spartanburg\tSC\tDallas\tTX\tBlimp\t-4',
    '\t\t\t\t\t',
    'Charlotte\tNC\tTulsa\tOK\tReefer\t40000',
  ]
  await paste(page, rows.join('\r\n').replace('\r\nSpartan', '\nSpartan'))
  const dialog = page.getByRole('dialog', { name: 'Rows from a spreadsheet' })
  await expect(dialog.getByRole('combobox', { name: 'Column 3 holds' })).toHaveValue('dest_city')
  await expect(dialog.getByRole('button', { name: /Price these 4 rows/ })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(dialog).toBeHidden()
  await expect(page.getByText('4 lines, 2 to fix')).toBeVisible()
  await expect(row(page, 2)).toContainText('No Nowheresville in Ohio')
  await page.locator('[data-cell="2-1"]').focus()
  await expect(page.getByRole('region', { name: 'The chosen line' })).toContainText(
    'No such equipment: Blimp. One of van, reefer',
  )
  await expect(page.getByRole('region', { name: 'The chosen line' })).toContainText('A weight is not negative: -4')
  await page.keyboard.press('Escape')
  await page.keyboard.press('d')
  await expect(page.getByText('3 lines, 1 to fix')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(row(page, 3)).toContainText('Spartanburg SC')
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'CSV' }).click()
  const csv = readFileSync((await (await download).path())!, 'utf8')
  expect(
    csv
      .split('\n')
      .slice(1, 5)
      .map((line) => line.split(',').slice(2, 4).join(',')),
  ).toEqual(['"Charlotte, NC"', '"Charlotte, NC"', '"Spartanburg, SC"', '"Charlotte, NC"'])
  expect(csv).toContain('Nowheresville')
})

test('ten thousand rows: what a quote holds is taken with progress, the rest stays in the box', async ({ page }) => {
  await signIn(page)
  await beginQuote(page, 'Paper Heron')
  const rows = Array.from(
    { length: 10_000 },
    (_, at) => `Spokane WA\t${at % 2 ? 'Denver CO' : 'Boise ID'}\tvan\t${20_000 + at}`,
  )
  await paste(page, rows.join('\n'))
  const dialog = page.getByRole('dialog', { name: 'Rows from a spreadsheet' })
  await expect(dialog.getByRole('button', { name: /Price these 10,000 rows/ })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(dialog.getByRole('progressbar')).toBeVisible()
  await expect(dialog.getByRole('alert')).toContainText(
    'A quote holds 2,000 lines: 2,000 rows were taken, the other 8,000 are here for another quote.',
    { timeout: 90_000 },
  )
  const rest = await dialog.getByRole('textbox').inputValue()
  expect(rest.split('\n')).toHaveLength(8000)
  expect(rest.startsWith('Spokane WA\tBoise ID\tvan\t22000')).toBe(true)
  await page.keyboard.press('Escape')
  await expect(page.getByText(/^2000 lines/)).toBeVisible()
})

test('a manager sets how a customer is priced and their fuel table; drafts follow, a rep may only look', async ({
  page,
  browser,
}) => {
  await fitted()
  await signIn(page, 'ruth@ploverrook.example')
  await page.goto('/fuel')
  await ready(page)
  await expect(page.getByText(/nationwide, week of/)).toBeVisible()
  await page.keyboard.press('b')
  await page.getByLabel('Name').fill('Growers, percent')
  await page.getByLabel('Adds').fill('0.4')
  await page.getByLabel('In', { exact: true }).selectOption('percent_of_line_haul')
  await page.getByLabel('Name').focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('region', { name: 'Fuel tables' })).toContainText('Growers, percent')
  await beginQuote(page, 'Cobalt Hen')
  await typePlace(page, 'des moines', /Des Moines IA/)
  await typePlace(page, 'tulsa', /Tulsa OK/)
  await expect(row(page, 1)).toContainText('14.')
  await page.locator('[data-cell="0-1"]').focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('m')
  await page.getByLabel('A margin rule of their own').check()
  await page.getByLabel('Keep, % of the price').fill('20')
  await page.getByLabel('Fuel').selectOption({ label: 'Growers, percent' })
  await page.getByLabel('Show miles to the customer').check()
  await page.getByRole('button', { name: /^Save/ }).click()
  await expect(row(page, 1)).toContainText(/20\.\d%/)
  await expect(page.getByRole('region', { name: 'The chosen line' })).toContainText(/line haul [\d,.]+, fuel [\d,.]+/)
  const address = page.url()
  const rep = await (await browser.newContext()).newPage()
  await signIn(rep)
  await rep.goto(address)
  await ready(rep)
  await rep.locator('[data-cell="0-0"]').focus()
  await rep.keyboard.press('m')
  await expect(rep.getByRole('dialog')).toContainText('Only a manager changes this.')
  const api = await caller()
  expect(
    (await api.post('/customers/1/pricing', { data: { rule: null, fuelTableId: null, showMiles: false } })).status(),
  ).toBe(403)
})

test('a prospect on the spot: quoted, won, and the load asks for nothing but what nobody knows yet', async ({
  page,
}) => {
  await fitted()
  await signIn(page)
  await page.keyboard.press('q')
  await expect(page.getByRole('heading', { name: 'Quotes' })).toBeVisible()
  await page.keyboard.press('b')
  await page.getByRole('combobox', { name: 'Customer' }).fill('Harvest Lantern Mills')
  await page.getByRole('option', { name: /New prospect/ }).waitFor()
  await page.keyboard.press('Enter')
  await page.getByLabel('Quotes go to (email), if known').fill('traffic@harvestlantern.example')
  await page.keyboard.press('Enter')
  // The address changes before the page does, and the list names prospects too.
  await expect(page.getByRole('heading', { level: 1, name: 'Harvest Lantern Mills' })).toBeVisible()
  await expect(page.getByText('prospect', { exact: true })).toBeVisible()
  await page.locator('[data-cell="0-1"]').focus()
  await typePlace(page, 'boise id', /Boise ID/)
  await typePlace(page, 'reno', /Reno NV/)
  await expect(row(page, 1)).toContainText(/Boise ID.*Reno NV.*14\.\d%/)
  await page.locator('[data-cell="0-0"]').focus()
  await page.keyboard.press('w')
  await page.getByRole('dialog', { name: 'Won: Boise to Reno' }).waitFor()
  await page.keyboard.press('Enter')
  await expect(row(page, 1)).toContainText('Won, 1 load made')
  await page.goto('/loads?q=harvest')
  await ready(page)
  await page.locator('[data-row]').first().click()
  await expect(page.getByText('Draft, not offered to anyone')).toBeVisible()
  await page.keyboard.press('e')
  await expect(page.getByText('This customer has nobody to bill').first()).toBeVisible()
  await page.getByLabel('Bills for Harvest Lantern Mills go to (email)').fill('bills@harvestlantern.example')
  await page.keyboard.press('Enter')
  await expect(page.getByText('This customer has nobody to bill')).toHaveCount(0)
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('alert')).toContainText('The street is not known yet')
})

test('a prospect quoted in Canadian dollars: typed, previewed, won, and the load sells in them', async ({ page }) => {
  await fitted()
  await signIn(page)
  await page.keyboard.press('q')
  await expect(page.getByRole('heading', { name: 'Quotes' })).toBeVisible()
  await page.keyboard.press('b')
  await page.getByRole('combobox', { name: 'Customer' }).fill('Teasel & Burr Seeds')
  await page.getByRole('option', { name: /New prospect/ }).waitFor()
  await page.keyboard.press('Enter')
  await page.getByLabel('Quoted in').selectOption('Canadian dollars')
  await page.getByRole('button', { name: 'Start the quote' }).press('Enter')
  await page.waitForURL(/\/quotes\/\d+$/)
  await ready(page)
  await page.locator('[data-cell="0-1"]').focus()
  await typePlace(page, 'boise id', /Boise ID/)
  await typePlace(page, 'reno', /Reno NV/)
  await expect(page.getByText(/^Canadian dollars at 0\.\d{4} on /)).toBeVisible()
  const price = page.getByRole('columnheader', { name: 'Price, C$' })
  await expect(price).toBeVisible()
  const cell = page.locator(
    `[data-cell="0-${Number(await price.evaluate((head) => [...head.parentElement!.children].indexOf(head)))}"]`,
  )
  await cell.focus()
  await page.keyboard.type('US$ 2,000')
  await page.keyboard.press('Enter')
  await expect(row(page, 1)).toContainText('US$ 2,000 is in US dollars, the quote in Canadian dollars')
  await cell.focus()
  await page.keyboard.type('C$3,100')
  await page.keyboard.press('Enter')
  await expect(row(page, 1)).toContainText('3,100')
  await page.locator('[data-cell="0-0"]').focus()
  await expect(page.getByRole('region', { name: 'The chosen line' })).toContainText(
    /C\$3,100 \(\$2,\d{3}(\.\d{2})? at 0\.\d{4} on/,
  )
  await page.keyboard.press('s')
  await expect(page.getByRole('region', { name: 'As the customer will see it' })).toContainText(
    /C\$3,100.*All prices are in Canadian dollars \(CAD\)/,
  )
  await page.keyboard.press('Escape')
  await page.locator('[data-cell="0-0"]').focus()
  await page.keyboard.press('w')
  await page.getByRole('dialog', { name: 'Won: Boise to Reno' }).waitFor()
  await page.keyboard.press('Enter')
  await expect(row(page, 1)).toContainText('Won, 1 load made')
  await page.keyboard.press('t')
  await expect(page.getByLabel('Prices in (given to the customer already)')).toBeDisabled()
  await page.goto('/loads?q=teasel')
  await ready(page)
  await page.locator('[data-row]').first().click()
  await expect(
    page
      .getByText(/sold for/)
      .first()
      .locator('xpath=..'),
  ).toContainText('C$3,100')
})

test('the server is away while a line is typed: nothing is lost, and it is sent when it is back', async ({ page }) => {
  await signIn(page)
  await beginQuote(page, 'Marigold')
  await page.route('**/quotes/*/act', (route) => route.abort())
  await page.keyboard.type('laredo tx')
  await page.keyboard.press('Enter')
  await page.keyboard.type('tulsa ok')
  await page.keyboard.press('Enter')
  await expect(page.getByText('The server did not answer. What you typed is still here').first()).toBeVisible()
  await expect(row(page, 1)).toContainText(/laredo.*tulsa/i)
  await page.unroute('**/quotes/*/act')
  await page.getByRole('button', { name: 'Try again' }).first().click()
  await expect(row(page, 1)).toContainText(/Laredo TX.*Tulsa OK.*16\.\d%/)
  await page.reload()
  await ready(page)
  await expect(page.getByText(/^1 line$/)).toBeVisible()
  await expect(row(page, 1)).toContainText(/Laredo TX.*Tulsa OK/)
})
