import { expect, test } from '@playwright/test'
import { ready, signIn } from './desk'

test('a customer by the command line: a contact, a changed phone, what another changed meanwhile', async ({
  page,
  browser,
}) => {
  await signIn(page)
  await page.keyboard.press('/')
  await page.keyboard.type('marigold tile')
  await page.getByRole('option', { name: /Marigold & Flint Tile Laredo/ }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Marigold & Flint Tile' })).toBeVisible()
  await ready(page)

  // By keyboard alone: a contact, with what goes to them.
  await page.keyboard.press('c')
  await expect(page.getByLabel('Name')).toBeFocused()
  await page.keyboard.type('Wren Castellan')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Give a phone or an email address')).toBeVisible()
  await page.getByLabel('Email').fill('wren@marigoldflinttile.example')
  await page.getByRole('checkbox', { name: 'Invoices' }).check()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('region', { name: 'Contacts' })).toContainText('wren@marigoldflinttile.example: invoices')

  // Somebody else has the same form open and saves first.
  const other = await (await browser.newContext()).newPage()
  await signIn(other, 'ruth@ploverrook.example')
  await other.goto(page.url())
  await ready(other)
  await page.keyboard.press('e')
  await page.getByLabel('Phone').fill('509-555-0171')
  await other.keyboard.press('e')
  await other.getByLabel('Phone').fill('509-555-0172')
  await other.getByLabel('Pays in days').fill('30')
  await other.keyboard.press('Enter')
  await expect(other.getByRole('dialog')).toBeHidden()
  await page.getByRole('button', { name: 'Save Enter' }).click()
  await expect(page.getByText(/Somebody changed this meanwhile: Phone is now 509-555-0172/)).toBeVisible()
  await expect(page.getByLabel('Phone')).toHaveValue('509-555-0171')
  await page.getByRole('button', { name: 'Save Enter' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  const facts = page.locator('dl')
  await expect(facts).toContainText('509-555-0171')
  await expect(facts).toContainText('30 days after the invoice')
})

test('a dock’s hours are kept once, and a bare day means them from then on', async ({ page }) => {
  await signIn(page)
  await page.goto('/facilities?show=no_hours')
  await ready(page)
  await page.keyboard.press('ArrowDown')
  await expect(page.locator('a[data-row]:focus')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/facilities\/\d+/)
  await expect(page.getByRole('button', { name: 'Change e' })).toBeVisible()
  const name = await page.getByRole('heading', { level: 1 }).innerText()
  const city = await page.locator('main header h1 + span').innerText()
  await page.keyboard.press('e')
  await page.getByLabel('Dock opens').fill('06:00')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Give both hours, or none')).toBeVisible()
  await page.getByLabel('Dock closes').fill('14:30')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/6:00 am-2:30 pm [A-Z]+T/)).toBeVisible()

  await page.goto('/loads/new')
  await ready(page)
  await page.getByRole('combobox', { name: 'Facility' }).first().fill(`${name} ${city}`)
  await page.locator('li[role=option]:visible').first().click()
  await expect(page.getByLabel('When').first()).toBeFocused()
  await page.keyboard.type('+3')
  await expect(page.getByText(/6:00 am-2:30 pm/)).toBeVisible()
})

test('the list of customers sorts and filters in its address', async ({ page }) => {
  await signIn(page)
  await page.keyboard.press('C')
  await expect(page).toHaveURL('/customers')
  await ready(page)
  await page
    .getByRole('columnheader', { name: /Loads, 90 days/ })
    .getByRole('link')
    .click()
  await expect(page).toHaveURL(/sort=-loads/)
  const counts = () =>
    page
      .getByRole('table')
      .getByRole('row')
      .evaluateAll((rows) => rows.slice(1).map((row) => Number(row.children[5]!.textContent)))
  expect((await counts()).length).toBeGreaterThan(3)
  await expect
    .poll(async () => {
      const shown = await counts()
      return shown.every((count, at) => at === 0 || shown[at - 1]! >= count)
    })
    .toBe(true)
  await page.getByRole('combobox', { name: 'Show' }).selectOption('prospects')
  await expect(page).toHaveURL(/show=prospects/)
  await expect(page.getByRole('table').getByRole('row').nth(1)).toContainText('prospect')
})

test('a lane typed into the command line: what it costs, its loads, and a new load with its ends chosen', async ({
  page,
}) => {
  await signIn(page)
  await page.keyboard.press('/')
  await page.keyboard.type('twin falls to phoenix')
  const far = page.getByRole('status', { name: 'How far' })
  await expect(far).toContainText('truck miles')
  await expect(far).toContainText(/reefer \$[\d,]+ likely \$[\d,]+-\$[\d,]+/)
  await page.getByRole('option', { name: 'New load Twin Falls ID to Phoenix AZ' }).click()
  await expect(page.getByRole('combobox', { name: 'Facility' }).first()).toHaveValue(/Twin Falls ID/)
  await expect(page.getByRole('combobox', { name: 'Facility' }).nth(1)).toHaveValue(/Phoenix AZ/)
  await page.getByRole('heading', { name: 'New load' }).click()
  await page.keyboard.press('/')
  await page.keyboard.type('tomorrow')
  await page.getByRole('option', { name: /^Loads that pick up \w+, \w+ \d+$/ }).click()
  await expect(page).toHaveURL(/\/loads\?since=\d{4}-\d\d-\d\d&until=/)
})
