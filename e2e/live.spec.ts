import { expect, type Page, test } from '@playwright/test'
import { caller, ready, signIn } from './desk'
import { clearCarriers, freshLoad } from './loads'

test('all tabs of a browser hear over one stream, and another tab takes it over when the first goes', async ({
  context,
}) => {
  const streams: string[] = []
  context.on('request', (request) => new URL(request.url()).pathname === '/live' && streams.push(request.url()))
  const api = await caller('ruth@ploverrook.example')
  const loadId = await freshLoad(api)
  const [one, two] = await clearCarriers(api, loadId, 2)
  const offer = async (carrierId: number, payMinor: number) =>
    expect(
      (
        await api.post(`/loads/${loadId}/act`, {
          data: { intent: 'record_offer', offer: { carrierId, payMinor, source: 'phone' } },
        })
      ).status(),
    ).toBe(200)
  const open = async (page: Page) => {
    await page.goto(`/loads/${loadId}`)
    await ready(page)
    return page
  }
  const first = await context.newPage()
  await signIn(first)
  await open(first)
  const second = await open(await context.newPage())
  const third = await open(await context.newPage())
  streams.length = 0
  const offers = (page: Page) => page.getByRole('list', { name: /^Offers/ }).getByRole('listitem')
  await offer(one!, 211_100)
  for (const page of [first, second, third]) await expect(offers(page)).toHaveCount(1)
  expect(streams, 'nobody opened a stream of its own').toEqual([])
  const takenOver = context.waitForEvent('request', (request) => new URL(request.url()).pathname === '/live')
  await first.close()
  await takenOver
  await offer(two!, 222_200)
  for (const page of [second, third]) await expect(offers(page)).toHaveCount(2)
  expect(streams).toHaveLength(1)
})
