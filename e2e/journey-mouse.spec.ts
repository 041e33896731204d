import { expect, test } from '@playwright/test'
import { board, caller, linkIn, ready, signIn } from './desk'
import { clearCarriers, nameOf } from './loads'

test('from a customer’s shipment to an accepted rate confirmation, with the mouse', async ({ page, browser }) => {
  await signIn(page)
  await expect(
    page
      .getByRole('list', { name: /Open loads/ })
      .getByRole('listitem')
      .first(),
  ).toBeVisible()
  await page.getByRole('link', { name: 'Loads', exact: true }).click()
  await page.getByRole('link', { name: 'New load n' }).click()
  await ready(page)

  // A customer and a facility that did not exist before, without leaving the page.
  await page.getByRole('combobox', { name: 'Customer' }).fill('Lantern Fish Canning')
  await page.getByRole('option', { name: /New customer/ }).click()
  await page.getByLabel('Billing email').fill('bills@lanternfish.example')
  await page.getByRole('button', { name: /Make the customer/ }).click()
  await page.getByRole('combobox', { name: 'Facility' }).first().fill('Lantern cannery')
  await page.getByRole('option', { name: /New facility/ }).click()
  await page.getByRole('combobox', { name: /City or postal code/ }).fill('twin falls')
  await page.getByRole('option', { name: /Twin Falls ID/ }).click()
  await page.getByLabel('Street').fill('77 Canal Rd')
  await page.getByRole('button', { name: /Make the facility/ }).click()
  await page.getByRole('combobox', { name: 'Facility' }).nth(1).fill('phoenix')
  await page.locator('li[role=option]:visible').first().click()
  await page.getByLabel('Equipment', { exact: true }).selectOption('reefer')
  await page.getByLabel('From °F').fill('36')
  await page.getByLabel('To °F').fill('40')
  await page.getByLabel('Freight', { exact: true }).fill('Canned trout')
  await page.getByLabel('Weight lb').fill('41,000')
  await page.getByRole('button', { name: 'Add a reference' }).click()
  await page.getByLabel('Number of reference 1').fill('PU7788')
  await page.getByRole('button', { name: 'Add a reference' }).click()
  await page.getByLabel('Reference 2', { exact: true }).selectOption('contract_number')
  await page.getByLabel('Number of reference 2').fill('HUSHHUSH-1')
  await page
    .getByRole('region', { name: 'References' })
    .getByRole('checkbox', { name: 'Rate confirmation' })
    .nth(1)
    .uncheck()
  await page.getByRole('button', { name: 'Add a note' }).click()
  await page.getByLabel('Note 1', { exact: true }).fill('Washed trailer only')
  await page.getByRole('button', { name: 'Add a note' }).click()
  await page.getByLabel('Reader of note 2').selectOption('us')
  await page.getByLabel('Note 2', { exact: true }).fill('HUSHHUSH margin is thin')

  // Reported before saving: the past, what cannot be driven, a digit too many.
  await page.getByLabel('When').first().fill('2026-01-05 8-11')
  await expect(page.getByText(/is in the past, by/).first()).toBeVisible()
  await page.getByLabel('When').first().fill('tomorrow 8-11')
  await page.getByLabel('When').nth(1).fill('tomorrow 14:00')
  await expect(page.getByText(/Cannot legally be there in time/).first()).toBeVisible()
  await page.getByLabel('Rate of charge 1').fill('28800')
  await expect(page.getByText(/times what this lane costs/)).toBeVisible()
  await page.getByRole('button', { name: /Open for cover/ }).click()
  await expect(page.getByRole('alert')).toContainText('Cannot legally be there in time')
  await page.getByLabel('When').nth(1).fill('+3 8-16:00')
  await page.getByLabel('Rate of charge 1').fill('2880')
  await page.getByRole('button', { name: /Open for cover/ }).click()

  // The load: ribbon, strip, shortlist.
  await expect(page.getByRole('heading', { name: 'Twin Falls to Phoenix' })).toBeVisible()
  await expect(page.getByText(/\d{3} mi · /).first()).toBeVisible()
  await expect(page.getByRole('img', { name: /target .*max .*sell 2,880/ })).toBeVisible()
  const number = await page.getByText(/^PR-\d+$/).innerText()

  // Posted: carriers answer by call-back and by mail; what they must not see never reached the board.
  await page.getByRole('button', { name: 'Post p' }).click()
  await page.getByRole('button', { name: 'Post Enter' }).click()
  await expect(page.getByText(/on Saltlick.* since/)).toBeVisible()
  await expect(
    page
      .getByRole('list', { name: /Offers/ })
      .getByText(/^board,/)
      .first(),
  ).toBeVisible({ timeout: 30_000 })
  await expect(
    page
      .getByRole('list', { name: /Offers/ })
      .getByText(/^email,/)
      .first(),
  ).toBeVisible({ timeout: 30_000 })
  const wire = await (await fetch(`${board}/wire`)).text()
  expect(wire).toContain('Canned trout')
  expect(wire).not.toMatch(/HUSHHUSH|Lantern Fish|PU7788|77 Canal|2880|288000/)
  expect(wire).not.toContain(number)

  // An offer from the phone, countered; another that lapses by its time; one declined.
  await page.getByRole('button', { name: 'o record one' }).click()
  const [clear] = await clearCarriers(await caller(), Number(/loads\/(\d+)/.exec(page.url())![1]), 1)
  await page.getByRole('combobox', { name: /Carrier, by name/ }).fill(nameOf(clear!))
  await page.locator('li[role=option]:visible').first().click()
  await page.getByLabel('Price, all in').fill('2,457')
  await page.getByRole('button', { name: /Record/ }).click()
  await expect(page.getByText(/Offer \$2,457 from/)).toBeVisible()
  await page
    .getByRole('list', { name: /Offers/ })
    .getByRole('button', { name: /2,457/ })
    .click()
  await page.getByRole('button', { name: 'Counter c' }).click()
  await page.getByLabel('Our price').fill('2,300')
  await page.getByRole('button', { name: 'Counter Enter' }).click()
  await expect(page.getByText('countered at 2,300').first()).toBeVisible()
  await page.getByRole('button', { name: 'Take down d' }).click()
  await expect(page.getByText('Off Saltlick').first()).toBeVisible()
  const last = page
    .getByRole('list', { name: /Offers/ })
    .getByRole('button')
    .last()
  await last.click()
  await page.getByRole('button', { name: 'Decline x' }).click()
  await expect(page.getByRole('list', { name: /Offers/ }).getByText('declined')).toBeVisible()

  // Award at the countered price; the others are turned down; the confirmation is written and mailed.
  await page
    .getByRole('list', { name: /Offers/ })
    .getByRole('button', { name: /2,457/ })
    .click()
  await page.getByRole('button', { name: 'Award a' }).click()
  await expect(page.getByText(/Clear: authority|with caution/)).toBeVisible()
  await page.getByLabel('Rate of pay line 1').fill('2300')
  await page.getByRole('button', { name: 'Award Enter' }).click()
  await expect(page.getByRole('heading', { name: /Rate confirmation RC-/ })).toBeVisible()
  await page.getByRole('button', { name: 'Send Enter' }).click()
  await expect(page.getByText(/version 1 emailed to/)).toBeVisible()
  await expect(page.getByText(/turned down/).first()).toBeVisible()

  // The carrier, on a phone, without a password.
  const id = /loads\/(\d+)/.exec(page.url())![1]
  const pdf = await page.request.get((await page.getByRole('link', { name: /^RC-/ }).first().getAttribute('href'))!)
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-')
  const first = await linkIn('confirmation-')
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  await phone.goto(first)
  await ready(phone)
  await expect(phone.getByText('Washed trailer only')).toBeVisible()
  expect(await phone.content()).not.toMatch(/HUSHHUSH|Lantern Fish|2,880/)
  await phone.getByLabel('Your name').fill('Ada Finch')
  await phone.getByLabel('Your title').fill('Dispatcher')
  await phone.getByRole('button', { name: /Accept/ }).click()
  await expect(phone.getByText('Accepted by Ada Finch, Dispatcher')).toBeVisible()

  // Live on the desk, without a reload.
  await expect(page.getByRole('status').filter({ hasText: 'Confirmed by' })).toBeVisible()

  // A changed term: version 2, version 1 visibly void, asked again.
  await page.getByRole('button', { name: 'Change load e' }).click()
  await ready(page)
  await page.getByLabel('Weight lb').fill('42500')
  await page.getByRole('button', { name: /Save the change/ }).click()
  await expect(page.getByText('Rate confirmation version 2 written')).toBeVisible()
  await expect(page.getByText(/Changed: .*41,000 lb to .*42,500 lb/)).toBeVisible()
  await phone.reload()
  await expect(phone.getByText('This version is void. Version 2 takes its place')).toBeVisible()
  await page.getByRole('button', { name: 'Send confirmation s' }).click()
  await page.getByRole('button', { name: 'Send Enter' }).click()
  await expect(page.getByText(/version 2 emailed to/)).toBeVisible()
  await phone.goto(await linkIn('confirmation-'))
  await ready(phone)
  await expect(phone.getByText('42,500 lb')).toBeVisible()
  await expect(phone.getByRole('button', { name: /Accept/ })).toBeVisible()

  // The log: every step, who and from what to what.
  const log = page.getByRole('list', { name: 'Log, newest first' })
  for (const line of [
    'Load created',
    'Opened for cover',
    'Posting requested from Saltlick',
    '$2,300 against $2,457',
    'Awarded to',
    'version 1 accepted by Ada Finch, Dispatcher',
    'version 1 void',
  ])
    await expect(log.getByText(line).first()).toBeAttached()
  expect(id).toBeTruthy()
})
