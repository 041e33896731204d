import { expect, test } from '@playwright/test'
import { caller, ready, signIn } from './desk'
import { world } from './world'

test('a manager sees how the product is, and backs it up with a restore that is read through', async ({ page }) => {
  await signIn(page, 'ruth@ploverrook.example')
  await page.keyboard.press('H')
  await expect(page.getByRole('heading', { name: 'Status' })).toBeVisible()
  await ready(page)
  await expect(page.getByRole('region', { name: 'Feeds' })).toContainText('carrier register')
  await page.getByRole('button', { name: 'Back up now' }).click()
  await expect(page.getByRole('region', { name: 'Backups' })).toContainText('restored and read through')
  await expect(page.getByRole('region', { name: 'Backups' })).toContainText(/[\d,]{3,} loads/)
})

test('metrics need a key that is set, and a rep sees no status', async () => {
  expect((await fetch(`${world.origin}/metrics`)).status).toBe(404)
  expect((await (await caller()).get('/status')).status()).toBe(403)
})
