import { expect, test } from '@playwright/test'
import { caller, ready, signIn } from './desk'
import { clearCarriers, freshLoad, nameOf, reading } from './loads'

test('a declined offer is taken back with Ctrl+Z, whom we spoke with stays, and a new price keeps the old one in sight', async ({
  page,
}) => {
  const api = await caller()
  const loadId = await freshLoad(api)
  const [carrierId] = await clearCarriers(api, loadId, 1)
  await signIn(page)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await page.keyboard.press('o')
  await page.keyboard.type(nameOf(carrierId!))
  await expect(page.locator('li[role=option]:visible').first()).toContainText(nameOf(carrierId!))
  await page.keyboard.press('Enter')
  await page.keyboard.type('2400')
  await page.getByLabel('Spoke with').fill('Dot Fenn')
  await page.getByLabel('Their phone').fill('555-0142')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Ten digits, as 208-555-0101')).toBeVisible()
  await page.getByLabel('Their phone').fill('208-555-0142')
  await page.keyboard.press('Enter')
  const offers = page.getByRole('list', { name: /Offers/ })
  await expect(offers).toContainText('208-555-0142')
  await expect(offers).toContainText('spoke with Dot Fenn')

  await page.keyboard.press('x')
  await expect(offers.getByText('declined')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(offers.getByText('declined')).toBeHidden()
  await expect(page.getByText(/stands again/).first()).toBeVisible()

  await api.post(`/loads/${loadId}/act`, { data: { intent: 'record_offer', offer: { carrierId, payMinor: 231_000 } } })
  await expect(offers).toContainText('asked 2,400 before')
  await expect(offers).toContainText('spoke with Dot Fenn')

  // Back to a draft: the offers stay.
  await page.getByRole('button', { name: 'Back to draft' }).click()
  await page.getByLabel('Why').fill('waits for their paperwork')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Back to a draft: waits for their paperwork')).toBeVisible()
  await expect(offers).toContainText('2,310')
  await page.getByRole('button', { name: 'Open for cover' }).click()
  await expect(page.getByText(/Uncovered, picks up in/)).toBeVisible()
})

test('an offer from a carrier that is not on file: found in the register, added and vetted on the way', async ({
  page,
}) => {
  const fresh = reading(
    (db) =>
      db
        .prepare(
          'select name from register_record where may_carry = 1 and dot_number not in (select dot_number from carrier) and length(name) > 12 and search not in (select search from carrier) limit 1',
        )
        .pluck()
        .get() as string,
  )
  const loadId = await freshLoad(await caller())
  await signIn(page)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await page.keyboard.press('o')
  await page.keyboard.type(fresh)
  const option = page.locator('li[role=option]:visible', { hasText: 'not on file' }).first()
  await expect(option).toBeVisible()
  await option.click()
  await expect(page.getByText(/is on file now, vetting:/)).toBeVisible()
  await expect(page.getByLabel('Price, all in')).toBeFocused()
  await page.keyboard.type('2300')
  await page.keyboard.press('Enter')
  await expect(page.getByText(new RegExp(`Offer \\$2,300 from ${fresh.slice(0, 8)}`, 'i'))).toBeVisible()
})

test('the bell counts what a carrier did while somebody looked elsewhere, and forgets it once it was seen', async ({
  page,
}) => {
  const api = await caller()
  const loadId = await freshLoad(api)
  const [carrierId] = await clearCarriers(api, loadId, 1)
  await signIn(page)
  // Boards and emails bring news of other loads meanwhile: it is looked at until nothing is left.
  const lookAtAll = () =>
    expect(async () => {
      await page.keyboard.press('N')
      await page.keyboard.press('Escape')
      await expect(page.getByRole('button', { name: 'Nothing new' })).toBeVisible({ timeout: 1000 })
    }).toPass({ timeout: 30_000 })
  await lookAtAll()
  await page.keyboard.press('C')
  await expect(page).toHaveURL('/customers')
  // An offer with an end that comes by the clock, on a load that is not open in any window.
  await api.post(`/loads/${loadId}/act`, {
    data: { intent: 'record_offer', offer: { carrierId, payMinor: 240_000, goodUntil: Date.now() + 2500 } },
  })
  const bell = page.getByRole('button', { name: /new$/ })
  await expect(bell).toHaveAccessibleName(/^\d+\+? new$/, { timeout: 30_000 })
  await expect(page).toHaveTitle(/^\(\d+\) Customers/)
  await bell.click()
  const list = page.getByRole('list', { name: /What is new/ })
  await expect(list.getByRole('link', { name: /lapsed/ }).first()).toBeVisible()
  await list
    .getByRole('link', { name: /lapsed/ })
    .first()
    .click()
  await expect(page).toHaveURL(/\/loads\/\d+/)
  await lookAtAll()
  await expect(page).not.toHaveTitle(/^\(\d+\)/)
})
