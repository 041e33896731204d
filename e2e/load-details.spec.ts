import { expect, type Page, test } from '@playwright/test'
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
  await phone.getByLabel('Name', { exact: true }).first().fill('Bo Lark')
  await phone.getByRole('button', { name: 'Tell the broker', exact: true }).click()
  await expect(phone.getByText(/You told us that something is not right: Pickup is at 9/)).toBeVisible()
  await expect(page.getByText('Bo Lark reports a mistake in it: Pickup is at 9, they told us')).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: `${nameOf(carrierId!)} reports a mistake` })).toBeVisible()

  await phone.getByText('We cannot haul it').click()
  await phone.getByLabel('Why, if you want to say').fill('Truck is in the shop')
  await phone.getByLabel('Name', { exact: true }).nth(1).fill('Bo Lark')
  await phone.getByRole('button', { name: 'Tell the broker no' }).click()
  await expect(page.getByText('Bo Lark says no to it: Truck is in the shop')).toBeVisible()
  // Their no ends nothing by itself: the award is the desk's to take back.
  await expect(page.getByRole('button', { name: /fell through/i })).toBeEnabled()
})

test('a document is dropped on a load, chosen by key and pasted; it opens in the page, and the keys stay with the page', async ({
  page,
}) => {
  const api = await caller()
  const loadId = await freshLoad(api)
  await signIn(page)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  const list = page.getByRole('region', { name: 'Documents' })
  await expect(list.getByText('None. Drop or paste a file anywhere here.')).toBeVisible()

  await giveFile(page, 'drop', 'POD signed.pdf', onePagePdf)
  await expect(page.getByLabel('It is a')).toHaveValue('proof_of_delivery')
  await expect(page.getByRole('checkbox', { name: 'the customer' })).toBeChecked()
  await page.keyboard.press('Enter')
  await expect(list.getByRole('link', { name: 'Proof of delivery' })).toBeVisible()
  await expect(page.getByText('Proof of delivery, for the customer added: POD signed.pdf')).toBeVisible()

  // The very same file is not kept twice; the dialog says so and keeps what was chosen.
  await giveFile(page, 'paste', 'copy.pdf', onePagePdf)
  await page.getByRole('button', { name: 'Add Enter' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'kept here already: POD signed.pdf' })).toBeVisible()
  await page.keyboard.press('Escape')

  await list.getByRole('link', { name: 'Proof of delivery' }).click()
  const viewer = page.getByRole('dialog')
  await expect(viewer.locator('canvas[data-drawn]')).toBeVisible()
  await viewer.locator('canvas').click()
  await page.keyboard.press('Escape')
  await expect(viewer).toHaveCount(0)
  await page.keyboard.press('f')
  await expect(page.getByRole('dialog', { name: 'Add a document' })).toBeVisible()
  const lumper = { name: 'lumper receipt.pdf', mimeType: 'application/pdf', buffer: Buffer.from(`${onePagePdf}%other`) }
  await page.getByLabel(/The file/).setInputFiles(lumper)
  await expect(page.getByLabel('It is a')).toHaveValue('lumper_receipt')
  await page.getByRole('button', { name: 'Add Enter' }).click()
  await expect(list.getByRole('listitem')).toHaveCount(2)
  await list.getByRole('listitem').filter({ hasText: 'lumper' }).getByRole('button', { name: 'Remove' }).click()
  await expect(list.getByRole('listitem')).toHaveCount(1)
})

/** The smallest PDF with a page that is drawn. */
const onePagePdf = `%PDF-1.4
1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj
2 0 obj<</Type/Pages/Kids[3 0 R]/Count 1>>endobj
3 0 obj<</Type/Page/Parent 2 0 R/MediaBox[0 0 200 100]/Contents 4 0 R>>endobj
4 0 obj<</Length 24>>stream
0 0 1 rg 20 20 80 40 re f
endstream endobj
trailer<</Root 1 0 R>>
`

/** Drops or pastes a file on the page, as a browser would hand it over. */
async function giveFile(page: Page, how: 'drop' | 'paste', name: string, content: string): Promise<void> {
  await page.evaluate(
    ([way, fileName, text]) => {
      const data = new DataTransfer()
      data.items.add(new File([text!], fileName!, { type: 'application/pdf' }))
      const event =
        way === 'drop'
          ? new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true })
          : new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })
      document.body.dispatchEvent(event)
    },
    [how, name, content],
  )
}
