import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, type Page, test } from '@playwright/test'
import { ready, signIn } from './desk'
import { Fingers } from './fingers'
import { world } from './world'

test('a copied load from the phone call to the sent confirmation, by keyboard alone', async ({ page }) => {
  await signIn(page)
  const fingers = new Fingers(page)
  fingers.pages.add('/')

  await fingers.press('/')
  await fingers.type('snowmelt phoenix')
  await expect(page.getByRole('option').first()).toContainText('Phoenix')
  await fingers.press('Shift+Enter')
  await expect(page.getByRole('heading', { name: /Copy of PR-/ })).toBeVisible()
  await ready(page)
  await expect(page.getByLabel('When').first()).toBeFocused()
  await fingers.type('+2 8-11')
  await expect(page.getByLabel('When').nth(1)).not.toHaveValue('')
  await fingers.press('Control+Enter')
  await expect(page.getByText(/Uncovered, picks up in/)).toBeVisible()
  await fingers.press('p')
  await expect(page.getByRole('button', { name: 'Post Enter' })).toBeFocused()
  await fingers.press('Enter')
  await expect(page.getByText(/on (Saltlick|Waterhole|Windpump).* since/)).toBeVisible()
  await fingers.press('o')
  await expect(page.getByRole('combobox', { name: /Carrier, by name/ })).toBeFocused()
  const carrier = await clearCarrierOffTheBoard(page)
  await fingers.type(carrier.slice(0, 12))
  await expect(page.getByRole('option').first()).toContainText(carrier.slice(0, 12))
  await fingers.press('Enter')
  // Typed on without a pause, as fingers do.
  await fingers.type('1500')
  await expect(page.getByLabel('Price, all in')).toHaveValue('1500')
  await fingers.press('Tab')
  await fingers.type('2h')
  await fingers.press('Enter')
  await expect(page.getByText(/Offer \$1,500 from/)).toBeVisible()
  await fingers.press('a')
  await expect(page.getByText(/Clear: authority|with caution/)).toBeVisible()
  await fingers.press('Enter')
  await expect(page.getByRole('button', { name: 'Send Enter' })).toBeFocused()
  await fingers.press('Enter')
  await expect(page.getByText(/version 1 emailed to/)).toBeVisible()

  console.log(fingers.words('from "customer on the phone" to "confirmation sent"'))
  expect(fingers.pages.size).toBeLessThanOrEqual(4)
  expect(fingers.keys).toBeLessThan(60)
})

/** Somebody clear on the shortlist who does not answer the posting with a price of their own meanwhile. */
async function clearCarrierOffTheBoard(page: Page): Promise<string> {
  const members: { name: string }[] = JSON.parse(readFileSync(join(world.folder, 'board-members.json'), 'utf8'))
  const rows = page.locator('section[aria-label=Shortlist] tr', { hasText: 'clear' })
  const names = await rows.locator('button').allInnerTexts()
  const name = names.find((each) => !members.some((member) => member.name === each))
  expect(name, `one of ${names.join(', ')} is not on the board`).toBeDefined()
  return name!
}

test('the lists and dialogs are worked without the mouse', async ({ page }) => {
  await signIn(page)
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  const chosen = page.locator('a[data-load]:focus')
  await expect(chosen).toBeVisible()
  const lane = await chosen.locator('b').first().innerText()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toContainText(lane.slice(0, -3))
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('record an offer')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toBeHidden()
  await page.keyboard.press('h')
  await expect(page).toHaveURL('/')
  await page.keyboard.press('n')
  await expect(page.getByRole('heading', { name: 'New load' })).toBeVisible()
  await expect(page.getByRole('combobox', { name: 'Customer' })).toBeFocused()
})
