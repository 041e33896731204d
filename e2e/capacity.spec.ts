import { expect, type Page, test } from '@playwright/test'
import { caller, mailUs, ready, signIn } from './desk'
import { clearCarriers, freshLoad, reading } from './loads'

interface Pickup {
  city: string
  region: string
  at: number
}

const pickupOf = (loadId: number): Pickup =>
  reading(
    (db) =>
      db
        .prepare('select origin_city city, origin_region region, pickup_at at from load where id = ?')
        .get(loadId) as Pickup,
  )
const carrierOf = (id: number) =>
  reading((db) => db.prepare('select name, mail from carrier where id = ?').get(id) as { name: string; mail: string })

/** A day as a mail writes it. */
const slashed = (at: number) => `${new Date(at).getUTCMonth() + 1}/${new Date(at).getUTCDate()}`

/** Opens the email of this subject among those to be read. */
async function openMail(page: Page, subject: string) {
  await page.goto('/intake/mail')
  await ready(page)
  const mail = page.getByRole('list', { name: 'Email to read' }).locator('[data-mail]').filter({ hasText: subject })
  await expect(mail).toBeVisible()
  return mail
}

test('a carrier’s list by email becomes trucks with one key; one of them brings its carrier up on a load, whose offer is awarded', async ({
  page,
}) => {
  const api = await caller()
  const loadId = await freshLoad(api)
  const { city, region, at } = pickupOf(loadId)
  // Far down the list, so that nothing but its truck can bring it up.
  const carrierId = (await clearCarriers(api, loadId, 8)).at(-1)!
  const { name, mail } = carrierOf(carrierId)
  await mailUs({
    from: mail,
    subject: 'Two for you',
    text: `Good morning,\n\n${city}, ${region} - 53 van - ${slashed(at)} - open\nReno, NV - van - ${slashed(at)} - CA, no NYC\n\nThanks`,
  })
  await signIn(page)
  const letter = await openMail(page, 'Two for you')
  const read = letter.getByRole('region', { name: 'What was read' })
  await expect(read).toContainText('2 trucks')
  await expect(read).toContainText(`${city} ${region}`)
  await expect(letter.getByTitle('place').first()).toContainText(`${city}, ${region}`)
  // The letter has the focus, and one key takes all of it.
  await letter.getByRole('region', { name: /^Text of/ }).focus()
  await page.keyboard.press('y')
  await expect(page.getByText('Two for you')).toHaveCount(0)

  await page.goto('/capacity')
  await ready(page)
  const trucks = page.getByRole('list', { name: 'Trucks we know of' })
  await expect(trucks.getByRole('listitem').filter({ hasText: name }).filter({ hasText: 'Reno NV' })).toContainText(
    'CA, not New York, NY',
  )
  const here = trucks
    .getByRole('listitem')
    .filter({ hasText: name })
    .filter({ hasText: `${city} ${region}` })
  await here.getByRole('link', { name: `${city} ${region}` }).click()
  await expect(page.getByRole('complementary', { name: 'Loads' })).toContainText(`PR-${20_000 + loadId}`)

  await page.goto(`/loads/${loadId}`)
  await ready(page)
  const shortlist = page.getByRole('region', { name: 'Shortlist' })
  await expect(shortlist.getByRole('row').filter({ hasText: name })).toContainText(`truck in ${city} ${region}`)
  await shortlist.getByRole('button', { name }).click()
  await page.getByLabel('Price, all in').fill('1600')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('region', { name: 'Offers' })).toContainText(name)
  const offerId = reading((db) =>
    db.prepare('select id from offer where load_id = ? and carrier_id = ?').pluck().get(loadId, carrierId),
  )
  const awarded = await api.post(`/loads/${loadId}/act`, {
    data: {
      intent: 'award',
      offerId,
      priceReason: 'its truck stands there',
      buyCharges: [{ kind: 'line_haul', basis: 'flat', rateE4: 16_000_000 }],
    },
  })
  expect(awarded.status(), await awarded.text()).toBe(200)
  // Its truck is taken: it is known no more.
  await page.goto('/capacity')
  await ready(page)
  await expect(trucks.getByRole('listitem').filter({ hasText: 'Reno NV' }).filter({ hasText: name })).toBeVisible()
  await expect(here).toHaveCount(0)
})

test('a doubtful reading is put right at its words, and a truck that is none is refused', async ({ page }) => {
  await mailUs({
    from: 'night@somebody-new.example',
    subject: 'Trucks maybe',
    text: 'Van in Spokanne tomorrow\nReefer Elko NV tomorrow',
  })
  await signIn(page)
  const letter = await openMail(page, 'Trucks maybe')
  await letter.getByRole('button', { name: /Spokanne/ }).click()
  const dialog = page.getByRole('dialog', { name: 'Put the truck right' })
  await dialog.getByLabel('Wants to go to').fill('WA, OR')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(letter.getByRole('link', { name: 'known' })).toBeVisible()
  await letter.getByRole('button', { name: 'Elko, NV is not a truck' }).click()
  await expect(page.getByText('Trucks maybe')).toHaveCount(0)
  await page.goto('/capacity')
  await ready(page)
  const row = page.getByRole('listitem').filter({ hasText: 'night@somebody-new.example' })
  await expect(row).toContainText('Spokane WA')
  await expect(row).toContainText('WA, OR')
})

test('a truck from the phone is kept by keyboard: carrier, place, day; and taken off by a key', async ({ page }) => {
  await signIn(page)
  await page.goto('/capacity')
  await ready(page)
  await page.keyboard.press('a')
  await expect(page.getByRole('dialog', { name: 'A truck from the phone' })).toBeVisible()
  await expect(page.getByRole('combobox', { name: 'Carrier' })).toBeFocused()
  await page.keyboard.type('wandering elk')
  await page.locator('li[role=option]:visible').first().waitFor()
  await page.keyboard.press('Enter')
  const place = page.getByRole('combobox', { name: 'Empty in' })
  await expect(place).toBeFocused()
  await page.keyboard.type('pendleton or')
  await page.locator('li[role=option]:visible').first().waitFor()
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'Day' }).fill('tomorrow')
  await page.keyboard.press('Enter')
  const row = page
    .getByRole('list', { name: 'Trucks we know of' })
    .getByRole('listitem')
    .filter({ hasText: 'Pendleton OR' })
  await expect(row).toContainText('Wandering Elk')
  await expect(row).toContainText('phone')
  await row.getByRole('link', { name: 'Pendleton OR' }).focus()
  await page.keyboard.press('x')
  await expect(row).toHaveCount(0)
})

test('what is put right in one email is read right in the next, and can be taken back on the dossier', async ({
  page,
}) => {
  const api = await caller()
  const loadId = await freshLoad(api)
  const carrierId = (await clearCarriers(api, loadId, 9)).at(-1)!
  const { mail } = carrierOf(carrierId)
  const says = (subject: string) => mailUs({ from: mail, subject, text: 'Flat in Portland tomorrow, wants CA' })
  await says('First one')
  await signIn(page)
  const first = await openMail(page, 'First one')
  await first.getByRole('button', { name: 'Put Portland, OR right' }).click()
  const dialog = page.getByRole('dialog', { name: 'Put the truck right' })
  await dialog.getByRole('combobox', { name: 'Empty in' }).fill('portland me')
  await page.locator('li[role=option]:visible').filter({ hasText: 'Portland ME' }).first().click()
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('First one')).toHaveCount(0)
  await says('Second one')
  const second = await openMail(page, 'Second one')
  await expect(second.getByRole('region', { name: 'What was read' })).toContainText('Portland ME')
  await page.goto(`/carriers/${carrierId}`)
  await ready(page)
  const habits = page.getByRole('region', { name: 'How their email is read' })
  await expect(habits).toContainText('“portland” is Portland, ME')
  await habits.getByRole('button', { name: 'Forget' }).click()
  await expect(habits).toHaveCount(0)
})
