import { expect, test } from '@playwright/test'
import { caller, ready, signIn } from './desk'
import { reading } from './loads'

/** Waits for the first fit: until then the desk goes by the lanes' own loads. */
async function fitted(): Promise<void> {
  const api = await caller()
  const loads = (await (await api.get('/find/loads?q=uncovered')).json()) as { id: number }[]
  await expect
    .poll(
      async () =>
        ((await (await api.get(`/loads/${loads[0]!.id}/rates`)).json()) as { state: { state: string } }).state.state,
      { timeout: 30_000 },
    )
    .toBe('ready')
}

/** A load with an offer in hand that no clock ends. */
const loadWithOffer = (): number =>
  reading(
    (db) =>
      db
        .prepare(
          "select load_id from offer join load on load.id = load_id where offer.state = 'open' and good_until is null and load.state = 'uncovered' and practice = 0 order by load_id limit 1",
        )
        .pluck()
        .get() as number,
  )

test('the take line stands under the rate strip, each live offer is judged, and the drawer says what the figure rests on', async ({
  page,
}) => {
  await fitted()
  await signIn(page)
  await page.goto(`/loads/${loadWithOffer()}`)
  await ready(page)
  await expect(page.getByRole('img', { name: /^Take line: worth taking now [\d,]+, rising to/ })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Rate strip' })).toContainText(
    /expected cost if we wait: [\d,]+.*uncovered/,
  )
  await expect(page.getByRole('list', { name: 'Offers, the cheapest first' })).toContainText(
    /take|hold till|counter at|worth it|Broker-carrier|Cargo|Liability|authority/,
  )
  await page.keyboard.press('r')
  const drawer = page.getByRole('dialog', { name: /where it comes from/ })
  await expect(drawer).toContainText(/likely, between [\d,]+ and [\d,]+ eight times in ten/)
  // The parts add up to the figure.
  const [middle, parts] = await drawer.evaluate((element) => {
    const number = (text: string) => Number(text.replaceAll(/[$,+]/g, '').replace('−', '-'))
    return [
      number(element.querySelector('section b')!.textContent!),
      [...element.querySelectorAll('dd')].map((each) => number(each.textContent!)),
    ] as const
  })
  expect(Math.abs(parts.reduce((sum, part) => sum + part, 0) - middle)).toBeLessThanOrEqual(1)
  await expect(drawer.getByRole('region', { name: 'On this lane' })).toContainText(/PR-\d+|No load of ours yet/)
  await page.keyboard.press('Escape')
  await expect(drawer).toBeHidden()
})

test('a price with a zero too many is corrected by keyboard, and taken back', async ({ page }) => {
  await fitted()
  await signIn(page)
  await page.keyboard.press('/')
  await page.getByPlaceholder(/PR-26012/).fill('past prices to')
  await page.getByRole('option', { name: /Past prices to review/ }).click()
  await ready(page)
  await expect(page.getByRole('heading', { name: 'Past prices to review' })).toBeVisible()
  const rows = page.getByRole('list', { name: 'Past prices that look wrong' }).getByRole('listitem')
  await expect(rows.first()).toContainText(/a zero too/)
  const before = await rows.count()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('y')
  await expect(page.getByText(/counts as [\d,]+/)).toBeVisible()
  await expect(rows).toHaveCount(before - 1)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(rows).toHaveCount(before)
})

test('who may only look cannot correct a price, on the page or past it', async ({ page }) => {
  await fitted()
  await signIn(page, 'pim@ploverrook.example')
  await page.goto('/rates/suspects')
  await ready(page)
  await expect(page.getByRole('button', { name: 'Leave out' })).toHaveCount(0)
  const api = await caller('pim@ploverrook.example')
  expect((await api.post('/rates/correct', { data: { loadId: 1, verdict: 'left_out' } })).status()).toBe(403)
  const rep = await caller()
  expect((await rep.post('/rates/correct', { data: { loadId: 1, verdict: 'price', priceMinor: -1 } })).status()).toBe(
    400,
  )
  expect((await rep.post('/rates/correct', { data: { loadId: 99_999_999, verdict: 'left_out' } })).status()).toBe(409)
})
