import { expect, type Page, test } from '@playwright/test'
import { caller, ready, signIn } from './desk'
import { freshLoad, reading } from './loads'

const customer = (page: Page) => page.getByRole('combobox', { name: 'Customer' })
const facility = (page: Page, at: number) => page.getByRole('combobox', { name: 'Facility' }).nth(at)
const when = (page: Page, at: number) => page.getByLabel('When').nth(at)

async function newLoad(page: Page): Promise<void> {
  await page.goto('/loads/new')
  await ready(page)
  const startOver = page.getByRole('button', { name: 'Start over' })
  if (await startOver.isVisible()) await startOver.click()
  await expect(customer(page)).toBeFocused()
}

/** Types into the field that has the focus, and takes the first of what is found. */
async function choose(page: Page, text: string, first: RegExp): Promise<void> {
  await page.keyboard.type(text)
  await expect(page.locator('li[role=option]:visible').first()).toContainText(first)
  await page.keyboard.press('Enter')
}

test('the focus goes from field to field; the delivery follows the pickup until it is typed', async ({ page }) => {
  await signIn(page)
  await newLoad(page)
  await choose(page, 'snowmelt', /Snowmelt/)
  await expect(facility(page, 0)).toBeFocused()
  await choose(page, 'twin falls', /Twin Falls/)
  await expect(when(page, 0)).toBeFocused()
  await page.keyboard.type('+3 8-11')
  await facility(page, 1).focus()
  await choose(page, 'phoenix', /Phoenix/)
  await expect(when(page, 1)).toBeFocused()
  await expect(page.getByText(/as early as it can be driven/)).toBeVisible()
  const first = await when(page, 1).inputValue()
  await when(page, 0).fill('+4 8-11')
  await expect(when(page, 1)).not.toHaveValue(first)
  await when(page, 1).fill('+14 by noon')
  await when(page, 0).fill('+5 8-11')
  await expect(when(page, 1)).toHaveValue('+14 by noon')
  await expect(page.getByText(/has \d+ d.* longer than the drive/)).toBeVisible()
  // What is not understood looks like an error once the field is left.
  await when(page, 1).fill('some day')
  await when(page, 0).focus()
  await expect(page.getByText(/^When\? e\.g\. tue 8-11/)).toBeVisible()
  await expect(when(page, 1)).toHaveAttribute('aria-invalid', 'true')

  // A customer made on the spot is chosen, and typing goes on.
  await customer(page).fill('Clay Thimble Pottery')
  await page.getByRole('option', { name: /New customer/ }).click()
  await page.keyboard.type('bills@claythimble.example')
  await page.keyboard.press('Enter')
  await expect(customer(page)).toHaveValue('Clay Thimble Pottery')
  await expect(facility(page, 0)).toBeFocused()
})

test('what is typed survives a reload, another room and a sign-out; saved, it is forgotten', async ({ page }) => {
  await signIn(page)
  await newLoad(page)
  await choose(page, 'snowmelt', /Snowmelt/)
  await page.getByLabel('Freight', { exact: true }).fill('Certified seed')
  await page.reload()
  await ready(page)
  await expect(page.getByText(/Not saved: as you left it/)).toBeVisible()
  await expect(page.getByLabel('Freight', { exact: true })).toHaveValue('Certified seed')
  await page.getByLabel('Weight lb').fill('40,500')

  // A wrong key outside the fields leads away, and back.
  await page.getByRole('heading', { name: 'New load' }).click()
  await page.keyboard.press('h')
  await expect(page.getByText('New load is not saved. It is kept as you left it.')).toBeVisible()
  await page.getByRole('button', { name: 'Go back' }).click()
  await expect(page.getByLabel('Weight lb')).toHaveValue('40,500')

  await page.context().clearCookies()
  await signIn(page)
  await page.goto('/loads/new')
  await ready(page)
  await expect(customer(page)).toHaveValue(/Snowmelt/)

  // Somebody else's form is their own.
  const other = await page.context().browser()!.newContext()
  const dex = await other.newPage()
  await signIn(dex, 'ruth@ploverrook.example')
  await dex.goto('/loads/new')
  await ready(dex)
  await expect(customer(dex)).toHaveValue('')
  await other.close()

  // Without a lane it is no load yet: it is put aside for anybody to finish, and has no number.
  const loads = () => reading((db) => db.prepare('select count(*) from load').pluck().get())
  const before = loads()
  await page.keyboard.press('Control+d')
  await expect(page.getByRole('region', { name: 'Unfinished loads' })).toContainText('Snowmelt')
  expect(loads()).toBe(before)
  await page.goto('/loads/new')
  await ready(page)
  await expect(customer(page)).toHaveValue('')

  await page.goto('/loads')
  await ready(page)
  await page.getByRole('region', { name: 'Unfinished loads' }).getByRole('link').first().click()
  await expect(page.getByLabel('Weight lb')).toHaveValue('40,500')
  await facility(page, 0).click()
  await choose(page, 'twin falls', /Twin Falls/)
  await page.keyboard.type('+3 8-11')
  await facility(page, 1).click()
  await choose(page, 'phoenix', /Phoenix/)
  await expect(when(page, 1)).not.toHaveValue('')
  await page.keyboard.press('Control+Enter')
  // What is missing is said once; the second time it is meant.
  await expect(page.getByRole('alert').filter({ hasText: 'No sell charge' })).toBeVisible()
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('heading', { name: 'Twin Falls to Phoenix' })).toBeVisible()
  await page.goto('/loads')
  await ready(page)
  await expect(page.getByRole('region', { name: 'Unfinished loads' })).toBeHidden()
})

test('two people change one load: the second sees what the first changed, and nothing is overwritten silently', async ({
  page,
  browser,
}) => {
  const loadId = await freshLoad(await caller())
  const other = await (await browser.newContext()).newPage()
  await signIn(page)
  await signIn(other, 'ruth@ploverrook.example')
  for (const each of [page, other]) {
    await each.goto(`/loads/${loadId}/change`)
    await ready(each)
  }
  await page.getByLabel('Freight', { exact: true }).fill('Empty boxes')
  await page.getByLabel('Pallets').fill('24')
  await other.getByLabel('Weight lb').fill('31,000')
  await other.getByLabel('Pallets').fill('22')
  await other.keyboard.press('Control+Enter')
  await expect(other.getByText(/Uncovered, picks up in/)).toBeVisible()
  await page.keyboard.press('Control+Enter')
  const said = page.getByRole('alert').filter({ hasText: 'changed it meanwhile' })
  await expect(said).toContainText('Ruth Amsel changed it meanwhile. Taken over: Weight.')
  await expect(said).toContainText('Pallets: theirs 22, yours 24')
  await expect(page.getByLabel('Weight lb')).toHaveValue('31000')
  await expect(page.getByLabel('Freight', { exact: true })).toHaveValue('Empty boxes')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByText(/Uncovered, picks up in/)).toBeVisible()
  await expect(page.getByText(/31,000 lb, Empty boxes/)).toBeVisible()
})
