import { expect, type Page, test } from '@playwright/test'
import { ready, signIn } from './desk'
import { Fingers } from './fingers'

const facility = (page: Page, at: number) => page.getByRole('combobox', { name: 'Facility' }).nth(at)
const when = (page: Page, at: number) => page.getByLabel('When').nth(at)

/** Types what is looked for and takes the first of what is found. */
async function choose(page: Page, fingers: Fingers, text: string, first: RegExp): Promise<void> {
  await fingers.type(text)
  await expect(page.locator('li[role=option]:visible').first()).toContainText(first)
  await fingers.press('Enter')
}

test('a load with three stops for a new customer, by keyboard alone', async ({ page }) => {
  await signIn(page, 'teo@ploverrook.example')
  const fingers = new Fingers(page)
  fingers.pages.add('/')
  await fingers.press('n')
  await expect(page.getByRole('heading', { name: 'New load' })).toBeVisible()
  await ready(page)
  await expect(page.getByRole('combobox', { name: 'Customer' })).toBeFocused()
  await choose(page, fingers, 'Brass Kettle Teas', /New customer/)
  await expect(page.getByLabel('Billing email')).toBeFocused()
  await fingers.type('bills@brasskettle.example')
  await fingers.press('Enter')
  await expect(facility(page, 0)).toBeFocused()
  await choose(page, fingers, 'twin falls', /Twin Falls/)
  await expect(when(page, 0)).toBeFocused()
  await fingers.type('+3 8-11')
  await fingers.press('Control+i')
  await expect(facility(page, 1)).toBeFocused()
  await choose(page, fingers, 'salt lake', /Salt Lake/)
  await expect(when(page, 1)).toBeFocused()
  // Its time and that of the last stop follow the pickup by themselves.
  for (
    let step = 0;
    step < 5 && !(await facility(page, 2).evaluate((field) => field === document.activeElement));
    step++
  )
    await fingers.press('Tab')
  await expect(facility(page, 2)).toBeFocused()
  await choose(page, fingers, 'phoenix', /Phoenix/)
  await expect(when(page, 2)).toBeFocused()
  await expect(when(page, 1)).not.toHaveValue('')
  await expect(when(page, 2)).not.toHaveValue('')

  // The order is changed and changed back with an arrow.
  const middle = await facility(page, 1).inputValue()
  await page.keyboard.press('Alt+ArrowUp')
  await expect(facility(page, 2)).toHaveValue(middle)
  await expect(when(page, 1)).toBeFocused()
  await page.keyboard.press('Alt+ArrowDown')
  await expect(facility(page, 1)).toHaveValue(middle)
  await expect(when(page, 2)).toBeFocused()

  await page.getByLabel('Freight', { exact: true }).focus()
  await fingers.type('Loose tea')
  await fingers.press('Tab')
  await fingers.type('18000')
  await page.getByLabel('Rate of charge 1').focus()
  await fingers.type('2450')
  await fingers.press('Control+Enter')
  const held = page.getByRole('alert').filter({ hasText: 'Save again if that is meant' })
  await expect(held.or(page.getByText(/Uncovered, picks up in/)).first()).toBeVisible()
  if (await held.isVisible()) await fingers.press('Control+Enter')
  await expect(page.getByText(/Uncovered, picks up in/)).toBeVisible()
  console.log(fingers.words('a new load with three stops for a new customer'))
  expect(fingers.pages.size).toBeLessThanOrEqual(3)
  expect(fingers.keys).toBeLessThan(25)
})
