import { expect, test } from '@playwright/test'
import { caller, ready, signIn } from './desk'

/** An open load to Phoenix: a way of some hundred miles. */
async function loadToPhoenix(): Promise<number> {
  const loads = (await (await (await caller()).get('/find/loads?q=uncovered phoenix')).json()) as { id: number }[]
  return loads[0]!.id
}

test('a city of six states is chosen among them by keyboard, and the new facility stands on the map', async ({
  page,
}) => {
  await signIn(page)
  await page.goto('/loads/new')
  await ready(page)
  await page.getByRole('combobox', { name: 'Facility' }).first().fill('Quarry dock')
  await page.getByRole('option', { name: /New facility/ }).click()
  const city = page.getByRole('combobox', { name: 'City or postal code' })
  await expect(city).toBeFocused()
  await city.pressSequentially('sprfld')
  await expect(page.getByRole('option').first()).toContainText('Springfield MO')
  await city.fill('springfield oh')
  await expect(page.getByRole('option').first()).toContainText('23 mi northeast of Dayton')
  await expect(city).toHaveAttribute('aria-expanded', 'true')
  await city.press('Enter')
  await expect(page.getByLabel('Street')).toBeFocused()
  await page.getByLabel('Street').fill('4 Quarry Rd')
  await page.getByLabel('Street').press('Enter')
  await expect(page.getByRole('combobox', { name: 'Facility' }).first()).toHaveValue(/Quarry dock, Springfield OH/)
  await page.getByRole('combobox', { name: 'Facility' }).nth(1).fill('phoenix')
  await page
    .getByRole('option', { name: /Phoenix AZ/ })
    .first()
    .click()
  await expect(page.getByText(/truck miles/)).toBeVisible()
  await expect(page.getByRole('img', { name: /miles, mostly/ })).toBeVisible()
  await page.getByRole('combobox', { name: 'Facility' }).first().fill('Quarry')
  await expect(page.getByRole('option', { name: /Quarry dock, Springfield OH/ })).toBeVisible()
})

test('two facilities known: miles, the legs and the line of the road come from the server', async () => {
  const api = await caller()
  const found = (await (await api.get('/find/facilities?q=a')).json()) as { id: number }[]
  const route = (await (await api.get(`/loads/route?stops=${found[0]!.id},${found[1]!.id}`)).json()) as {
    miles: number
    legs: { byRoad: boolean }[]
    ways: { line: unknown[] }[]
  }
  expect(route.miles).toBeGreaterThan(0)
  expect(route.legs).toHaveLength(1)
  expect(route.ways[0]!.line.length).toBeGreaterThan(1)
})

test('the map of a load: moved, zoomed and brought home by keys and buttons, and described in words', async ({
  page,
}) => {
  await signIn(page)
  const loadId = await loadToPhoenix()
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await page.keyboard.press('m')
  const dialog = page.getByRole('dialog')
  const map = dialog.getByRole('img', { name: /miles, mostly/ })
  const home = await map.getAttribute('viewBox')
  await map.focus()
  await page.keyboard.press('+')
  await expect(map).not.toHaveAttribute('viewBox', home!)
  const near = await map.getAttribute('viewBox')
  await page.keyboard.press('ArrowRight')
  await expect(map).not.toHaveAttribute('viewBox', near!)
  await page.keyboard.press('0')
  await expect(map).toHaveAttribute('viewBox', home!)
  await dialog.getByRole('button', { name: 'Farther' }).click()
  await expect(map).not.toHaveAttribute('viewBox', home!)
  await dialog.getByRole('button', { name: 'Whole route' }).click()
  await expect(map).toHaveAttribute('viewBox', home!)
  await map.hover()
  await page.mouse.wheel(0, -200)
  await expect(map).not.toHaveAttribute('viewBox', home!)
  await expect(dialog.getByRole('listitem').first()).toContainText(/I-\d+ \d+/)
})

test('the way is drawn on the server, before any script runs', async ({ browser }) => {
  const api = await caller()
  const loadId = await loadToPhoenix()
  const page = await (
    await browser.newContext({ javaScriptEnabled: false, storageState: await api.storageState() })
  ).newPage()
  await page.goto(`/loads/${loadId}`)
  await expect(
    page
      .getByRole('img', { name: /miles, mostly/ })
      .locator('path')
      .first(),
  ).toBeVisible()
  const shapes = await (await api.get('/map/shapes.svg')).text()
  expect(shapes).toMatch(/^<svg[^>]*>.*id="land".*id="lakes".*id="borders"/s)
})

test('boise to laredo: the command line answers without leaving the page', async ({ page }) => {
  await signIn(page)
  const at = page.url()
  await page.keyboard.press('/')
  await page.keyboard.type('boise to laredo')
  const panel = page.getByRole('status', { name: 'How far' })
  await expect(panel).toContainText(/1,[67]\d\d truck miles/)
  await expect(panel).toContainText(/Boise ID to Laredo TX/)
  await expect(panel).toContainText(/with rests.*as a team/)
  await page.getByPlaceholder(/boise to laredo/).fill('boise to qqqqq')
  await expect(page.getByText('No place like “qqqqq”')).toBeVisible()
  await page.getByPlaceholder(/boise to laredo/).fill('boise to honolulu')
  await expect(page.getByText('No road leads there')).toBeVisible()
  await page.keyboard.press('Escape')
  expect(page.url()).toBe(at)
})

test('a delivery that the law does not allow is reported with what would fix it', async ({ page }) => {
  await signIn(page)
  const loadId = await loadToPhoenix()
  await page.goto(`/loads/new?copy=${loadId}`)
  await ready(page)
  await page.getByLabel('When').first().fill('tomorrow 8')
  await page.getByLabel('When').nth(1).fill('tomorrow 20:00')
  await expect(
    page.getByText(/Cannot legally be there in time: [\d,]+ miles with rests, .* late\. .* would fix it/).first(),
  ).toBeVisible()
})

test('stops between that zigzag are put in their best order with one click', async ({ page }) => {
  await signIn(page)
  await page.goto('/loads/new')
  await ready(page)
  for (let extra = 0; extra < 2; extra++) await page.getByRole('button', { name: 'Add a stop' }).click()
  const facilities = page.getByRole('combobox', { name: 'Facility' })
  for (const [at, city] of ['Yakima', 'Denver', 'Pocatello', 'Phoenix'].entries()) {
    await facilities.nth(at).fill(city)
    await page
      .getByRole('option', { name: new RegExp(city) })
      .first()
      .click()
  }
  await expect(page.getByText(/Another order of the stops between saves \d{3} miles/)).toBeVisible()
  await page.getByRole('button', { name: 'Put them in that order' }).click()
  await expect(facilities.nth(1)).toHaveValue(/Pocatello/)
  await expect(facilities.nth(2)).toHaveValue(/Denver/)
  await expect(page.getByText(/Another order of the stops/)).toBeHidden()
})
