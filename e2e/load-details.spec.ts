import { expect, test } from '@playwright/test'
import { caller, linkIn, ready, signIn } from './desk'
import { clearCarriers, freshLoad, nameOf } from './loads'

const chargesOfCopy = [
  { kind: 'line_haul', basis: 'flat', rateE4: 28_800_000 },
  { kind: 'detention', basis: 'flat', rateE4: 1_500_000, note: 'three hours at the dock', day: '2026-11-24' },
]

test('a stop, the freight and who else has to do with a load are said by keyboard, and stand on its page', async ({
  page,
}) => {
  const api = await caller()
  const copied = await freshLoad(api, { sellCharges: chargesOfCopy })
  await signIn(page)
  await page.goto(`/loads/new?copy=${copied}`)
  await ready(page)
  await expect(page.getByText('Left out, as of one load only: detention 150 flat.')).toBeVisible()
  await expect(page.getByLabel('When').first()).toBeFocused()
  await page.keyboard.type('+3 8-11')

  // More about the stop in whose fields the focus is.
  await page.keyboard.press('Control+m')
  await expect(page.getByLabel('Ask for')).toBeFocused()
  await page.keyboard.type('Dee Marsh')
  await page.keyboard.press('Tab')
  await page.keyboard.type('208-555-0140')
  await page.keyboard.press('Tab')
  await page.keyboard.press('ArrowDown')
  await expect(page.getByLabel('Dock or liftgate')).toHaveValue('liftgate')
  await page.getByLabel('Note for the driver, on the rate confirmation').fill('Scale before loading')
  await page.getByRole('button', { name: 'Add a number of this stop' }).click()
  await page.getByLabel('Number of stop 1 1', { exact: true }).selectOption('other')
  await page.getByLabel('Name of number of stop 1 1').fill('Gate code')
  await page.getByLabel('Number of number of stop 1 1').fill('4471')
  // Closed again, one line says what stands there.
  await page.getByLabel('When').first().focus()
  await page.keyboard.press('Control+m')
  await expect(page.getByText(/Ask for Dee Marsh, 208-555-0140; Gate code 4471; Scale before loading/)).toBeVisible()

  await page.getByLabel('Weight lb').focus()
  await page.keyboard.press('Control+m')
  await expect(page.getByLabel('Pieces', { exact: true })).toBeFocused()
  await page.keyboard.type('24')
  await page.getByLabel('Size of one, inches').fill('four feet')
  await page.getByLabel('Hazardous').check()
  await expect(page.getByText('Hazardous freight: the carrier will ask for its UN number')).toBeVisible()
  await page.getByLabel('UN number').fill('1263')
  await page.getByRole('button', { name: /Payer, customs, dispatcher/ }).click()
  await page.getByLabel('Dispatcher').selectOption({ label: 'Teo Marchetti' })
  await page.getByRole('button', { name: 'Add a rep' }).click()
  await page.getByLabel('Share of rep 1 in percent').fill('140')
  await page.getByRole('button', { name: 'Add a link' }).click()
  await page.getByLabel('Address of link 1').fill('https://dock.example/7')

  // What is wrong is at its field, and nothing is lost.
  await page.keyboard.press('Control+Enter')
  await expect(page.getByLabel('Size of one, inches')).toHaveAttribute('aria-invalid', 'true')
  await page.getByLabel('Size of one, inches').fill('48 x 40 x 60')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByLabel('Share of rep 1 in percent')).toHaveAttribute('aria-invalid', 'true')
  await page.getByLabel('Share of rep 1 in percent').fill('40')
  await expect(async () => {
    await page.keyboard.press('Control+Enter')
    await expect(page).toHaveURL(/\/loads\/\d+$/, { timeout: 2000 })
  }).toPass()

  const facts = page.getByRole('region', { name: 'Freight, references, notes, charges' })
  await expect(facts.getByText(/24 pieces, 48 x 40 x 60 in each, UN1263/)).toBeVisible()
  await expect(facts.getByText('Gate code')).toContainText('4471 at stop 1, on the rate confirmation')
  await expect(facts.getByText('Teo Marchetti')).toBeVisible()
  await expect(facts.getByRole('link', { name: 'https://dock.example/7' })).toBeVisible()
  await expect(page.getByText(/No dock: liftgate; Ask for Dee Marsh/)).toBeVisible()
  await expect(page.getByText(/, hazardous, /)).toBeVisible()
})

test('a carrier answers from the link that something is not right, or no; the desk sees it, and decides', async ({
  page,
  browser,
}) => {
  const api = await caller()
  const loadId = await freshLoad(api)
  const [carrierId] = await clearCarriers(api, loadId, 1)
  await api.post(`/loads/${loadId}/act`, {
    data: { intent: 'record_offer', offer: { carrierId, payMinor: 180_000, goodUntil: null } },
  })
  await signIn(page)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await page.keyboard.press('a')
  await expect(page.getByText(/Clear: authority|with caution/)).toBeVisible()
  await page.keyboard.type('1800')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Send Enter' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByText(/version 1 emailed to/)).toBeVisible()

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  await phone.goto(await linkIn('confirmation-'))
  await ready(phone)
  await phone.getByText('Something is not right').click()
  await phone.getByLabel('What is not right?').fill('Pickup is at 9, they told us')
  await phone.getByLabel('Your name').first().fill('Bo Lark')
  await phone.getByRole('button', { name: 'Tell the broker', exact: true }).click()
  await expect(phone.getByText(/You told us that something is not right: Pickup is at 9/)).toBeVisible()
  await expect(page.getByText('Bo Lark reports a mistake in it: Pickup is at 9, they told us')).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: `${nameOf(carrierId!)} reports a mistake` })).toBeVisible()

  await phone.getByText('We cannot haul it').click()
  await phone.getByLabel('Why, if you want to say').fill('Truck is in the shop')
  await phone.getByLabel('Your name').nth(1).fill('Bo Lark')
  await phone.getByRole('button', { name: 'Tell the broker no' }).click()
  await expect(page.getByText('Bo Lark says no to it: Truck is in the shop')).toBeVisible()
  // Their no ends nothing by itself: the award is the desk's to take back.
  await expect(page.getByRole('button', { name: /fell through/i })).toBeEnabled()
})
