import { expect, type Page, test } from '@playwright/test'
import { caller, linkIn, mails, ready, signIn, slowness } from './desk'
import { clearCarriers, freshLoad, nameOf, reading } from './loads'
import { burst, choose, drivableTender, got, mapCodes, noticeOf, pastTheRules, site } from './partners'

const answered = async (kind: string, number: string) => (await got(kind, number)).map(({ answer }) => answer)
const stateOf = (loadId: number) =>
  reading((db) => db.prepare('select state from load where id = ?').pluck().get(loadId) as string)

/** Accepts a shipment by keyboard; its load. */
async function accept(page: Page, shipmentId: string): Promise<number> {
  await choose(page, shipmentId)
  await mapCodes(page)
  await page.keyboard.press('a')
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect.poll(() => noticeOf(shipmentId)!.state).toBe('accepted')
  return noticeOf(shipmentId)!.loadId!
}

/** Gives a load to a carrier that the gate lets through, and has it confirmed, by the routes. */
async function cover(loadId: number): Promise<number> {
  const api = await caller('ruth@ploverrook.example')
  const [carrierId] = await clearCarriers(api, loadId, 1)
  const act = async (data: object) => {
    const answer = await api.post(`/loads/${loadId}/act`, { data })
    expect(answer.status(), `${JSON.stringify(data)} ${await answer.text()}`).toBe(200)
  }
  await act({ intent: 'record_offer', offer: { carrierId, payMinor: 150_000, sure: true } })
  const offerId = reading(
    (db) => db.prepare('select max(id) from offer where load_id = ?').pluck().get(loadId) as number,
  )
  await act({
    intent: 'award',
    priceReason: 'a test of the way',
    offerId,
    buyCharges: [{ kind: 'line_haul', basis: 'flat', rateE4: 15_000_000 }],
  })
  return carrierId!
}

test('from the burst to the accepted load, the 990 at the partner, statuses by check call, and the invoice', async ({
  page,
}) => {
  const shipment = await pastTheRules('snowmelt')
  await signIn(page)
  await page.keyboard.press('i')
  await expect(page).toHaveURL(/\/intake$/)
  const loadId = await accept(page, shipment)
  await expect.poll(() => answered('990', shipment)).toEqual(['A'])
  expect((await got('990', shipment))[0]!.problems).toEqual([])
  expect(stateOf(loadId)).toBe('uncovered')
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await expect(page.getByRole('main')).toContainText(shipment)

  await cover(loadId)
  // The carrier has said yes and its truck is sent: other journeys look at how.
  const api = await caller('ruth@ploverrook.example')
  await api.post(`/loads/${loadId}/act`, { data: { intent: 'send_confirmation', to: 'dispatch@carrier.example' } })
  const confirmationId = reading(
    (db) => db.prepare('select id from confirmation where load_id = ?').pluck().get(loadId) as number,
  )
  await expect
    .poll(async () => (await mails()).some(({ key }) => key.startsWith(`confirmation-${confirmationId}-`)))
    .toBe(true)
  const link = await linkIn(`confirmation-${confirmationId}-`)
  await page.goto(link)
  await ready(page)
  await page.getByLabel('Your name').fill('Ada Finch')
  await page.getByLabel('Your title').fill('Dispatcher')
  await page.getByRole('button', { name: /Accept/ }).click()
  await expect
    .poll(() => reading((db) => db.prepare('select state from confirmation where id = ?').pluck().get(confirmationId)))
    .toBe('accepted')
  expect(
    (
      await api.post(`/loads/${loadId}/act`, {
        data: { intent: 'advance', to: 'dispatched', driver: { name: 'Orrin Tate', phone: '', truck: 'T118' } },
      })
    ).status(),
  ).toBe(200)

  await page.goto(`/loads/${loadId}`)
  await ready(page)
  for (const [status, next, stop, what] of [
    ['X3', 'dispatched', '1', 'arrived'],
    ['AF', 'in_transit', '1', 'departed'],
    ['X1', 'in_transit', '2', 'arrived'],
    ['D1', 'delivered', '2', 'departed'],
  ] as const) {
    await page.keyboard.press('t')
    const call = page.getByRole('dialog')
    await expect(call).toContainText(`gets a 214 as ${shipment}`)
    await expect(call.getByLabel('Stop')).toHaveValue(stop)
    await expect(call.getByLabel('What')).toHaveValue(what)
    await call.getByLabel(/When/).press('Enter')
    if (what === 'arrived') {
      // Today is days before the window: that is asked about, and meant here.
      await expect(call.getByRole('alert')).toContainText('is it the right day?')
      await call.getByLabel(/When/).press('Enter')
    }
    await expect(call).toBeHidden()
    await expect.poll(async () => (await answered('214', shipment)).at(-1)).toBe(status)
    await expect.poll(() => stateOf(loadId)).toBe(next)
  }
  await page.getByRole('button', { name: 'Mark paperwork in' }).click()
  await page.getByRole('button', { name: 'Ready to bill' }).click()
  await expect.poll(() => answered('210', shipment)).toHaveLength(1)
  const [invoice] = await got('210', shipment)
  expect(invoice!.problems).toEqual([])
  expect(Number(invoice!.answer)).toBe(
    reading((db) => db.prepare('select sell_minor from load where id = ?').pluck().get(loadId)),
  )
  expect(stateOf(loadId)).toBe('invoiced')

  await page.goto(`/exchange?q=${shipment}`)
  await ready(page)
  const documents = page.getByRole('list', { name: 'Documents, newest first' })
  await expect(documents.getByRole('listitem').filter({ hasText: 'out210' })).toContainText('accepted by them')
  await documents.getByRole('link', { name: /in 204/ }).click()
  const raw = page.getByRole('group', { name: 'As its bytes are' })
  await page.getByRole('row', { name: `shipment id ${shipment}` }).hover()
  await expect(raw.locator('.bg-dusk')).toHaveText([shipment])
})

test('declined with the standard’s reason by its number; a viewer answers nothing', async ({ page }) => {
  const shipment = await pastTheRules('snowmelt')
  await signIn(page)
  await choose(page, shipment)
  await page.keyboard.press('d')
  await page.keyboard.press('5')
  await expect(page.getByRole('radio', { name: /Driver not available/ })).toBeChecked()
  await page.keyboard.press('Enter')
  await expect.poll(() => answered('990', shipment)).toEqual(['D'])
  expect((await got('990', shipment))[0]!.raw).toContain('D2 Driver not available')

  const other = await pastTheRules('snowmelt')
  await expect.poll(() => noticeOf(other)?.state).toBe('open')
  const viewer = await caller('pim@ploverrook.example')
  for (const [path, data] of [
    ['/intake/act', { intent: 'accept', noticeIds: [noticeOf(other)!.id] }],
    ['/partners/codes', { codeId: 1, to: { is: 'nothing' } }],
    ['/exchange/act', { intent: 'send_again', exchangeId: 1 }],
    ['/partners/1/act', {}],
    ['/answering/act', {}],
  ] as const)
    expect((await viewer.post(path, { data })).status(), path).toBe(403)
  const rep = await caller()
  for (const path of ['/partners/1/act', '/answering/act'])
    expect((await rep.post(path, { data: {} })).status(), path).toBe(403)
  expect(noticeOf(other)!.state).toBe('open')
})

test('two people answer at once: one answer goes out', async () => {
  const [shipment] = await burst('quiet-anvil', 'original')
  await expect.poll(() => noticeOf(shipment!)?.state).toMatch(/open|declined/)
  const [one, other] = [await caller(), await caller('teo@ploverrook.example')]
  const noticeIds = [noticeOf(shipment!)!.id]
  const data = { intent: 'decline', noticeIds, reasonCode: 'T3' }
  await Promise.all([one, other, one, other].map((api) => api.post('/intake/act', { data })))
  await expect.poll(() => answered('990', shipment!)).toEqual(['D'])
})

test('the same interchange twice is acted on once; a broken set is rejected alone, a letter kept for a person', async ({
  page,
}) => {
  const [twice] = await burst('snowmelt', 'duplicate')
  const [good, bad] = await burst('snowmelt', 'broken')
  await expect.poll(() => noticeOf(good!)?.state).toBe('open')
  expect(
    reading((db) =>
      db
        .prepare('select count(*) from tender_notice join tender on tender.id = tender_id where shipment_id = ?')
        .pluck()
        .get(twice),
    ),
  ).toBe(1)
  expect(noticeOf(bad!)).toBeUndefined()
  await signIn(page)
  await page.goto('/exchange?trouble=1')
  await ready(page)
  const documents = page.getByRole('list', { name: 'Documents, newest first' })
  await expect(documents).toContainText('No ISA was found')
  await documents
    .getByRole('link', { name: /in 204/ })
    .first()
    .click()
  await expect(page.getByRole('group', { name: 'As it is read' })).toContainText('B2A must come before this')
})

test('a change is seen side by side before the load takes it; a late cancellation tells the carrier', async ({
  page,
}) => {
  // Two Otters has nothing accepted yet: its change and cancellation are of the one that is.
  const shipment = await drivableTender('two-otters')
  await signIn(page)
  const loadId = await accept(page, shipment)
  await expect.poll(() => answered('990', shipment)).toEqual(['A'])
  const carrierId = await cover(loadId)
  const [changed] = await burst('two-otters', 'change')
  expect(changed).toBe(shipment)
  await expect.poll(() => noticeOf(shipment)?.purpose).toBe('change')
  await choose(page, shipment)
  const detail = page.getByRole('region', { name: 'What it changes' })
  await expect(detail.getByRole('row', { name: /Charge/ })).toBeVisible()
  await expect(detail).toContainText(`${nameOf(carrierId)} has agreed to other stops or windows`)
  await page.keyboard.press('a')
  await page.getByRole('button', { name: /Accept and send/ }).click()
  await expect.poll(() => answered('990', shipment)).toEqual(['A', 'A'])

  const [cancelled] = await burst('two-otters', 'late_cancel')
  expect(cancelled).toBe(shipment)
  await expect.poll(() => noticeOf(shipment)?.purpose).toBe('cancel')
  await choose(page, shipment)
  await page.keyboard.press('c')
  await page.getByRole('dialog').getByLabel('Set free, nothing owed').check()
  await page.getByRole('button', { name: /Cancel the load/ }).click()
  await expect.poll(() => stateOf(loadId)).toBe('cancelled')
  await expect
    .poll(async () => (await mails()).filter(({ key }) => key.startsWith(`load-${loadId}-cancelled-`)).length)
    .toBe(1)
})

test('a code held for a place far from where the tender says is reported before the yes, and reported again in one stroke', async ({
  page,
}) => {
  const [shipment] = await burst('marigold', 'original')
  await signIn(page)
  await choose(page, shipment!)
  await mapCodes(page)
  const { id } = noticeOf(shipment!)!
  const pickup = reading(
    (db) =>
      db
        .prepare(
          'select partner_code.id, partner_code.code, partner_code.partner_id partnerId, facility.region from notice_code join partner_code on partner_code.id = notice_code.code_id join facility on facility.id = partner_code.facility_id where notice_code.notice_id = ? order by partner_code.id limit 1',
        )
        .get(id) as { id: number; code: string; partnerId: number; region: string },
  )
  const far = reading(
    (db) =>
      db
        .prepare(
          "select name from facility where region not in (?, 'ID', 'UT', 'WY', 'MT', 'NV', 'OR') group by name having count(*) = 1 order by abs(lon + 80) limit 1",
        )
        .get(pickup.region) as { name: string },
  )
  await page.goto(`/partners/${pickup.partnerId}`)
  await ready(page)
  await page.getByRole('button', { name: `Change what ${pickup.code} is` }).click()
  await page.getByRole('dialog').getByRole('combobox', { name: 'Facility' }).fill(far.name)
  await page
    .getByRole('option', { name: new RegExp(far.name) })
    .first()
    .click()
  await expect(page.getByRole('dialog')).toBeHidden()

  await choose(page, shipment!)
  const misplacedCodes = page.getByRole('region', { name: 'Places that do not agree' })
  await expect(misplacedCodes).toContainText(`${pickup.code} is ${far.name.split(' ')[0]}`)
  await page.keyboard.press('a')
  await expect(page.getByRole('dialog')).toContainText('the load goes by our facility')
  await page.keyboard.press('Escape')
  await misplacedCodes.getByRole('button', { name: /It is another place/ }).click()
  await expect(misplacedCodes).toHaveCount(0)
  await expect(page.locator(`[data-code="${pickup.code}"]`)).toBeVisible()
  await mapCodes(page)
  await expect(page.getByRole('region', { name: 'Codes to be mapped' })).toHaveCount(0)
  await expect(misplacedCodes).toHaveCount(0)
})

test('a rule is tried out before it is switched on, then answers under its name', async ({ page }) => {
  await signIn(page, 'ruth@ploverrook.example')
  await page.goto('/answering')
  await ready(page)
  await page.getByRole('link', { name: /Two Otters Beverage/ }).click()
  await expect(page.getByRole('heading', { name: 'Two Otters Beverage' })).toBeVisible()
  await page.keyboard.press('w')
  await page.getByLabel(/Name, shown/).fill('Nothing for now')
  await page.getByLabel('Then', { exact: true }).selectOption('decline')
  await page.getByLabel('Because').selectOption('T1')
  await page.getByLabel('The drive').selectOption('any')
  await page.getByLabel('Margin').selectOption('none')
  await page.getByRole('button', { name: /Save, switched off/ }).click()
  const row = page.getByRole('listitem').filter({ hasText: 'Nothing for now' })
  await row.getByRole('button', { name: 'Switch on' }).click()
  await expect(page.getByText('Try it out on the last ninety days first.')).toBeVisible()
  await page.keyboard.press('t')
  await expect(page.getByRole('status').filter({ hasText: 'would have accepted 0' })).toContainText(/declined \d+/)
  await row.getByRole('button', { name: 'Switch on' }).click()
  await expect(row).toContainText('on')
  const [shipment] = await burst('two-otters', 'original')
  await expect.poll(() => answered('990', shipment!)).toEqual(['D'])
  expect(noticeOf(shipment!)).toMatchObject({ state: 'declined', answeredBy: 'Nothing for now' })
  await row.getByRole('button', { name: 'Remove' }).click()
  await expect(row).toHaveCount(0)
  await page.goto('/intake/answered?rules')
  await expect(page.getByRole('row', { name: new RegExp(shipment!) })).toContainText(
    'declined tractor not available“Nothing for now”',
  )
})

test('a load that came by phone is joined to a partner and tells it from then on', async ({ page }) => {
  const api = await caller()
  const loadId = await freshLoad(api)
  await signIn(page)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await page.keyboard.press('j')
  await page.getByRole('combobox', { name: 'Trading partner' }).fill('Snow')
  await page.getByRole('option', { name: /Snowmelt/ }).click()
  await page.getByLabel('Their number of the shipment').fill('PHONE77')
  await page.getByLabel('Their number of the shipment').press('Enter')
  await expect(page.getByRole('dialog')).toBeHidden()
  await page.keyboard.press('t')
  await page.getByLabel('What').selectOption('appointment')
  await page.getByLabel(/When/).press('Enter')
  await expect.poll(() => answered('214', 'PHONE77')).toEqual(['AA'])
})

test('tenders on a shipper’s page: taken, answered in its form, and none taken once the page has changed', async ({
  page,
}) => {
  const play = (asked: object) =>
    fetch(`${site}/play`, { method: 'POST', body: JSON.stringify(asked) }).then(
      (response) => response.json() as Promise<{ made: string[] }>,
    )
  const partnerId = reading(
    (db) => db.prepare("select id from partner where transport = 'site'").pluck().get() as number,
  )
  const manager = await caller('ruth@ploverrook.example')
  const form = reading(
    (db) =>
      db.prepare('select user_name userName, every_minutes everyMinutes, description from site').get() as {
        userName: string
        everyMinutes: number
        description: string
      },
  )
  const readNow = async () =>
    expect(
      (
        await manager.post(`/partners/${partnerId}/act`, {
          data: { intent: 'save_site', form: { ...form, description: JSON.parse(form.description) } },
        })
      ).status(),
    ).toBe(200)
  // Twelve and those from the start stand on more than one page.
  const { made } = await play({ add: 12 })
  await readNow()
  await signIn(page)
  await choose(page, made[11]!)
  await mapCodes(page)
  await page.keyboard.press('a')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog')).toBeHidden()
  const listed = async (id: string) =>
    ((await (await fetch(`${site}/state`)).json()) as { id: string; state: string; answers: unknown[] }[]).find(
      (each) => each.id === id,
    )!
  await expect.poll(async () => (await listed(made[11]!)).state).toBe('accepted')
  expect((await listed(made[11]!)).answers).toHaveLength(1)

  await play({ change: { id: made[10]!, pays: 9999 }, remove: made[9]! })
  await readNow()
  await expect.poll(() => noticeOf(made[10]!)?.purpose).toBe('change')
  await expect
    .poll(() => reading((db) => db.prepare('select state from tender where shipment_id = ?').pluck().get(made[9]!)))
    .toBe('withdrawn')

  const { made: unseen } = await play({ add: 1, otherShape: true })
  await readNow()
  await page.goto('/intake')
  await ready(page)
  await expect(page.getByRole('alert')).toContainText(
    'The page has changed: Column 5 is headed “Pays”, “Pounds” was expected',
  )
  await page.getByRole('alert').click()
  await expect(page.getByText('The page as it was')).toBeVisible()
  expect(noticeOf(unseen[0]!)).toBeUndefined()
  expect(noticeOf(made[8]!)!.state).toBe('open')
  await play({ otherShape: false })
  await readNow()
  await expect.poll(() => noticeOf(unseen[0]!)?.state).toBe('open')
})

test('before the clock runs out everybody at the desk is told; after it the partner’s setting holds', async ({
  page,
}) => {
  await signIn(page)
  const soon = await pastTheRules('snowmelt', { respondMinutes: '12' })
  await expect(page.getByText(new RegExp(`${soon} of Snowmelt Potato Growers has to be answered by`))).toBeVisible()
  await expect(page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: /Intake/ })).toContainText(
    /to answer, \d+ very soon/,
  )
  await page.getByRole('button', { name: 'Intake', exact: true }).click()
  await expect(page).toHaveURL(/\/intake$/)
  const over = await pastTheRules('snowmelt', { respondMinutes: '-1' }, 'lapsed')
  const [declined] = await burst('quiet-anvil', 'original', 1, { respondMinutes: '-1' })
  await expect.poll(() => answered('990', declined!)).toEqual(['D'])
  const [kept] = await burst('two-otters', 'original', 1, { respondMinutes: '-1' })
  await expect.poll(() => noticeOf(kept!)?.state).toBe('open')
  expect(await answered('990', over)).toEqual([])
})

test('many are marked and answered at once', async ({ page }) => {
  const shipments = await burst('marigold', 'original', 3)
  for (const each of shipments) await expect.poll(() => noticeOf(each)?.state).toBe('open')
  await signIn(page)
  await choose(page, shipments[0]!)
  await page.keyboard.press('y')
  await page.keyboard.press('d')
  await expect(page.getByRole('dialog')).toContainText(/Decline \d+ tenders/)
  await page.getByRole('button', { name: /Decline and send/ }).click()
  for (const each of shipments) await expect.poll(() => answered('990', each)).toEqual(['D'])
})

test('a thousand tenders in one file: all are there, and the page draws only those that can be seen', async ({
  page,
}) => {
  await signIn(page)
  await page.goto('/intake')
  await ready(page)
  const shipments = await burst('snowmelt', 'original', 1200, { oneFile: '1' })
  await expect
    .poll(
      () =>
        reading((db) =>
          db
            .prepare('select count(*) from tender where shipment_id in (select value from json_each(?))')
            .pluck()
            .get(JSON.stringify(shipments)),
        ),
      { timeout: 120_000 },
    )
    .toBe(1200)
  const open = reading(
    (db) => db.prepare("select count(*) from tender_notice where state = 'open'").pluck().get() as number,
  )
  // The rest could not be driven in time: a rule of theirs declined it.
  expect(open).toBeGreaterThan(1000)
  await page.addInitScript(() => {
    const found: number[] = []
    Object.assign(window, { longTasks: found })
    new PerformanceObserver((list) => found.push(...list.getEntries().map(({ duration }) => duration))).observe({
      type: 'longtask',
      buffered: true,
    })
  })
  // Times are printed, and held to a limit only under `npm run bench -- intake`: a busy machine's slow moments are not the page's.
  const holdTimes = process.env.OX_HOLD_TIMES === '1'
  const longest: number[] = []
  for (let visit = 0; visit < (holdTimes ? 3 : 1) && Math.min(...longest) >= 100; visit++) {
    await page.goto('/intake')
    await ready(page)
    await expect(page.getByRole('main')).toContainText(`${open} to answer`)
    for (let step = 0; step < 30; step++) await page.keyboard.press('ArrowDown')
    await page.getByRole('list', { name: 'Tenders, the oldest promise first' }).hover()
    for (let step = 0; step < 12; step++) await page.mouse.wheel(0, 1500)
    await expect(page.locator('[data-row]').first()).toBeVisible()
    expect(await page.locator('[data-row]').count()).toBeLessThan(80)
    const tasks = await page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks)
    const slower = await slowness(page)
    console.log(
      `    ${open} tenders on the page; tasks over 50 ms: ${tasks.map((task) => Math.round(task)).join(', ') || 'none'}; the machine ${slower.toFixed(1)} times slower than quiet`,
    )
    longest.push(Math.max(0, ...tasks) / slower)
  }
  if (holdTimes) expect(Math.min(...longest)).toBeLessThan(100)
})
