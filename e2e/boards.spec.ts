import { expect, type Page, test } from '@playwright/test'
import { dayOf, toLocal } from '#core/time/local'
import { caller, ready, signIn } from './desk'
import { clearCarriers, freshLoad, reading } from './loads'
import { world } from './world'

/** Puts a truck or a load of somebody on a board, as if it had just been posted there. */
async function onBoard(name: keyof typeof world.boards, other: object): Promise<void> {
  const added = await fetch(`${world.boards[name]}/others`, { method: 'POST', body: JSON.stringify(other) })
  expect(added.status).toBe(200)
}

/** The desk's own day: in its evening it is tomorrow elsewhere already. */
const today = () => dayOf(toLocal(Date.now(), 'America/Boise'))
const lines = (page: Page) => page.getByRole('list', { name: 'Log, newest first' })

test('post to three boards with what each will not show, an offer comes, it is awarded, and all boards let go of it', async ({
  page,
}) => {
  const api = await caller()
  const loadId = await freshLoad(api, { commodity: 'Tinned plums' })
  await signIn(page)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await page.keyboard.press('p')
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('button', { name: 'Post Enter' })).toBeFocused()
  await expect(dialog.getByText(/will not show hours, only days; the phone/)).toBeVisible()
  const shown = dialog.getByRole('region', { name: 'As carriers see it' })
  await expect(shown).toContainText('Tinned plums')
  // A price per mile in the field for the whole load is told before anything leaves.
  await dialog.getByLabel('Price', { exact: true }).selectOption('asking')
  await dialog.getByLabel('All in, for the load').fill('2.45')
  await dialog.getByRole('button', { name: 'Post Enter' }).click()
  await expect(dialog.getByText(/looks like a price per mile/)).toBeVisible()
  await dialog.getByLabel('All in, for the load').fill('1,500')
  await dialog.getByLabel('Freight shown as').fill('Dry groceries')
  await expect(shown).toContainText('Pays $1,500')
  await expect(shown).toContainText('Dry groceries')
  await dialog.getByRole('button', { name: 'Post Enter' }).click()
  await expect(page.getByText(/on (Saltlick|Waterhole|Windpump), .*, .* since/)).toBeVisible({ timeout: 20_000 })
  await expect(lines(page).getByText(/Posting shows: asking price \$1,500/)).toBeVisible()

  // The room of boards: one row, three lines, live.
  await page.goto('/boards')
  await ready(page)
  const number = reading((db) => db.prepare('select number from load where id = ?').pluck().get(loadId) as string)
  const row = page.getByRole('listitem').filter({ hasText: number })
  for (const board of ['Saltlick', 'Waterhole', 'Windpump']) await expect(row.getByText(board).first()).toBeVisible()
  await expect(row.getByText('live')).toHaveCount(3)

  const [carrierId] = await clearCarriers(api, loadId, 1)
  await api.post(`/loads/${loadId}/act`, { data: { intent: 'record_offer', offer: { carrierId, payMinor: 120_000 } } })
  await row.getByRole('link').focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Offer \$1,200 from/)).toBeVisible()
  await page.keyboard.press('a')
  await expect(page.getByText(/Clear: authority|with caution/)).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Off Windpump').first()).toBeAttached({ timeout: 20_000 })
  await expect
    .poll(() =>
      reading((db) =>
        db.prepare('select group_concat(distinct state) from posting where load_id = ?').pluck().get(loadId),
      ),
    )
    .toBe('down')
})

test('trucks by a typed line: a near miss below, a working note that others see, and the offer on one of our loads', async ({
  page,
  browser,
}) => {
  const api = await caller()
  const loadId = await freshLoad(api)
  const mc = reading((db) =>
    db.prepare('select mc_number from carrier where mc_number is not null limit 1').pluck().get(),
  )
  const truck = { kind: 'truck', equipment: 'van', toCity: undefined, mc, earliest: today() }
  await onBoard('Waterhole', { ...truck, city: 'Twin Falls', company: 'Copper Wren Haulage', phone: '208-555-0133' })
  await onBoard('Windpump', {
    ...truck,
    city: 'Pocatello',
    company: 'Marsh Lantern Lines',
    mc: '999001',
    equipment: 'hopper',
  })
  await signIn(page)
  await page.keyboard.press('T')
  await expect(page.getByRole('navigation', { name: 'Boards' })).toBeVisible()
  await page.keyboard.press('l')
  await expect(page.getByLabel('What to look for')).toBeFocused()
  await page.keyboard.type('vans twin falls 10mi today')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('list', { name: 'How the line was read' })).toContainText('10 mi around Twin Falls, ID')
  const found = page.getByRole('list', { name: 'Results' }).getByRole('listitem').filter({ hasText: 'Copper Wren' })
  await expect(found).toBeVisible({ timeout: 30_000 })
  await expect(found).toContainText('Waterhole')
  await expect(found.getByRole('img', { name: /empty miles to the pickup/ })).toBeVisible()

  // Pocatello is some hundred miles off: 80 miles around Twin Falls miss it by little.
  await page.getByLabel('What to look for').fill('hoppers twin falls 80mi')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('list', { name: 'Near misses' })).toContainText('mi too far from the pickup', {
    timeout: 30_000,
  })
  await expect(page.getByRole('list', { name: 'Results' })).not.toContainText('Marsh Lantern')

  await page.getByLabel('What to look for').fill('vans twin falls 10mi today')
  await page.keyboard.press('Enter')
  await found.getByRole('button').focus()
  await page.keyboard.press('n')
  await expect(found).toContainText('no answer · Ines')
  const teo = await (await browser.newContext()).newPage()
  await signIn(teo, 'teo@ploverrook.example')
  await teo.goto('/boards/search')
  await expect(teo.getByRole('region', { name: 'What we are working on' })).toContainText('Copper Wren')
  await teo.context().close()

  // From the truck to the offer: the phone is shown, the carrier and the board are filled in.
  await found.getByRole('button').focus()
  await page.keyboard.press('o')
  const call = page.getByRole('dialog')
  await expect(call).toContainText('208-555-0133')
  const number = reading((db) => db.prepare('select number from load where id = ?').pluck().get(loadId) as string)
  await call.getByRole('button', { name: new RegExp(number) }).click()
  await expect(page).toHaveURL(new RegExp(`/loads/${loadId}\\?offer=`))
  await expect(page.getByLabel('Price, all in')).toBeFocused()
  await expect(page.getByRole('textbox', { name: 'Note' })).toHaveValue(/Truck seen on Waterhole/)
  await page.keyboard.type('1750')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Offer \$1,750 from/)).toBeVisible()
})

test('a saved search counts what is new, each once, and its sound is turned off with a key', async ({ page }) => {
  await page.addInitScript(() => {
    const rung = { count: 0 }
    Object.assign(window, { rung })
    const Plain = window.AudioContext
    window.AudioContext = class extends Plain {
      constructor() {
        super()
        rung.count += 1
      }
    }
  })
  await signIn(page)
  await page.goto('/boards/search?line=tankers+laredo+50mi')
  await ready(page)
  await page.keyboard.press('s')
  await page.getByLabel('Name').fill('Tankers at Laredo')
  await page.keyboard.press('Enter')
  const saved = page.getByRole('region', { name: 'Saved searches' })
  await expect(saved).toContainText('Tankers at Laredo')
  await onBoard('Windpump', { kind: 'truck', equipment: 'tanker', city: 'Laredo', company: 'Salt Fork Tank', mc: null })
  await expect(saved).toContainText('1 new', { timeout: 30_000 })
  expect(await page.evaluate(() => (window as unknown as { rung: { count: number } }).rung.count)).toBe(1)
  await saved.getByRole('button', { name: 'Tankers at Laredo', exact: true }).click()
  await expect(saved).not.toContainText('new')
  await page.keyboard.press('m')
  await expect(saved.getByRole('button', { name: 'Sound of Tankers at Laredo: off' })).toBeVisible()
})

test('many postings are marked and taken down by keyboard', async ({ page }) => {
  const api = await caller()
  const ids = [await freshLoad(api), await freshLoad(api)]
  for (const id of ids) {
    const posted = await api.post(`/loads/${id}/act`, {
      data: { intent: 'post', boards: ['Saltlick', 'Windpump'], terms: {} },
    })
    expect(posted.status(), await posted.text()).toBe(200)
  }
  const numbers = reading(
    (db) => db.prepare(`select number from load where id in (${ids.join()})`).pluck().all() as string[],
  )
  await signIn(page)
  await page.keyboard.press('B')
  await expect(page.getByLabel('Load, lane, board')).toBeVisible()
  for (const number of numbers) {
    await page.getByRole('link', { name: new RegExp(number) }).focus()
    await page.keyboard.press('x')
  }
  await expect(page.getByText(/2 marked/)).toBeVisible()
  await page.keyboard.press('d')
  await expect(page.getByText('Taken down: 2 loads')).toBeVisible()
  for (const number of numbers)
    await expect(page.getByRole('link', { name: new RegExp(number) })).toBeHidden({ timeout: 20_000 })
})

test('the market map counts loads against trucks, and a state leads to its loads', async ({ page }) => {
  await signIn(page)
  await page.keyboard.press('R')
  const areas = page.getByRole('list', { name: 'Loads and trucks' })
  await expect(areas.getByRole('link', { name: 'Idaho', exact: true })).toBeVisible()
  await page.keyboard.press('g')
  await expect(areas.getByRole('link', { name: /^Boise, ID|^Twin Falls, ID/ }).first()).toBeVisible()
  await page.keyboard.press('g')
  await expect(areas.getByRole('link', { name: 'Idaho', exact: true })).toBeVisible()
  await page.getByLabel('Equipment').selectOption('van')
  await expect(page).toHaveURL(/equipment=van/)
  // A click on a beam leads where its line in the list does.
  const beam = page.locator('[data-href^="/boards/search?line=van+tx"]')
  await expect(beam).toBeAttached()
  const { x, y, width, height } = (await beam.boundingBox())!
  await page.mouse.click(x + width / 2, y + height / 2)
  await expect(page.getByRole('list', { name: 'How the line was read' })).toContainText('Texas')
  await expect(page.getByRole('status').filter({ hasText: /loads/ })).toBeVisible()
})

test('a market area leads to its loads, whose companies are graded by the credit bureau', async ({ page }) => {
  await signIn(page)
  await page.goto('/boards/map?scope=area')
  await ready(page)
  const areas = page.getByRole('list', { name: 'Loads and trucks' })
  await areas
    .getByRole('link', { name: /^Dallas, TX/ })
    .first()
    .click()
  const chips = page.getByRole('list', { name: 'How the line was read' })
  await expect(chips).toContainText('market area of Dallas, TX')
  // The bureau is asked once somebody looks, and its answer comes by itself.
  const graded = page.getByRole('list', { name: 'Results' }).getByText(/^credit [A-DF] \([A-Z][a-z]+ \d+\)/)
  await expect(graded.first()).toBeVisible({ timeout: 15_000 })
  await page.keyboard.press('l')
  await page.getByLabel('What to look for').fill('loads dallas market over $1,500')
  await page.keyboard.press('Enter')
  await expect(chips).toContainText('at least $1,500')
})

test('a truck under way is asked for its next load, counted with the way home', async ({ page }) => {
  const id = reading((db) =>
    db
      .prepare("select id from load where state = 'in_transit' and practice = 0 order by deliver_by desc limit 1")
      .pluck()
      .get(),
  )
  await signIn(page)
  await page.goto(`/loads/${id}`)
  await ready(page)
  await page.keyboard.press('u')
  await expect(page.getByText(/drives [\d,]+ mi home to .* with nothing/)).toBeVisible()
  await expect(page.getByRole('list', { name: 'How the line was read' })).toContainText('100 mi around')
})

test('a posting goes to a group of carriers first, which the boards and the log say', async ({ page }) => {
  const api = await caller()
  const loadId = await freshLoad(api, { commodity: 'Oat bran' })
  await signIn(page)
  // A group is a search of the carriers that somebody keeps.
  await page.goto('/carriers?verdict=clear&equipment=van')
  await ready(page)
  await page.getByRole('button', { name: 'Save this search' }).click()
  await page.getByLabel('Its name').fill('Good vans')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Drop “Good vans”' })).toBeVisible()

  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await page.keyboard.press('p')
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Shown to').selectOption('chosen')
  await dialog.getByRole('button', { name: 'Post Enter' }).click()
  await expect(dialog.getByText('Choose a group or a carrier, or post it for everybody')).toBeVisible()
  await dialog.getByLabel('Good vans').check()
  await expect(dialog.getByText(/Seen by \d+ carriers only/)).toBeVisible()
  await expect(dialog.getByText(/Windpump shows what is posted to everybody/)).toBeVisible()
  await dialog.getByLabel('Then to everybody, after minutes').fill('30')
  await expect(dialog.getByText(/will not show anything before it is public/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Post Enter' }).click()
  await expect(lines(page).getByText(/only for 1 group, public after 30 minutes/)).toBeVisible()
  await expect(lines(page).getByText('On Saltlick').first()).toBeVisible({ timeout: 20_000 })
  await page.keyboard.press('d')
  await expect(lines(page).getByText('Off Saltlick').first()).toBeVisible({ timeout: 20_000 })

  // The next load of the lane is for everybody again unless somebody says so: leave the choice as it was for others.
  await page.keyboard.press('p')
  await dialog.getByLabel('Shown to').selectOption('everybody')
  await dialog.getByRole('button', { name: 'Post Enter' }).click()
  await expect(dialog).toBeHidden()
  await page.goto('/carriers')
  await ready(page)
  await page.getByRole('link', { name: 'Good vans' }).click()
  await page.getByRole('button', { name: 'Drop “Good vans”' }).click()
})
