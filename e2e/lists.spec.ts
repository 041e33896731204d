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
  const added = ['Next stop', 'Offers', 'Posted on', 'Last note', 'Commodity']
  for (const name of added) await page.getByRole('checkbox', { name }).check()
  await page.keyboard.press('Escape')
  for (const name of added) await expect(page.getByRole('columnheader', { name })).toBeAttached()
  const head = page.getByRole('columnheader', { name: 'Customer' })
  const widthOf = async () => (await head.boundingBox())!.width
  // Each column that is chosen makes room: the widths rest once the last of them is kept.
  let before = 0
  await expect
    .poll(async () => {
      const last = before
      before = await widthOf()
      return before === last
    })
    .toBe(true)
  /** Half a pixel is lost where a width is kept as a whole one. */
  const grown = (by: number) =>
    expect.poll(async () => Math.abs((await widthOf()) - before - by)).toBeLessThanOrEqual(1)
  const box = (await head.boundingBox())!
  await page.mouse.move(box.x + box.width - 3, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width + 57, box.y + box.height / 2, { steps: 4 })
  await page.mouse.up()
  await grown(60)
  await head.getByRole('link').focus()
  await page.keyboard.press('Shift+ArrowLeft')
  await grown(44)
  await page.reload()
  await ready(page)
  await grown(44)
  const scrolls = await page
    .getByRole('table', { name: 'Loads' })
    .evaluate((table) => table.parentElement!.scrollWidth > table.parentElement!.clientWidth)
  expect(scrolls).toBe(true)
})

test('several loads are marked by key and by mouse, and handed over together after a preview', async ({ page }) => {
  const api = await caller()
  for (let count = 0; count < 3; count++) await freshLoad(api, { commodity: 'Felt thimblecases' })
  await signIn(page)
  await page.goto('/loads?q=thimblecases')
  await ready(page)
  const table = page.getByRole('table', { name: 'Loads' })
  await expect(table.getByRole('row')).toHaveCount(4)
  await page.keyboard.press('Tab')
  await page.locator('[data-row="0"]').focus()
  await page.keyboard.press('x')
  await page.getByRole('checkbox', { name: /^Mark/ }).nth(1).check()
  const bar = page.getByRole('region', { name: 'Marked loads' })
  await expect(bar).toContainText('2 marked')
  await page.keyboard.press('Escape')
  await expect(bar).toHaveCount(0)
  for (const nth of [0, 1, 2]) await page.getByRole('checkbox', { name: /^Mark/ }).nth(nth).check()
  await bar.getByRole('button', { name: 'Give to another rep' }).click()
  await page.getByRole('dialog').getByLabel('To').selectOption({ label: 'Teo Marchetti' })
  await expect(page.getByRole('list', { name: 'What would be done' }).getByText('will be done')).toHaveCount(3)
  await page.getByRole('button', { name: /Give to another rep: 3/ }).click()
  await expect(page.getByText('Give to another rep: 3 done')).toBeVisible()
  await page.getByLabel('Rep', { exact: true }).selectOption({ label: 'Teo Marchetti' })
  await expect(table.getByRole('row')).toHaveCount(4)
})
