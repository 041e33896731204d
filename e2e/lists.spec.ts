import { expect, test } from '@playwright/test'
import { caller, ready, signIn } from './desk'
import { freshLoad } from './loads'

test('loads around a place and lacking something are found, added up, and the search is shared with the desk', async ({
  page,
  browser,
}) => {
  const api = await caller()
  const loadId = await freshLoad(api, { commodity: 'Clay thimbles' })
  await signIn(page)
  await page.goto('/loads?q=thimbles')
  await ready(page)
  const table = page.getByRole('table', { name: 'Loads' })
  await expect(table.getByRole('row')).toHaveCount(2)
  await expect(page.getByRole('status', { name: 'Totals' })).toContainText('sell $2,880')

  await page.getByRole('button', { name: 'More filters' }).click()
  await page.getByLabel('Missing').selectOption({ label: 'No carrier' })
  await expect(page).toHaveURL(/missing=carrier/)
  await expect(table.getByRole('row')).toHaveCount(2)
  await page.getByLabel('Picked up near (city, state)').fill('Laredo TX')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/near=Laredo/)
  await expect(page.getByText('Nothing fits.')).toBeVisible()
  await page.goBack()
  await expect(table.getByRole('row')).toHaveCount(2)

  await page.getByRole('button', { name: 'Save this search' }).click()
  await page.getByLabel('Its name').fill('Thimbles to cover')
  await page.getByLabel('Share it with the desk').check()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Drop “Thimbles to cover”' })).toBeVisible()
  const teo = await (await browser.newContext()).newPage()
  await signIn(teo, 'teo@ploverrook.example')
  await teo.goto('/loads')
  await ready(teo)
  const shared = teo.getByRole('link', { name: 'Thimbles to cover' })
  await expect(shared).toHaveAttribute('title', 'shared by Ines Calloway')
  await shared.click()
  await expect(teo.getByRole('link', { name: `PR-${20_000 + loadId}`, exact: true })).toBeVisible()
  await expect(teo.getByRole('button', { name: /^Drop/ })).toHaveCount(0)
})

test('columns are chosen and made wider by mouse and by keyboard; a table with more than there is room for is scrolled', async ({
  page,
}) => {
  await signIn(page, 'teo@ploverrook.example')
  await page.goto('/loads')
  await ready(page)
  await page.getByRole('button', { name: 'Columns' }).click()
  for (const name of ['Next stop', 'Offers', 'Posted on', 'Last note', 'Commodity'])
    await page.getByRole('checkbox', { name }).check()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('columnheader', { name: 'Last note' })).toBeAttached()
  const head = page.getByRole('columnheader', { name: 'Customer' })
  const widthOf = async () => Math.round((await head.boundingBox())!.width)
  const before = await widthOf()
  const box = (await head.boundingBox())!
  await page.mouse.move(box.x + box.width - 3, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width + 57, box.y + box.height / 2, { steps: 4 })
  await page.mouse.up()
  await expect.poll(widthOf).toBe(before + 60)
  await head.getByRole('link').focus()
  await page.keyboard.press('Shift+ArrowLeft')
  await expect.poll(widthOf).toBe(before + 44)
  await page.reload()
  await ready(page)
  await expect.poll(widthOf).toBe(before + 44)
  const scrolls = await page
    .getByRole('table', { name: 'Loads' })
    .evaluate((table) => table.parentElement!.scrollWidth > table.parentElement!.clientWidth)
  expect(scrolls).toBe(true)
})
