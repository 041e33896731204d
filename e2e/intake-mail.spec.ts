import { expect, test } from '@playwright/test'
import { caller, mailUs, ready, signIn } from './desk'
import { freshLoad } from './loads'
import { pastTheRules } from './partners'

test('email that belongs to no load is kept to be read, and given to the load it is about', async ({ page }) => {
  const api = await caller()
  const loadId = await freshLoad(api)
  await mailUs({ from: 'bo@larklane.example', subject: 'Dock 9 is closed', text: 'Use dock 12 on Thursday.' })
  await mailUs({ from: 'ads@tires.example', subject: 'Tires, cheap', text: 'Buy now' })
  await signIn(page)
  await page.goto('/intake')
  await ready(page)
  await page.getByRole('link', { name: /^Email to read/ }).click()
  const mails = page.getByRole('list', { name: 'Email to read' })
  const dock = mails.getByRole('listitem').filter({ hasText: 'Dock 9 is closed' })
  await expect(dock).toContainText('Use dock 12 on Thursday.')
  await mails.getByRole('listitem').filter({ hasText: 'Tires, cheap' }).getByRole('button', { name: /^Read/ }).click()
  await expect(mails.getByText('Tires, cheap')).toHaveCount(0)
  await dock.getByRole('combobox', { name: 'Give it to a load' }).fill(`PR-${20_000 + loadId}`)
  await page.locator('li[role=option]:visible').first().click()
  await dock.getByRole('button', { name: 'Give', exact: true }).click()
  await expect(mails.getByText('Dock 9 is closed')).toHaveCount(0)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await expect(page.getByRole('region', { name: 'Messages' })).toContainText('Dock 9 is closed')
})

test('one line finds a tender by its number, and says what can be done with a bare place', async ({ page }) => {
  const shipment = await pastTheRules('snowmelt')
  await signIn(page)
  await page.keyboard.press('/')
  await page.keyboard.type(shipment.toLowerCase())
  await page.getByRole('option', { name: new RegExp(shipment) }).click()
  await expect(page).toHaveURL(/\/intake\?notice=\d+/)
  await expect(page.getByRole('region', { name: 'The chosen tender' })).toContainText(shipment)
  await page.keyboard.press('/')
  await page.keyboard.type('boise id')
  await page.getByRole('option', { name: 'Loads picked up within 100 mi of Boise ID' }).click()
  await expect(page).toHaveURL(/\/loads\?near=Boise%20ID/)
  await expect(page.getByLabel('Picked up near (city, state)')).toHaveValue('Boise ID')
})
