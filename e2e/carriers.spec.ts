import { expect, type Page, test } from '@playwright/test'
import { caller, linkIn, mails, ready, signIn } from './desk'
import { clearCarriers, freshLoad, nameOf, reading } from './loads'
import { world } from './world'

const { register } = world
const pdf = Buffer.from(
  '%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj\n2 0 obj<</Type/Pages/Kids[]/Count 0>>endobj\ntrailer<</Root 1 0 R>>\n',
)

interface Known {
  dotNumber: string
  mcNumber: string | null
  legalName: string
  mail: string | null
  phones: string[]
  filings: { cancelledOn: string | null }[]
}

/** Carriers of the register that are not ours yet and are in order there. */
function strangers(): Known[] {
  const held = new Set(reading((db) => db.prepare('select dot_number from carrier').pluck().all() as string[]))
  return reading(
    (db) =>
      db
        .prepare(
          "select record from register_record where may_carry = 1 and json_extract(record, '$.mail') is not null and json_extract(record, '$.filings[0].cancelledOn') is null order by dot_number",
        )
        .pluck()
        .all() as string[],
  )
    .map((record) => JSON.parse(record) as Known)
    .filter((each) => !held.has(each.dotNumber))
}

/** One of them; the register's first file is read a while after the start. */
async function stranger(skip: number): Promise<Known> {
  await expect.poll(() => strangers().length).toBeGreaterThan(skip)
  return strangers()[skip]!
}

const carrierIdOf = (page: Page) => Number(/\/carriers\/(\d+)/.exec(page.url())![1])

test('a number and Enter bring a carrier with all that is known, vetted; the same again is named; a name is enough', async ({
  page,
}) => {
  const known = await stranger(0)
  const other = await stranger(1)
  await signIn(page)
  await page.goto('/carriers')
  await ready(page)
  await page.keyboard.press('a')
  await page.getByRole('combobox', { name: /MC or DOT number/ }).fill(`dot ${known.dotNumber}`)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/carriers\/\d+$/)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Blocked: not to be awarded')
  const vetting = page.getByRole('region', { name: 'Vetting' })
  await expect(vetting).toContainText('W-9 is not on file')
  await expect(vetting).toContainText('Broker-carrier agreement is not on file')
  await expect(page.getByRole('region', { name: 'Contacts and payee' })).toContainText(known.phones[0]!)
  await expect(page.getByRole('row', { name: /Legal name/ })).toContainText(known.legalName)

  await page.goto('/carriers')
  await ready(page)
  await page.keyboard.press('a')
  await page.getByRole('combobox', { name: /MC or DOT number/ }).fill('DOT 99')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog').getByRole('alert')).toBeVisible()
  await page.getByRole('combobox', { name: /MC or DOT number/ }).fill(`dot ${known.dotNumber}`)
  await expect(page.getByRole('option').first()).toContainText(known.dotNumber)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('is already with us')
  await page
    .getByRole('combobox', { name: /MC or DOT number/ })
    .fill(other.legalName.split(' ').slice(0, 2).join(' ').toLowerCase())
  await expect(page.getByRole('option', { name: new RegExp(other.dotNumber) })).toBeVisible()
})

test('documents and a signature asked for by mail, sent from a phone, looked at, and then they count', async ({
  page,
  browser,
}) => {
  const known = await stranger(2)
  const api = await caller()
  const { carrierId } = await (await api.post('/carriers/add', { data: { number: `DOT ${known.dotNumber}` } })).json()
  await signIn(page)
  await page.goto(`/carriers/${carrierId}`)
  await ready(page)
  await page.keyboard.press('p')
  const asking = page.getByRole('dialog')
  await expect(asking.getByLabel('Email to')).toHaveValue(known.mail!)
  await asking.getByRole('button', { name: /Send/ }).click()
  await expect(asking).toBeHidden()
  const keys = reading(
    (db) =>
      db.prepare('select id, purpose from carrier_link where carrier_id = ? order by id').all(carrierId) as {
        id: number
        purpose: string
      }[],
  )
  expect(keys.map(({ purpose }) => purpose).toSorted()).toEqual(['agreement', 'documents'])
  const mailOf = (purpose: string) => `carrier-link-${keys.find((each) => each.purpose === purpose)!.id}`
  for (const purpose of ['agreement', 'documents'])
    await expect.poll(async () => (await mails()).some((mail) => mail.key.startsWith(mailOf(purpose)))).toBe(true)

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  await phone.goto(await linkIn(mailOf('documents'), 'p'))
  await ready(phone)
  await expect(phone.getByText(known.phones[0]!)).toHaveCount(0)
  const w9 = phone.getByRole('listitem').filter({ hasText: 'W-9' })
  await w9
    .getByLabel('W-9')
    .setInputFiles({ name: 'w9.pdf', mimeType: 'application/pdf', buffer: Buffer.from('<script>alert(1)</script>') })
  await w9.getByRole('button', { name: 'Send' }).click()
  await expect(phone.getByRole('alert')).toContainText('Only PDF, PNG and JPEG files are accepted')
  await w9.getByLabel('W-9').setInputFiles({ name: '../../w9 of ours.exe', mimeType: 'application/pdf', buffer: pdf })
  await w9.getByRole('button', { name: 'Send' }).click()
  await expect(phone.getByRole('status')).toContainText('W-9 has arrived')

  await phone.goto(await linkIn(mailOf('agreement'), 'p'))
  await ready(phone)
  await phone.getByLabel('Your name').fill('Ada Finch')
  await phone.getByLabel('Your title').fill('Owner')
  await phone.getByRole('checkbox').check()
  await phone.getByRole('button', { name: 'Sign the agreement' }).click()
  await expect(phone.getByRole('status')).toContainText('Signed')

  const documents = page.getByRole('region', { name: 'Documents' })
  await expect(documents).toContainText('checked as signed')
  await expect(page.getByRole('region', { name: 'Vetting' })).not.toContainText(
    'Broker-carrier agreement is not on file',
  )
  await expect(page.getByRole('region', { name: 'Vetting' })).toContainText('W-9 is not on file')
  await page.goto('/carriers/attention')
  await ready(page)
  await page
    .getByRole('region', { name: 'Documents to review' })
    .getByRole('listitem')
    .filter({ hasText: nameOf(carrierId) })
    .getByRole('link', { name: 'Review' })
    .click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /It is good/ })
    .click()
  await expect(page.getByRole('region', { name: 'Vetting' })).not.toContainText('W-9 is not on file')
  const served = await api.get(
    await documents
      .getByRole('link', { name: 'W-9' })
      .getAttribute('href')
      .then((href) => href!),
  )
  expect(served.headers()).toMatchObject({
    'content-type': 'application/pdf',
    'x-content-type-options': expect.stringContaining('nosniff'),
  })
  expect(served.headers()['content-security-policy']).toContain('sandbox')
  expect(served.headers()['content-disposition']).not.toContain('..')

  await expect(
    phone.request.get(`/carriers/${carrierId}`, { maxRedirects: 0 }).then((answer) => answer.status()),
  ).resolves.toBe(302)
})

test('a payee waiting for a second person, who approves it from the list of what needs one', async ({
  page,
  browser,
}) => {
  const known = await stranger(3)
  const api = await caller()
  const { carrierId } = await (await api.post('/carriers/add', { data: { number: `DOT ${known.dotNumber}` } })).json()
  await signIn(page)
  await page.goto(`/carriers/${carrierId}`)
  await ready(page)
  await page.keyboard.press('y')
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Bank').fill('Bank of the Portneuf')
  await dialog.getByLabel('Routing number').fill('12')
  await dialog.getByLabel('Account number').fill('4455667788')
  await page.keyboard.press('Enter')
  await expect(dialog.getByLabel('Routing number')).toHaveAttribute('aria-invalid', 'true')
  await expect(dialog.getByLabel('Account number')).toHaveValue('4455667788')
  await dialog.getByLabel('Routing number').fill('991000009')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('region', { name: 'Contacts and payee' })).toContainText('waiting for a second person')
  await expect(page.getByRole('button', { name: 'Approve' })).toHaveCount(0)
  const payeeId = reading(
    (db) =>
      db.prepare("select id from payee where carrier_id = ? and state = 'waiting'").pluck().get(carrierId) as number,
  )
  expect(
    (await api.post(`/carriers/${carrierId}/act`, { data: { intent: 'approve_payee', payeeId } })).status(),
  ).toBeGreaterThanOrEqual(400)

  const ruth = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  await signIn(ruth, 'ruth@ploverrook.example')
  await ruth.goto('/carriers/attention')
  await ready(ruth)
  const item = ruth
    .getByRole('region', { name: 'Payees waiting for a second person' })
    .getByRole('listitem')
    .filter({ hasText: '…7788' })
  await item.getByRole('button', { name: 'Approve' }).click()
  await expect(item).toHaveCount(0)
  const payees = page.getByRole('region', { name: 'Contacts and payee' })
  await expect(payees).not.toContainText('waiting for a second person')
  await expect(payees).toContainText('…7788')
})

test('the gate: a rep is stopped, a manager passes it with a reason that stays; a lapse afterwards is an alert without reloading and holds the dispatch', async ({
  page,
  browser,
}) => {
  const api = await caller()
  const loadId = await freshLoad(api)
  const [carrierId] = await clearCarriers(api, loadId, 1)
  const name = nameOf(carrierId!)
  await api.post(`/loads/${loadId}/act`, {
    data: { intent: 'set_limits', targetPayMinor: 200_000, maxPayMinor: 250_000 },
  })
  expect(
    (
      await api.post(`/carriers/${carrierId}/act`, {
        data: { intent: 'do_not_use', reason: 'Left us waiting in May', lift: 'manager' },
      })
    ).ok(),
  ).toBe(true)
  expect(
    (
      await api.post(`/loads/${loadId}/act`, {
        data: {
          intent: 'record_offer',
          offer: { carrierId, payMinor: 240_000, source: 'phone', goodUntil: null, note: '' },
        },
      })
    ).ok(),
  ).toBe(true)
  await signIn(page)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await page.keyboard.press('a')
  const award = page.getByRole('dialog')
  await expect(award.getByRole('region', { name: 'Vetting' })).toContainText('Do not use: Left us waiting in May')
  await expect(award.getByRole('button', { name: /^Award/ })).toBeDisabled()
  await expect(award).toContainText('Only a manager may override vetting.')
  await page.keyboard.press('Escape')

  const ruth = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  await signIn(ruth, 'ruth@ploverrook.example')
  await ruth.goto(`/loads/${loadId}`)
  await ready(ruth)
  await ruth.keyboard.press('a')
  await ruth.getByLabel(/Override vetting, because/).fill('The owner called, settled')
  await ruth.keyboard.press('Enter')
  await expect(ruth.getByText('Vetting overridden at the award by Ruth Amsel')).toBeVisible()
  await expect(page.getByText('Vetting overridden at the award by Ruth Amsel')).toBeVisible()
  await expect(page.getByText('“The owner called, settled”')).toBeVisible()

  const dot = reading(
    (db) => db.prepare('select dot_number from carrier where id = ?').pluck().get(carrierId) as string,
  )
  const known = (await (await fetch(`${register}/carriers/dot/${dot}`)).json()) as Known
  const today = new Date().toISOString().slice(0, 10)
  await fetch(`${register}/carriers/dot/${dot}`, {
    method: 'PATCH',
    body: JSON.stringify({ filings: known.filings.map((filing) => ({ ...filing, cancelledOn: today })) }),
  })
  expect((await api.post(`/carriers/${carrierId}/act`, { data: { intent: 'refresh' } })).ok()).toBe(true)
  const alert = page.getByRole('alert').filter({ hasText: `Vetting would now block ${name}` })
  await expect(alert).toContainText('Liability')
  await expect(alert).toContainText('Next best:')
  await expect(alert).toContainText('the confirmation waits')
  const held = await api.post(`/loads/${loadId}/act`, { data: { intent: 'advance', to: 'dispatched' } })
  expect(await held.text()).toMatch(/confirmation|[Vv]etting/)
  await page.keyboard.press('s')
  const send = page.getByRole('dialog')
  await expect(send.getByRole('region', { name: 'Vetting' })).toContainText('Liability')
  await expect(send).toContainText('Only a manager may override vetting.')
  await expect(send.getByRole('button', { name: /^Send/ })).toBeDisabled()
  await page.keyboard.press('Escape')
  await page.goto('/carriers/attention')
  await ready(page)
  await expect(page.getByRole('main')).toContainText(name)
  await fetch(`${register}/carriers/dot/${dot}`, { method: 'PATCH', body: JSON.stringify({ filings: known.filings }) })
  await api.post(`/carriers/${carrierId}/act`, { data: { intent: 'refresh' } })
  const manager = await caller('ruth@ploverrook.example')
  expect(
    (await manager.post(`/carriers/${carrierId}/act`, { data: { intent: 'lift_do_not_use', reason: 'settled' } })).ok(),
  ).toBe(true)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await expect(alert).toHaveCount(0)
  await expect(page.getByText('Vetting overridden at the award by Ruth Amsel')).toBeVisible()
})

test('the policy: a manager sees whom a change would stop before it holds, a rep changes nothing', async ({
  page,
  browser,
}) => {
  await signIn(page)
  await page.goto('/vetting')
  await ready(page)
  await expect(page.getByText('Only a manager changes it.')).toBeVisible()
  await expect(page.getByRole('spinbutton').first()).toBeDisabled()
  const api = await caller()
  expect(
    (
      await api.post('/vetting/policy', {
        data: { intent: 'save', policy: { rules: [] }, note: 'none at all', basedOn: 0 },
      })
    ).status(),
  ).toBe(403)

  const ruth = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  await signIn(ruth, 'ruth@ploverrook.example')
  await ruth.goto('/vetting')
  await ready(ruth)
  const limit = ruth.getByRole('spinbutton', { name: 'No load with us for: months' })
  await limit.fill('0')
  await ruth.getByRole('button', { name: /Who would be blocked/ }).click()
  await expect(ruth.getByText('months: a number from 1 to 60').first()).toBeVisible()
  await limit.fill('1')
  await ruth.getByRole('combobox', { name: 'No load with us for: severity' }).selectOption('stop')
  await ruth.getByRole('heading', { name: 'Vetting policy' }).click()
  await ruth.keyboard.press('p')
  const preview = ruth.getByRole('region', { name: 'What it would change' })
  await expect(preview).toContainText(/Newly blocked: [\d,]+/)
  await expect(preview).toContainText('more than 1 months ago')
  await ruth.keyboard.press('s')
  await ruth.getByLabel(/What changed, and why/).fill('Quiet ones are looked at again')
  await ruth.keyboard.press('Enter')
  await expect(ruth.getByText(/version 1, by Ruth Amsel/)).toBeVisible()
  // As it was, for the journeys after this one.
  await ruth.getByRole('spinbutton', { name: 'No load with us for: months' }).fill('12')
  await ruth.getByRole('combobox', { name: 'No load with us for: severity' }).selectOption('caution')
  await ruth.getByRole('button', { name: /^Save/ }).click()
  await ruth.getByLabel(/What changed, and why/).fill('Back to a year')
  await ruth.keyboard.press('Enter')
  await expect(ruth.getByText(/version 2, by Ruth Amsel/)).toBeVisible()
})

test('the directory: searched, filtered with counts, kept, walked and opened by keyboard', async ({ page }) => {
  await signIn(page)
  await page.goto('/carriers')
  await ready(page)
  await page.keyboard.press('s')
  await page.keyboard.type('heron')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/q=heron/)
  const rows = page
    .getByRole('table', { name: 'Carriers' })
    .getByRole('row')
    .filter({ has: page.locator('[data-row]') })
  await expect(rows.first()).toContainText('Heron')
  const found = Number((await page.getByText(/^[\d,]+ found$/).textContent())!.replace(/\D/g, ''))
  expect(found).toBe(
    reading(
      (db) =>
        db
          .prepare("select count(*) from carrier where search like '%heron%' or mail like '%heron%'")
          .pluck()
          .get() as number,
    ),
  )
  const filter = page.getByRole('navigation', { name: 'Filters' }).getByRole('link', { name: /^reefer/ })
  const count = Number((await filter.textContent())!.replace(/\D/g, ''))
  await filter.click()
  await expect(page.getByText(`${count.toLocaleString('en-US')} found`, { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Save this search' }).click()
  await page.getByLabel('Its name').fill('Heron reefers')
  await page.keyboard.press('Enter')
  await page.goto('/carriers')
  await ready(page)
  await page.getByRole('link', { name: 'Heron reefers' }).click()
  await expect(page.getByText(`${count.toLocaleString('en-US')} found`, { exact: true })).toBeVisible()
  await page.goto('/carriers')
  await ready(page)
  for (const key of ['ArrowDown', 'ArrowDown', 'PageDown', 'ArrowUp']) await page.keyboard.press(key)
  await expect(page.locator('[data-row="20"]')).toBeFocused()
  const name = await page.locator('[data-row="20"]').textContent()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toContainText(name!)
  await page.goto('/carriers?q=zzzz')
  await expect(page.getByText('No carrier fits.')).toBeVisible()
})

test('a list of carriers: what would happen to every row is seen first, bad rows come back with their reasons', async ({
  page,
}) => {
  const [one, two] = [await stranger(6), await stranger(7)]
  const held = reading((db) => db.prepare('select dot_number from carrier order by id').pluck().get() as string)
  const csv = `Who;USDOT no;MC;Ring\r\n${one.legalName};${one.dotNumber};;801-555-0123\r\nSomebody Else LLC;${two.dotNumber};;\r\nTheirs;${held};;\r\nNobody;77;;\r\n;;;\r\nTwice;${one.dotNumber};;\r\n"Quoted; name";abc;;\r\n`
  await signIn(page)
  await page.goto('/carriers/import')
  await ready(page)
  await page
    .getByLabel(/A workbook or CSV file/)
    .setInputFiles({ name: 'carriers.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
  await expect(page.getByText('2 to add, 1 already with us, 4 left out')).toBeVisible()
  const before = reading((db) => db.prepare('select count(*) from carrier').pluck().get())
  await page.getByRole('combobox', { name: 'Who' }).selectOption('name')
  await expect(page.getByRole('listitem').filter({ hasText: 'line 3' })).toContainText(
    'The list calls it Somebody Else LLC',
  )
  await expect(page.getByRole('listitem').filter({ hasText: 'line 5' })).toContainText('The register knows no DOT 77')
  await page.getByRole('combobox', { name: 'Ring' }).selectOption('phone')
  await expect(page.getByRole('status')).toHaveText('')
  expect(reading((db) => db.prepare('select count(*) from carrier').pluck().get())).toBe(before)
  await page.getByRole('button', { name: 'Add 2' }).click()
  await expect(page.getByText('2 added, 1 already with us, 4 left out')).toBeVisible()
  const bad = decodeURIComponent(
    (await page.getByRole('link', { name: /rows left out/ }).getAttribute('href'))!.split(',').slice(1).join(','),
  )
  expect(bad.trim().split('\r\n')).toHaveLength(5)
  expect(bad).toContain('The register knows no DOT 77')
  await page.getByRole('link', { name: one.legalName }).click()
  await expect(page.getByRole('region', { name: 'Contacts and payee' })).toContainText('801-555-0123')
  expect(carrierIdOf(page)).toBeGreaterThan(0)
})
