import { expect, type Page, request, test } from '@playwright/test'
import { TOTP } from 'otpauth'
import { caller, mailbox, mails, ready, signIn } from './desk'
import { freshLoad } from './loads'
import { world } from './world'

const odile = 'odile@ploverrook.example'
const password = 'quiet anvil otter lamp'

/** The link in the newest email to an address that has one. */
async function passwordLink(to: string): Promise<string> {
  let url = ''
  await expect
    .poll(async () => {
      const all = await mails()
      const index = all.findLastIndex((mail) => mail.to.includes(to) && mail.key.startsWith('person-'))
      if (index < 0) return ''
      const { text } = (await (await fetch(`${mailbox}/mails/${index}/source`)).json()) as { text: string }
      url = /http:\/\/localhost:\d+\/password\/[\w.-]+/.exec(text)?.[0] ?? ''
      return url
    })
    .not.toBe('')
  return url
}

async function invite(page: Page, name: string, mail: string, role: string): Promise<void> {
  await page.keyboard.press('W')
  await expect(page.getByRole('heading', { name: 'People' })).toBeVisible()
  await page.keyboard.press('a')
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused()
  await page.keyboard.type(name)
  await page.keyboard.press('Tab')
  await page.keyboard.type(mail)
  await page.getByRole('dialog').getByLabel('Role').selectOption(role)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('row', { name: new RegExp(name) })).toContainText('invited, not here yet')
}

/** Opens a link and chooses a password, in a browser of its own. */
async function choosePassword(page: Page, url: string, chosen = password): Promise<void> {
  await page.goto(url)
  await ready(page)
  await expect(page.getByLabel('Choose a password')).toBeFocused()
  await page.keyboard.type(chosen)
  await page.keyboard.press('Tab')
  await page.keyboard.type(chosen)
  await page.keyboard.press('Enter')
}

async function enter(page: Page, mail: string, chosen = password): Promise<void> {
  await expect(page.getByLabel('Email address')).toBeFocused()
  await page.keyboard.type(mail)
  await page.keyboard.press('Tab')
  await page.keyboard.type(chosen)
  await page.keyboard.press('Enter')
}

test('invited by email, in with an authenticator app, and out again with the loads handed over', async ({
  page,
  browser,
}) => {
  await signIn(page, odile)
  await invite(page, 'Bo Lind', 'bo@ploverrook.example', 'rep')
  const bo = await (await browser.newContext()).newPage()
  const link = await passwordLink('bo@ploverrook.example')
  await choosePassword(bo, link, 'ploverrook12')
  await expect(bo.getByRole('alert')).toContainText('too easy to guess')
  await choosePassword(bo, link)
  await expect(bo).toHaveURL(/sign-in/)
  await enter(bo, 'bo@ploverrook.example')
  await expect(bo.getByRole('heading', { name: 'Horizon' })).toBeAttached()
  await bo.goto(link)
  await expect(bo.getByText('This link was withdrawn.')).toBeVisible()

  await bo.goto('/account')
  await ready(bo)
  await bo.getByRole('button', { name: 'Set it up' }).click()
  const secret = (await bo.getByRole('dialog').locator('.font-mono').innerText()).replaceAll(' ', '')
  const code = () => new TOTP({ secret, algorithm: 'SHA1', digits: 6, period: 30 }).generate()
  await bo.getByLabel('Code').fill('000000')
  await bo.keyboard.press('Enter')
  await expect(bo.getByText('That code is not right.')).toBeVisible()
  await bo.getByLabel('Code').fill(code())
  await bo.keyboard.press('Enter')
  await expect(bo.getByText('Keep these recovery codes')).toBeVisible()
  const recovery = await bo.locator('ul.font-mono li').first().innerText()
  await bo.getByRole('button', { name: 'Sign out' }).click()
  await enter(bo, 'bo@ploverrook.example')
  await expect(bo.getByLabel('Code from your authenticator app')).toBeFocused()
  await bo.goto('/loads')
  await expect(bo).toHaveURL(/sign-in/)
  await enter(bo, 'bo@ploverrook.example')
  await expect(bo.getByLabel('Code from your authenticator app')).toBeFocused()
  await bo.keyboard.type(recovery)
  await bo.keyboard.press('Enter')
  await expect(bo).toHaveURL(/loads/)
  await ready(bo)

  const api = await request.newContext({ baseURL: world.origin, storageState: await bo.context().storageState() })
  const loadId = await freshLoad(api)
  await page.reload()
  await ready(page)
  await page.getByRole('button', { name: 'Deactivate Bo Lind' }).click()
  await page.getByRole('button', { name: 'Deactivate Enter' }).click()
  await expect(page.getByText('Choose who takes over the open load.')).toBeVisible()
  await page.getByLabel('Their open load goes to').selectOption({ label: 'Teo Marchetti' })
  await page.getByRole('button', { name: 'Deactivate Enter' }).click()
  await expect(page.getByRole('row', { name: /Bo Lind/ })).toContainText('deactivated')
  await bo.goto('/loads')
  await expect(bo).toHaveURL(/sign-in/)
  await enter(bo, 'bo@ploverrook.example')
  await expect(bo.getByRole('alert')).toContainText('not right')
  await page.goto(`/loads/${loadId}`)
  await expect(page.getByText('Teo Marchetti').first()).toBeVisible()
})

test('a forgotten password is set anew by a link, and whoever was signed in with the old one is out', async ({
  page,
  browser,
}) => {
  await signIn(page, odile)
  await invite(page, 'Ada Quill', 'ada@ploverrook.example', 'accounting')
  const ada = await (await browser.newContext()).newPage()
  await choosePassword(ada, await passwordLink('ada@ploverrook.example'))
  await enter(ada, 'ada@ploverrook.example')
  await expect(ada.getByRole('heading', { name: 'Horizon' })).toBeAttached()
  const elsewhere = await (await browser.newContext()).newPage()
  await elsewhere.goto('/sign-in')
  await elsewhere.getByRole('link', { name: 'Forgot your password?' }).click()
  await expect(elsewhere.getByLabel('Email address')).toBeFocused()
  const before = await passwordLink('ada@ploverrook.example')
  await elsewhere.keyboard.type('ada@ploverrook.example')
  await elsewhere.keyboard.press('Enter')
  await expect(elsewhere.getByRole('status')).toContainText('If that address has an account')
  await expect.poll(() => passwordLink('ada@ploverrook.example')).not.toBe(before)
  await choosePassword(elsewhere, await passwordLink('ada@ploverrook.example'), 'velvet barge nine comet')
  await enter(elsewhere, 'ada@ploverrook.example', 'velvet barge nine comet')
  await expect(elsewhere.getByRole('heading', { name: 'Horizon' })).toBeAttached()
  await ada.goto('/loads')
  await expect(ada).toHaveURL(/sign-in/)
})

test('a setting holds from now on, a confirmation sent before stays as it was, and two who change at once are told', async ({
  page,
  browser,
}) => {
  await signIn(page, odile)
  await page.keyboard.press('S')
  await expect(page.getByRole('heading', { name: 'Settings' })).toBeVisible()
  const other = await (await browser.newContext()).newPage()
  await signIn(other, odile)
  await other.goto('/settings')
  await ready(other)
  await page.getByLabel('On every quote').fill('Prices hold for a week.')
  await page.getByLabel('Signed out after, minutes idle').fill('3')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByLabel('Signed out after, minutes idle')).toHaveAttribute('aria-invalid', 'true')
  await page.getByLabel('Signed out after, minutes idle').fill('700')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByText('Saved as version 2')).toBeVisible()
  await other.getByLabel('Office phone').fill('208-555-0188')
  await other.keyboard.press('Control+Enter')
  await expect(other.getByRole('alert')).toContainText('Somebody saved version 2')
  await expect(other.getByLabel('Office phone')).toHaveValue('208-555-0188')
  const rep = await caller()
  expect((await rep.post('/settings/save', { data: {} })).status()).toBe(403)
  expect((await rep.get('/people')).status()).toBe(403)
})

test('dark or light, large or small, as somebody chose it, on whatever machine', async ({ page, browser }) => {
  await signIn(page, 'pim@ploverrook.example')
  await page.goto('/account')
  await ready(page)
  const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor)
  const light = await ground()
  await page.getByLabel('Colors').selectOption('dark')
  await expect.poll(ground).not.toBe(light)
  await page.getByLabel('Text size').selectOption('larger')
  await expect.poll(() => page.evaluate(() => getComputedStyle(document.documentElement).fontSize)).toBe('18px')
  const elsewhere = await (await browser.newContext()).newPage()
  await signIn(elsewhere, 'pim@ploverrook.example')
  await expect(elsewhere.locator('html')).toHaveAttribute('data-theme', 'dark')
  await page.getByLabel('Colors').selectOption('system')
  await page.getByLabel('Text size').selectOption('usual')
  await expect.poll(ground).toBe(light)
})

test('whose loads are shown is chosen once, by key too, and holds in every room', async ({ page }) => {
  await signIn(page, 'teo@ploverrook.example')
  const loads = page.getByRole('list', { name: 'Open loads, the most pressing first' }).getByRole('listitem')
  const whose = page.getByLabel('Whose')
  await expect(whose).toHaveValue('everybody')
  const all = await loads.count()
  await whose.selectOption('mine')
  await expect.poll(() => loads.count()).toBeLessThan(all)
  await page.goto('/quotes')
  await ready(page)
  await expect(whose).toHaveValue('mine')
  const found = async () => Number((await page.getByText(/^\d+ found$/).textContent())!.split(' ')[0])
  const mine = await found()
  await page.locator('body').press('v')
  await expect(whose).toHaveValue('everybody')
  await expect.poll(found).toBeGreaterThan(mine)
})

test('a logo is at the head of what is issued once it was saved, and what is no picture is told', async ({ page }) => {
  const pixel = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='
  const rep = await caller()
  const hasPicture = async () => (await (await rep.get('/quotes/1/pdf')).body()).includes('/Subtype /Image')
  expect(await hasPicture()).toBe(false)
  await signIn(page, odile)
  await page.goto('/settings')
  await ready(page)
  const logo = page.getByLabel(/^Logo on quotes/)
  await logo.setInputFiles({ name: 'logo.png', mimeType: 'image/png', buffer: Buffer.from('<svg/>') })
  await expect(page.getByText('A logo is a PNG or JPEG picture')).toBeVisible()
  await logo.setInputFiles({ name: 'logo.png', mimeType: 'image/png', buffer: Buffer.from(pixel, 'base64') })
  await expect(page.getByRole('img', { name: 'The logo' })).toBeVisible()
  expect(await hasPicture()).toBe(false)
  await page.getByRole('button', { name: /^Save as version/ }).click()
  await expect(page.getByText(/^Saved as version/)).toBeVisible()
  await expect.poll(hasPicture).toBe(true)
  await page.getByRole('button', { name: 'Remove the logo' }).click()
  await page.getByRole('button', { name: /^Save as version/ }).click()
  await expect.poll(hasPicture).toBe(false)
})
