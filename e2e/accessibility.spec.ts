import AxeBuilder from '@axe-core/playwright'
import { expect, type Page, test } from '@playwright/test'
import { caller, linkIn, mails, ready, signIn } from './desk'
import { reading } from './loads'
import { burst, choose } from './partners'

// Each walk is long and leans on none before it: they are shared out among the workers.
test.describe.configure({ mode: 'parallel' })

/**
 * What axe finds on a page, or in its dialog, since the page behind it was looked at before: everything in the light, and in the
 * dark what colors can change, since the rest is the same page.
 */
async function violations(page: Page): Promise<string[]> {
  const light = await violationsIn(page, (axe) =>
    axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']),
  )
  await page.emulateMedia({ colorScheme: 'dark' })
  const dark = await violationsIn(page, (axe) => axe.withRules(['color-contrast', 'link-in-text-block']))
  await page.emulateMedia({ colorScheme: 'light' })
  return [...light, ...dark.map((words) => `in the dark: ${words}`)]
}

async function violationsIn(page: Page, rules: (axe: AxeBuilder) => AxeBuilder): Promise<string[]> {
  // There are no frames: axe need not open a page of its own to put their answers together.
  const axe = rules(new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] }))
  if (await page.getByRole('dialog').isVisible()) axe.include('[role=dialog]')
  const { violations: found } = await axe.analyze()
  return found.map(({ id, nodes }) => `${id}: ${nodes.slice(0, 3).map(nodeWords).join(' | ')}`)
}

type Node = Awaited<ReturnType<AxeBuilder['analyze']>>['violations'][number]['nodes'][number]

/** What is wrong at one place, and which other elements have to do with it. */
function nodeWords(node: Node): string {
  const related = node.any.flatMap(({ relatedNodes = [] }) => relatedNodes.map(({ html }) => html.slice(0, 160)))
  return [node.target.join(' '), node.failureSummary?.split('\n')[1] ?? '', ...new Set(related)].join(' ')
}

const context = { colorScheme: 'light', reducedMotion: 'reduce', viewport: { width: 1280, height: 800 } } as const

test('every page passes axe in light and dark', async ({ browser }) => {
  test.setTimeout(900_000)
  const page = await (await browser.newContext(context)).newPage()
  const forbidden: string[] = []
  const broken: string[] = []
  page.on('console', (message) => message.text().includes('Content Security Policy') && forbidden.push(message.text()))
  // A page that is drawn otherwise than it was sent says so as an error.
  page.on('pageerror', ({ message }) => broken.push(`${page.url()}: ${message}`))
  await page.goto('/sign-in')
  await ready(page)
  expect(await violations(page)).toEqual([])
  await signIn(page)
  expect(await violations(page)).toEqual([])
  const api = await caller()
  const loads = (await (await api.get('/find/loads?q=uncovered')).json()) as { id: number }[]
  const covered = (await (await api.get('/find/loads?q=covered')).json()) as { id: number }[]
  const quoteId = Number(/\/quotes\/(\d+)/.exec(await (await api.get('/quotes?q=coming')).text())![1])
  for (const path of [
    '/loads',
    '/boards',
    '/boards/map',
    '/boards/bids',
    '/boards/bids/2',
    '/boards/search?line=vans+boise+200mi',
    '/rates/suspects',
    '/quotes',
    `/quotes/${quoteId}`,
    '/fuel',
    '/carriers',
    '/carriers?q=zzzz',
    '/carriers/1',
    '/carriers/attention',
    '/carriers/import',
    '/vetting',
    '/customers',
    '/customers/1',
    '/facilities',
    '/intake/mail',
    '/capacity',
    '/loads?near=Boise%20ID',
    '/facilities/1',
    '/loads/new',
    `/loads/new?copy=${loads[0]!.id}`,
    `/loads/${loads[0]!.id}`,
    `/loads/${covered[0]!.id}`,
    `/loads/${covered[0]!.id}/change`,
  ]) {
    await page.goto(path)
    await ready(page)
    expect(await violations(page), path).toEqual([])
  }
  await page.goto(`/loads/${loads[0]!.id}`)
  await ready(page)
  for (const key of ['o', 'l', 'm', 'r', '?', '/']) {
    await page.keyboard.press(key)
    await expect(page.getByRole('dialog')).toBeVisible()
    expect(await violations(page), `dialog ${key}`).toEqual([])
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toBeHidden()
  }
  await page.goto('/carriers/1')
  await ready(page)
  for (const key of ['c', 'y', 'e', 'p']) {
    await page.keyboard.press(key)
    await expect(page.getByRole('dialog')).toBeVisible()
    expect(await violations(page), `carrier dialog ${key}`).toEqual([])
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toBeHidden()
  }
  for (const key of ['l', 'g']) {
    await page.keyboard.press(key)
    expect(await violations(page), `carrier tab ${key}`).toEqual([])
  }
  await page.goto('/carriers')
  await ready(page)
  await page.keyboard.press('a')
  await page.getByRole('combobox').fill('heron')
  await expect(page.getByRole('option').first()).toBeVisible()
  expect(await violations(page), 'adding a carrier').toEqual([])
  await page.goto(`/quotes/${quoteId}`)
  await ready(page)
  for (const key of ['s', 'v', 'w', 'l', 't', 'm', 'g']) {
    await page.locator('[data-cell="0-0"]').focus()
    await page.keyboard.press(key)
    await expect(page.getByRole('dialog')).toBeVisible()
    if (key === 's')
      await expect(page.getByRole('region', { name: 'As the customer will see it' })).toContainText('Quiet Anvil Steel')
    expect(await violations(page), `quote dialog ${key}`).toEqual([])
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toBeHidden()
  }
  await expect.poll(async () => (await mails()).some((mail) => mail.key.startsWith('confirmation-'))).toBe(true)
  await page.goto(await linkIn('confirmation-'))
  await ready(page)
  expect(await violations(page), 'the carrier’s page').toEqual([])
  expect(forbidden, 'what the page’s own policy forbids').toEqual([])
  expect(broken, 'pages with errors of their own').toEqual([])
})

test('tenders, partners and rules pass axe in light and dark', async ({ browser }) => {
  const page = await (await browser.newContext(context)).newPage()
  await burst('two-otters', 'original', 2)
  await burst('quiet-anvil', 'broken')
  const [shipment] = await burst('marigold', 'original')
  await signIn(page, 'ruth@ploverrook.example')
  await choose(page, shipment!)
  expect(await violations(page), 'intake').toEqual([])
  for (const key of ['a', 'd', '?']) {
    await page.keyboard.press(key)
    await expect(page.getByRole('dialog')).toBeVisible()
    expect(await violations(page), `intake dialog ${key}`).toEqual([])
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toBeHidden()
  }
  const siteId = reading((db) => db.prepare("select id from partner where transport = 'site'").pluck().get() as number)
  for (const path of [
    '/intake/answered',
    '/exchange',
    '/exchange?trouble=1',
    '/exchange?kind=page',
    '/partners',
    '/partners/2',
    `/partners/${siteId}`,
    '/answering',
    '/answering?customer=1',
  ]) {
    await page.goto(path)
    await ready(page)
    expect(await violations(page), path).toEqual([])
  }
  for (const [path, key] of [
    ['/answering?customer=1', 'w'],
    ['/partners', 'w'],
    ['/loads/1', 'j'],
    ['/loads/1', 't'],
  ] as const) {
    await page.goto(path)
    await ready(page)
    await page.keyboard.press(key)
    await expect(page.getByRole('dialog')).toBeVisible()
    expect(await violations(page), `${path} dialog ${key}`).toEqual([])
  }
})

test('the pages about the office and its people pass axe in light and dark', async ({ browser }) => {
  const page = await (await browser.newContext(context)).newPage()
  await page.goto('/forgot')
  await ready(page)
  expect(await violations(page)).toEqual([])
  await signIn(page, 'odile@ploverrook.example')
  for (const path of ['/account', '/people', '/settings', '/connections', '/status']) {
    await page.goto(path)
    await ready(page)
    expect(await violations(page), path).toEqual([])
  }
  await page.goto('/people')
  await ready(page)
  for (const button of ['Invite somebody', 'New role', 'Deactivate Ines Calloway']) {
    await page.getByRole('button', { name: button }).click()
    await expect(page.getByRole('dialog')).toBeVisible()
    expect(await violations(page), button).toEqual([])
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toBeHidden()
  }
})
