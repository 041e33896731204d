import { expect, test } from '@playwright/test'
import { caller, linkIn, mails, ready, signIn } from './desk'
import { clearCarriers, freshLoad, passableCarrier } from './loads'

test('offers, limits, award, confirmation and its second version, by keyboard alone', async ({ page, browser }) => {
  const api = await caller()
  const loadId = await freshLoad(api)
  const carriers = await clearCarriers(api, loadId, 3)
  const offer = (index: number, payMinor: number, goodUntil: number | null = null) =>
    api.post(`/loads/${loadId}/act`, {
      data: { intent: 'record_offer', offer: { carrierId: carriers[index], payMinor, goodUntil } },
    })
  await signIn(page)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  const offers = page.getByRole('list', { name: /Offers/ })

  // Offers appear live; one lapses by its time, without a hand on it.
  await offer(0, 240_000)
  await offer(1, 250_000)
  await offer(2, 230_000, Date.now() + 3000)
  await expect(offers.getByRole('button')).toHaveCount(3)
  await expect(offers.getByText('lapsed')).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/automatic: offers end at their time/)).toBeVisible()

  // Target and max.
  await page.keyboard.press('l')
  await page.keyboard.type('2200')
  await page.keyboard.press('Tab')
  await page.keyboard.type('2500')
  await expect(page.getByText(/leaves \$380/)).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('img', { name: /target 2,200; max 2,500/ })).toBeVisible()

  // Arrows choose, c counters, x declines.
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('c')
  await page.keyboard.type('2350')
  await page.keyboard.press('Enter')
  await expect(offers.getByText('countered at 2,350')).toBeVisible()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('x')
  await expect(offers.getByText('declined')).toBeVisible()

  // The award with a second pay line; Enter sends.
  await page.keyboard.press('a')
  await expect(page.getByText(/Clear: authority|with caution/)).toBeVisible()
  await page.keyboard.type('2350')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Send Enter' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByText(/version 1 emailed to/)).toBeVisible()

  // The carrier accepts by keyboard; the desk sees it live.
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  await expect.poll(async () => (await mails()).length).toBeGreaterThan(0)
  await phone.goto(await linkIn('confirmation-'))
  await ready(phone)
  await phone.getByLabel('Your name').focus()
  await phone.keyboard.type('Bo Lark')
  await phone.keyboard.press('Tab')
  await phone.keyboard.type('Owner')
  await phone.keyboard.press('Enter')
  await expect(phone.getByText('Accepted by Bo Lark, Owner')).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: 'Confirmed by' })).toBeVisible()

  // A changed pay: version 2 asks again, version 1 is void and cannot be accepted.
  await page.keyboard.press('b')
  await page.keyboard.type('2400')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Rate confirmation version 2 written')).toBeVisible()
  await expect(page.getByText(/Pay \$2,350 to \$2,400/)).toBeVisible()
  await phone.reload()
  await expect(phone.getByText('This version is void.')).toBeVisible()
  await page.keyboard.press('s')
  await expect(page.getByRole('button', { name: 'Send Enter' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByText(/version 2 emailed to/)).toBeVisible()
})

test('a manager goes past the gate with a reason, a rep cannot', async ({ page, browser }) => {
  const api = await caller()
  const loadId = await freshLoad(api)
  const stopped = await passableCarrier(await caller('ruth@ploverrook.example'), loadId)
  await api.post(`/loads/${loadId}/act`, {
    data: { intent: 'set_limits', targetPayMinor: 200_000, maxPayMinor: 250_000 },
  })
  await api.post(`/loads/${loadId}/act`, {
    data: { intent: 'record_offer', offer: { carrierId: stopped, payMinor: 200_000 } },
  })
  await signIn(page)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await page.keyboard.press('a')
  await expect(page.getByText('Vetting blocks this award')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Award Enter' })).toBeDisabled()

  const manager = await (await browser.newContext()).newPage()
  await signIn(manager, 'ruth@ploverrook.example')
  await manager.goto(`/loads/${loadId}`)
  await ready(manager)
  await manager.keyboard.press('a')
  await manager.getByLabel(/Override vetting/).fill('renewal seen on document')
  await manager.getByRole('button', { name: 'Award Enter' }).click()
  await manager.keyboard.press('Escape')
  await expect(manager.getByText(/vetting overridden: renewal seen on document/)).toBeVisible()
})
