import { expect, test } from '@playwright/test'
import { board, caller, mails, ready, signIn } from './desk'
import { clearCarriers, freshLoad, someTerms } from './loads'

test('a practice load goes all the way and nothing leaves the building', async ({ page }) => {
  const api = await caller()
  const loadId = await freshLoad(api, { practice: true, commodity: 'Practice crates' })
  const [carrierId] = await clearCarriers(api, loadId, 1)
  await api.post(`/loads/${loadId}/act`, {
    data: { intent: 'set_limits', targetPayMinor: 200_000, maxPayMinor: 250_000 },
  })
  await api.post(`/loads/${loadId}/act`, { data: { intent: 'record_offer', offer: { carrierId, payMinor: 200_000 } } })
  await signIn(page)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await expect(page.getByText('Practice', { exact: true })).toBeVisible()
  await page.keyboard.press('p')
  await expect(page.getByRole('button', { name: 'Post Enter' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Practice: the posting for \w+ not sent/).first()).toBeVisible()
  await page.keyboard.press('a')
  await expect(page.getByText(/Clear: authority|with caution/)).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Send Enter' })).toBeFocused()
  await expect(page.getByRole('heading', { name: /Rate confirmation RC-/ })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Practice: the mail not sent/)).toBeVisible()

  expect(await (await fetch(`${board}/wire`)).text()).not.toContain('Practice crates')
  const confirmationId = /confirmations\/(\d+)/.exec(
    (await page.getByRole('link', { name: /^RC-/ }).getAttribute('href'))!,
  )![1]
  expect((await mails()).some((mail) => mail.key.startsWith(`confirmation-${confirmationId}-`))).toBe(false)
})

test('a draft is offered to nobody until it is opened', async ({ page }) => {
  const api = await caller()
  const made = await api.post('/loads/save', { data: { terms: someTerms(), open: false } })
  const { loadId } = await made.json()
  await signIn(page)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await expect(page.getByText('Draft, not offered to anyone')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Post p' })).toBeHidden()
  expect(
    (await api.post(`/loads/${loadId}/act`, { data: { intent: 'post', boards: ['Saltlick'], terms: {} } })).status(),
  ).toBe(409)
  await page.getByRole('button', { name: 'Open for cover' }).click()
  await expect(page.getByText(/Uncovered, picks up in/)).toBeVisible()
})

test('what another rep does appears on the Horizon without a reload', async ({ page }) => {
  const teo = await caller('teo@ploverrook.example')
  await signIn(page)
  const loadId = await freshLoad(teo)
  const row = page.locator(`a[data-load="${loadId}"]`)
  await expect(row).toContainText('Post it')
  const [carrierId] = await clearCarriers(teo, loadId, 1)
  await teo.post(`/loads/${loadId}/act`, {
    data: { intent: 'set_limits', targetPayMinor: 210_000, maxPayMinor: 220_000 },
  })
  await teo.post(`/loads/${loadId}/act`, { data: { intent: 'record_offer', offer: { carrierId, payMinor: 200_000 } } })
  await expect(row).toContainText(/Take 2,000|Counter|Hold 2,000/)
})

test('a viewer looks and cannot touch', async ({ page }) => {
  const api = await caller()
  const loadId = await freshLoad(api)
  await signIn(page, 'pim@ploverrook.example')
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  for (const name of ['Post p', 'Limits l', 'Change load e', 'Cancel load'])
    await expect(page.getByRole('button', { name })).toBeHidden()
  await page.keyboard.press('n')
  await expect(page).toHaveURL(`/loads/${loadId}`)
  expect((await page.goto('/loads/new'))!.status()).toBe(403)
  await expect(page.getByText('A viewer may not make or change loads.')).toBeVisible()
})
