import { type APIRequestContext, expect } from '@playwright/test'
import { reading } from './loads'

/** A quote with so many lines that can be won. */
export async function preparedQuote(
  api: APIRequestContext,
  count: number,
): Promise<{ quoteId: number; lineIds: number[] }> {
  const { quoteId } = await (await api.post('/quotes/new', { data: { customerId: 1 } })).json()
  const cells = { origin: 'Twin Falls ID', dest: 'Phoenix AZ', equipment: 'van', weight: '40000', price: '2600' }
  const rows = Array.from({ length: count }, () => ({ cells }))
  const added = await api.post(`/quotes/${quoteId}/act`, { data: { intent: 'add_lines', rows } })
  expect(added.status(), await added.text()).toBe(200)
  return { quoteId, lineIds: ((await added.json()).lines as { id: number }[]).map(({ id }) => id) }
}

/** Carriers that each have a payee and a document which wait for a second person. */
export async function preparedCarriers(api: APIRequestContext, count: number, path?: string) {
  const ids = reading(
    (db) =>
      db
        .prepare('select id from carrier where id not in (select carrier_id from payee) order by id limit ?')
        .pluck()
        .all(count) as number[],
    path,
  )
  for (const [at, carrierId] of ids.entries()) {
    const payee = {
      kind: 'carrier',
      name: `Carrier ${carrierId}`,
      bankName: 'Bank of the Portneuf',
      routing: '991000009',
      account: String(55_510_000 + at),
    }
    expect((await api.post(`/carriers/${carrierId}/act`, { data: { intent: 'ask_payee', payee } })).status()).toBe(200)
    const file = { name: 'w9.pdf', mimeType: 'application/pdf', buffer: Buffer.from(`%PDF-1.4 ${carrierId}`) }
    const sent = await api.post(`/carriers/${carrierId}/documents`, { multipart: { kind: 'w9', file } })
    expect(sent.status(), await sent.text()).toBe(200)
  }
  return reading(
    (db) =>
      db
        .prepare(
          `select carrier.id carrierId, (select id from payee where carrier_id = carrier.id and state = 'waiting') payeeId, (select max(id) from carrier_document where carrier_id = carrier.id and state = 'waiting') documentId from carrier where id in (${ids.join(', ')}) order by id`,
        )
        .all() as { carrierId: number; payeeId: number; documentId: number }[],
    path,
  )
}
