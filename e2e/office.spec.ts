import type { ChildProcess } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { expect, type Page, test } from '@playwright/test'
import Database from 'better-sqlite3'
import { answering, stopAll } from '../bin/processes'
import { startMail, startRegister, surroundings } from '../bin/surroundings'
import { type Bare, startBare } from './bare'
import { ready } from './desk'

const folder = '.tmp/office'
const around = surroundings(folder, 4640)
const children: ChildProcess[] = []
let bare: Bare

test.beforeAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  surroundings(folder, around.port)
  bare = startBare(around, { OX_OUTBOX_DELAY_MS: '200', OX_REGISTER_EVERY_MS: '500' })
  children.push(
    startMail(around, { MAIL_OWN_DOMAIN: 'harborwren.example' }),
    startRegister(around, { REGISTER_TROUBLE: '0', REGISTER_SIZE: '300' }),
    bare.child,
  )
  await answering(`${around.mailbox}/healthz`, children[0]!)
  await answering(`${around.register}/healthz`, children[1]!)
  await answering(`${around.origin}/healthz`, children[2]!)
})
test.afterAll(() => stopAll(children))

/** Types one field after the other, as fingers do. */
async function fillIn(page: Page, ...texts: string[]): Promise<void> {
  for (const [at, text] of texts.entries()) {
    if (at > 0) await page.keyboard.press('Tab')
    await page.keyboard.type(text)
  }
}

/** Types what is looked for, and takes what is found first. */
async function choose(page: Page, text: string, first: RegExp): Promise<void> {
  await page.keyboard.type(text)
  await expect(page.locator('li[role=option]:visible').first()).toContainText(first)
  await page.keyboard.press('Enter')
}

async function connect(page: Page, name: string, fields: () => Promise<void>): Promise<void> {
  await page.getByRole('button', { name: `Connect ${name}` }).click()
  await fields()
  await page.getByRole('button', { name: 'Test it' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'It works.' })).toBeVisible()
  await page.getByRole('button', { name: 'Save Enter' }).click()
  await expect(
    page.getByRole('listitem').filter({ hasText: name }).getByText('connected', { exact: true }),
  ).toBeVisible()
}

async function makeFacility(page: Page, name: string, street: string, place: string): Promise<void> {
  await choose(page, name, /New facility/)
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.getByRole('combobox', { name: 'City or postal code' }).fill(place)
  await expect(page.locator('li[role=option]:visible').first()).toBeVisible()
  await page.keyboard.press('Enter')
  await page.getByLabel('Street').fill(street)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog')).toBeHidden()
}

test('from an empty folder to the first awarded load of a brokerage of its own', async ({ page }) => {
  await page.goto(`${around.origin}/loads`)
  await expect(page).toHaveURL(`${around.origin}/set-up`)
  await ready(page)
  const key = bare.key()
  await expect(page.getByLabel('Set-up key')).toBeFocused()
  await fillIn(page, 'guess', 'Wilma Oakes', 'wilma@harborwren.example', '206-555-0140', 'harborwren')
  await page.keyboard.press('Tab')
  await fillIn(page, 'Harbor Wren Freight', 'Harbor Wren Freight LLC', '0765432', '1876543', '206-555-0100')
  await page.keyboard.press('Tab')
  await fillIn(page, 'desk@harborwren.example', '12 Wharf St\nSeattle, WA 98101')
  await page.getByLabel('Time zone').selectOption('America/Los_Angeles')
  await page.getByLabel('Loads begin with').fill('HW')
  await page.getByLabel('First load number').fill('5001')
  await page.keyboard.press('Enter')
  await expect(page.getByText('That is not the key.')).toBeVisible()
  await expect(page.getByLabel('Set-up key')).toBeFocused()
  await page.keyboard.press('Control+a')
  await page.keyboard.type(key)
  await page.keyboard.press('Enter')
  await expect(page.getByText('Use at least 12 characters.')).toBeVisible()
  await page.getByLabel('Your password').fill('quiet anvil otter lamp')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(`${around.origin}/`)
  await ready(page)

  await page.keyboard.press('K')
  await expect(page.getByRole('heading', { name: 'Connections' })).toBeVisible()
  await connect(page, 'Email out', async () => {
    await page.getByLabel('Mail server').fill('127.0.0.1')
    await page.getByLabel('Port').fill(String(around.port + 2))
    await page.getByLabel('Encryption').selectOption('offered')
  })
  await connect(page, 'Carrier register', () => page.getByLabel('Address').fill(around.register))

  await page.keyboard.press('n')
  await expect(page.getByRole('combobox', { name: 'Customer' })).toBeFocused()
  await ready(page)
  await choose(page, 'Brass Kettle Teas', /New customer/)
  await page.keyboard.type('bills@brasskettle.example')
  await page.keyboard.press('Enter')
  const facility = (at: number) => page.getByRole('combobox', { name: 'Facility' }).nth(at)
  await expect(facility(0)).toBeFocused()
  await makeFacility(page, 'Kettle Works', '4 Steam Rd', 'seattle wa')
  await page.getByLabel('When').first().fill('+2 8-11')
  await facility(1).focus()
  await makeFacility(page, 'Tea House', '9 Cup St', 'spokane wa')
  await expect(page.getByLabel('When').nth(1)).not.toHaveValue('')
  await page.getByLabel('Freight', { exact: true }).fill('Loose tea')
  await page.getByLabel('Weight').fill('18000')
  await page.getByLabel('Rate of charge 1').fill('1450')
  await page.keyboard.press('Control+Enter')
  const held = page.getByRole('alert').filter({ hasText: 'Save again if that is meant' })
  await expect(held.or(page.getByText(/Uncovered, picks up in/)).first()).toBeVisible()
  if (await held.isVisible()) await page.keyboard.press('Control+Enter')
  await expect(page.getByText(/Uncovered, picks up in/)).toBeVisible()
  await expect(page).toHaveTitle(/HW-5001/)

  await page.keyboard.press('o')
  await expect(page.getByRole('combobox', { name: /Carrier, by name/ })).toBeFocused()
  await choose(page, await strangerOfTheRegister(), /not on file/)
  await expect(page.getByText(/is on file now, vetting:/)).toBeVisible()
  await page.keyboard.type('900')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Offer \$900 from/)).toBeVisible()
  await page.keyboard.press('a')
  await page.getByLabel(/Override vetting/).fill('paperwork comes by email today')
  await page.getByRole('button', { name: 'Award Enter' }).click()
  await expect(page.getByText(/RC-5001-1/).first()).toBeVisible()
  const kept = readFileSync(join(folder, 'data', 'secret'), 'utf8')
  expect(kept).toMatch(/^[0-9a-f]{48}$/)
})

/** A carrier that the register has sent and that may haul. */
async function strangerOfTheRegister(): Promise<string> {
  const name = () => {
    const db = new Database(join(folder, 'data', 'oxpecker.db'), { readonly: true })
    try {
      return db
        .prepare('select name from register_record where may_carry = 1 and length(name) > 12 limit 1')
        .pluck()
        .get() as string | undefined
    } finally {
      db.close()
    }
  }
  await expect.poll(name, { timeout: 60_000 }).toBeTruthy()
  return name()!
}
