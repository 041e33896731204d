import { expect, request, test } from '@playwright/test'
import { caller, linkIn, mails, ready, signIn } from './desk'
import { freshLoad, rowCounts, someTerms } from './loads'
import { world } from './world'

const post = { intent: 'post', boards: ['Saltlick'], terms: {} }

test('bad input at every route: an error in words, status 4xx, nothing written', async () => {
  const api = await caller()
  const loadId = await freshLoad(api)
  const huge = 'x'.repeat(300_000)
  const stranger = await request.newContext({ baseURL: world.origin })
  const viewer = await caller('pim@ploverrook.example')
  const manager = await caller('ruth@ploverrook.example')
  const act = `/loads/${loadId}/act`
  const award = {
    intent: 'award',
    priceReason: 'a test of the way',
    offerId: 1,
    buyCharges: [{ kind: 'line_haul', basis: 'flat', rateE4: 1000 }],
  }
  const cases: [string, () => Promise<{ status(): number; text(): Promise<string> }>, number][] = [
    ['save: nothing', () => api.post('/loads/save', { data: '' }), 400],
    [
      'save: no JSON',
      () => api.post('/loads/save', { data: '{', headers: { 'content-type': 'application/json' } }),
      400,
    ],
    ['save: a list', () => api.post('/loads/save', { data: [] }), 400],
    ['save: huge', () => api.post('/loads/save', { data: { terms: someTerms({ commodity: huge }), open: true } }), 413],
    [
      'save: long word',
      () => api.post('/loads/save', { data: { terms: someTerms({ commodity: 'x'.repeat(200) }), open: true } }),
      400,
    ],
    [
      'save: words for figures',
      () => api.post('/loads/save', { data: { terms: someTerms({ weightLb: 'heavy' }), open: true } }),
      400,
    ],
    [
      'save: not a number',
      () => api.post('/loads/save', { data: { terms: someTerms({ weightLb: null }), open: true } }),
      400,
    ],
    [
      'save: negative weight',
      () => api.post('/loads/save', { data: { terms: someTerms({ weightLb: -1 }), open: true } }),
      400,
    ],
    [
      'save: 30 February',
      () =>
        api.post('/loads/save', {
          data: {
            terms: someTerms({
              stops: [
                { kind: 'pickup', facilityId: 1, earliestLocal: '2027-02-30T08:00' },
                { kind: 'delivery', facilityId: 2, earliestLocal: '2027-03-03T08:00' },
              ],
            }),
            open: true,
          },
        }),
      400,
    ],
    ['save: one stop', () => api.post('/loads/save', { data: { terms: someTerms({ stops: [] }), open: true } }), 400],
    [
      'save: unknown customer',
      () => api.post('/loads/save', { data: { terms: someTerms({ customerId: 99_999 }), open: true } }),
      404,
    ],
    [
      'save: unknown load',
      () => api.post('/loads/save', { data: { loadId: 99_999_999, terms: someTerms(), open: true } }),
      404,
    ],
    [
      'save: the past',
      () =>
        api.post('/loads/save', {
          data: {
            terms: someTerms({
              stops: [
                { kind: 'pickup', facilityId: 1, earliestLocal: '2020-01-01T08:00' },
                { kind: 'delivery', facilityId: 2, earliestLocal: '2020-01-04T08:00' },
              ],
            }),
            open: true,
          },
        }),
      422,
    ],
    ['act: unknown intent', () => api.post(act, { data: { intent: 'give_away' } }), 400],
    ['act: no fields', () => api.post(act, { data: { intent: 'award' } }), 400],
    ['act: another load’s offer', () => api.post(act, { data: award }), 404],
    [
      'act: price of nothing',
      () => api.post(act, { data: { intent: 'record_offer', offer: { carrierId: 1, payMinor: 0 } } }),
      400,
    ],
    [
      'act: unknown carrier',
      () => api.post(act, { data: { intent: 'record_offer', offer: { carrierId: 99_999, payMinor: 100_000 } } }),
      404,
    ],
    [
      'act: past its time',
      () =>
        api.post(act, { data: { intent: 'record_offer', offer: { carrierId: 1, payMinor: 100_000, goodUntil: 5 } } }),
      409,
    ],
    ['act: no confirmation', () => api.post(act, { data: { intent: 'send_confirmation', to: 'a@b.example' } }), 409],
    [
      'act: no mail address',
      () => api.post(act, { data: { intent: 'send_confirmation', to: 'a\r\nBcc: b@c.example' } }),
      400,
    ],
    ['act: an impossible step', () => api.post(act, { data: { intent: 'advance', to: 'paid' } }), 409],
    ['act: unknown load', () => api.post('/loads/99999999/act', { data: post }), 404],
    ['act: no number', () => api.post('/loads/abc/act', { data: post }), 404],
    ['act: as a viewer', () => viewer.post(act, { data: post }), 403],
    ['act: award as a viewer', () => viewer.post(act, { data: award }), 403],
    ['act: as a stranger', () => stranger.post(act, { data: post }), 401],
    [
      'act: from another site',
      () => api.post(act, { data: post, headers: { origin: 'https://elsewhere.example' } }),
      403,
    ],
    [
      'act: from another site’s form',
      () => api.post(act, { data: post, headers: { 'sec-fetch-site': 'cross-site' } }),
      403,
    ],
    [
      'make: a customer without a payer',
      () => api.post('/make/customer', { data: { name: 'Nobody Pays Twice' } }),
      400,
    ],
    [
      'make: a customer that is there',
      () => api.post('/make/customer', { data: { name: 'Snowmelt Potato Growers', billingMail: 'a@b.example' } }),
      409,
    ],
    [
      'make: a place off the map',
      () =>
        api.post('/make/facility', {
          data: {
            name: 'x',
            address: 'y',
            city: 'z',
            region: 'ID',
            country: 'US',
            postal: '83201',
            lat: 1000,
            lon: 0,
            zone: 'America/Boise',
          },
        }),
      400,
    ],
    [
      'make: a zone that is none',
      () =>
        api.post('/make/facility', {
          data: {
            name: 'x',
            address: 'y',
            city: 'z',
            region: 'ID',
            country: 'US',
            postal: '83201',
            lat: 40,
            lon: 0,
            zone: 'Nowhere/Land',
          },
        }),
      400,
    ],
    ['make: something else', () => api.post('/make/user', { data: {} }), 404],
    ['find: something else', () => api.get('/find/__proto__?q=a'), 404],
    ['find: too much', () => api.get(`/find/loads?q=${'a'.repeat(500)}`), 400],
    ['band: no lane', () => api.get('/loads/band?from=x'), 400],
    ['load: unknown', () => api.get('/loads/99999999'), 404],
    ['load: no number', () => api.get('/loads/1%20or%201=1'), 404],
    ['copy: unknown', () => api.get('/loads/new?copy=99999999'), 404],
    ['pdf: another load’s', () => api.get(`/loads/${loadId}/confirmations/1/pdf`), 404],
    ['quote: for nobody', () => api.post('/quotes/new', { data: { customerId: 99_999 } }), 404],
    ['quote: unknown', () => api.get('/quotes/99999999'), 404],
    ['quote: no number', () => api.get('/quotes/1%20or%201=1'), 404],
    ['quote: unknown act', () => api.post('/quotes/1/act', { data: { intent: 'give_away' } }), 400],
    [
      'quote: too many rows at once',
      () =>
        api.post('/quotes/1/act', {
          data: { intent: 'add_lines', rows: Array.from({ length: 251 }, () => ({ cells: {} })) },
        }),
      400,
    ],
    [
      'quote: lines of another quote',
      () => api.post('/quotes/1/act', { data: { intent: 'remove_lines', lineIds: [99_999_999] } }),
      404,
    ],
    [
      'quote: lost for no reason',
      () => api.post('/quotes/1/act', { data: { intent: 'lose', lineIds: [1], why: 'mood', toMinor: null } }),
      400,
    ],
    [
      'quote: sent to no address',
      () => api.post('/quotes/1/act', { data: { intent: 'send', to: 'them', message: '' } }),
      400,
    ],
    ['quote: act as a viewer', () => viewer.post('/quotes/1/act', { data: { intent: 'reprice', lineIds: [1] } }), 403],
    ['quote: begin as a viewer', () => viewer.post('/quotes/new', { data: { customerId: 1 } }), 403],
    ['quote: its document as a viewer', () => viewer.get('/quotes/1/document'), 403],
    ['quote: its export as a viewer', () => viewer.get('/quotes/1/export/csv'), 403],
    ['quote: an unknown format', () => api.get('/quotes/1/export/exe'), 404],
    ['quote: as a stranger', () => stranger.post('/quotes/1/act', { data: { intent: 'reprice', lineIds: [1] } }), 401],
    ['fuel: a table as a rep', () => api.post('/fuel/tables', { data: { intent: 'remove', id: 1 } }), 403],
    ['prospect: no name', () => api.post('/make/prospect', { data: { name: '' } }), 400],
    ['export: as a viewer', () => viewer.get('/loads.csv'), 403],
    ['sign in: nothing', () => stranger.post('/sign-in', { form: {} }), 400],
    ['sign in: wrong', () => stranger.post('/sign-in', { form: { mail: 'x@y.example', password: 'x' } }), 401],
    ['board: no signature', () => stranger.post('/board/saltlick/replies', { data: { answer_no: 'A' } }), 401],
    ['link: altered', () => stranger.get('/c/1.AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA'), 404],
    ['link: nonsense', () => stranger.get('/c/..%2f..%2fetc'), 404],
    [
      'link: accept an altered one',
      () =>
        stranger.post('/c/1.AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA', { form: { name: 'Ada', title: 'Owner' } }),
      404,
    ],
    ['tender: nothing chosen', () => api.post('/intake/act', { data: { intent: 'accept', noticeIds: [] } }), 400],
    [
      'tender: too many at once',
      () =>
        api.post('/intake/act', {
          data: { intent: 'accept', noticeIds: Array.from({ length: 501 }, (_, at) => at + 1) },
        }),
      400,
    ],
    [
      'tender: declined for no reason',
      () => api.post('/intake/act', { data: { intent: 'decline', noticeIds: [1] } }),
      400,
    ],
    [
      'tender: declined for a mood',
      () => api.post('/intake/act', { data: { intent: 'decline', noticeIds: [1], reasonCode: 'MOOD' } }),
      400,
    ],
    ['tender: as a viewer', () => viewer.post('/intake/act', { data: { intent: 'accept', noticeIds: [1] } }), 403],
    ['tender: as a stranger', () => stranger.post('/intake/act', { data: { intent: 'accept', noticeIds: [1] } }), 401],
    ['tender: unknown', () => api.get('/intake/99999999'), 404],
    ['code: unknown', () => api.post('/partners/codes', { data: { codeId: 99_999_999, to: { is: 'nothing' } } }), 404],
    [
      'code: of another kind',
      () => api.post('/partners/codes', { data: { codeId: 1, to: { is: 'equipment', equipment: 'van' } } }),
      409,
    ],
    [
      'code: to nothing we have',
      () => api.post('/partners/codes', { data: { codeId: 1, to: { is: 'customer', customerId: 99_999 } } }),
      404,
    ],
    [
      'exchange: without the secret',
      () => stranger.post('/exchange/in/2', { data: 'ISA*', headers: { 'content-type': 'application/edi-x12' } }),
      401,
    ],
    [
      'exchange: a wrong secret',
      () => stranger.post('/exchange/in/2', { data: 'ISA*', headers: { authorization: 'Bearer wrong' } }),
      401,
    ],
    [
      'exchange: to a partner that has a folder',
      () => stranger.post('/exchange/in/1', { data: 'ISA*', headers: { authorization: 'Bearer ' } }),
      401,
    ],
    [
      'exchange: send what came in',
      () => api.post('/exchange/act', { data: { intent: 'send_again', exchangeId: 99_999_999 } }),
      404,
    ],
    ['exchange: an unknown interchange', () => api.get('/exchange/99999999/raw'), 404],
    ['exchange: export as a viewer', () => viewer.get('/exchange.csv'), 403],
    ['partner: unknown', () => api.get('/partners/99999999'), 404],
    ['partner: changed by a rep', () => api.post('/partners/1/act', { data: {} }), 403],
    ['partner: made by a rep', () => api.post('/partners/new', { data: {} }), 403],
    ['partner: nothing said', () => manager.post('/partners/new', { data: {} }), 400],
    [
      'partner: a folder that leads out',
      () =>
        manager.post('/partners/new', {
          data: {
            name: 'Way Out',
            customerId: 1,
            transport: 'folder',
            address: '../../etc',
            theirQualifier: 'ZZ',
            theirId: 'WAYOUT',
            scac: 'PLRK',
          },
        }),
      400,
    ],
    [
      'partner: ids that another has',
      () =>
        manager.post('/partners/new', {
          data: {
            name: 'Twin',
            customerId: 1,
            transport: 'folder',
            address: 'twin',
            theirQualifier: 'ZZ',
            theirId: 'SNOWMELTPG',
            scac: 'PLRK',
          },
        }),
      409,
    ],
    [
      'rule: without a name',
      () =>
        manager.post('/answering/act', {
          data: { intent: 'save', customerId: 1, ruleId: null, rule: { name: '', verdict: 'accept' } },
        }),
      400,
    ],
    [
      'rule: a no without a reason',
      () =>
        manager.post('/answering/act', {
          data: { intent: 'save', customerId: 1, ruleId: null, rule: { name: 'No', verdict: 'decline' } },
        }),
      400,
    ],
    [
      'rule: unknown',
      () => manager.post('/answering/act', { data: { intent: 'switch', ruleId: 99_999, on: true } }),
      404,
    ],
    [
      'check call: no such stop',
      () =>
        api.post(act, {
          data: { intent: 'note_stop', event: { sequence: 9, kind: 'arrived', atLocal: '2026-11-24T07:40' } },
        }),
      404,
    ],
    [
      'check call: 30 February',
      () =>
        api.post(act, {
          data: { intent: 'note_stop', event: { sequence: 1, kind: 'arrived', atLocal: '2027-02-30T07:40' } },
        }),
      400,
    ],
    [
      'check call: no truck yet',
      () =>
        api.post(act, {
          data: { intent: 'note_stop', event: { sequence: 1, kind: 'arrived', atLocal: '2026-11-24T07:40' } },
        }),
      409,
    ],
    [
      'join: no number',
      () => api.post(act, { data: { intent: 'join_partner', join: { partnerId: 1, shipmentId: '' } } }),
      400,
    ],
    [
      'join: an unknown partner',
      () => api.post(act, { data: { intent: 'join_partner', join: { partnerId: 99_999, shipmentId: 'X1' } } }),
      404,
    ],
    ['bill: not delivered', () => api.post(act, { data: { intent: 'bill' } }), 409],
    ['nowhere', () => api.get('/wp-admin'), 404],
  ]
  const before = rowCounts()
  for (const [name, ask, status] of cases) {
    const answer = await ask()
    expect(answer.status(), `${name}: ${(await answer.text()).slice(0, 200)}`).toBe(status)
  }
  expect(rowCounts()).toEqual(before)
})

test('who is not signed in sees no room', async ({ page }) => {
  for (const path of ['/', '/loads', '/loads/1', '/loads/new']) {
    await page.goto(path)
    await expect(page).toHaveURL(/sign-in/)
  }
  await page.goto('/c/1.AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA')
  await expect(page.getByText('not complete or was altered')).toBeVisible()
  await expect(page.getByRole('link')).toHaveCount(0)
  const stranger = await request.newContext({ baseURL: world.origin })
  for (const path of ['/loads/1.data', '/_root.data', '/find/customers?q=a', '/live', '/loads.csv']) {
    const answer = await stranger.get(path, { maxRedirects: 0 })
    expect(await answer.text(), path).not.toContain('Snowmelt')
  }
})

test('names with markup never run, and a name like a formula stays text', async ({ page }) => {
  const api = await caller()
  const nasty = '<img src=x onerror="document.title=1">'
  const customer = await (
    await api.post('/make/customer', { data: { name: `=HYPERLINK("x") ${nasty}`, billingMail: 'a@b.example' } })
  ).json()
  const loadId = await freshLoad(api, {
    customerId: customer.id,
    commodity: `${nasty}`,
    notes: [{ audience: 'carrier', text: `<script>document.title=2</script>${nasty}` }],
  })
  await signIn(page)
  await page.goto(`/loads/${loadId}`)
  await ready(page)
  await expect(page.getByText('=HYPERLINK("x") <img').first()).toBeVisible()
  expect(await page.locator('img').count()).toBe(0)
  await expect(page).toHaveTitle(/PR-/)
  const csv = await (await api.get('/loads.csv?q=hyperlink')).text()
  expect(csv).toContain(`"'=HYPERLINK(`)

  const offer = await api.post(`/loads/${loadId}/act`, {
    data: { intent: 'record_offer', offer: { carrierId: 3, payMinor: 100_000 } },
  })
  expect(offer.status()).toBe(200)
  const ruth = await caller('ruth@ploverrook.example')
  const offerId = await page.locator('[data-offer]').first().getAttribute('data-offer')
  expect(
    (
      await ruth.post(`/loads/${loadId}/act`, {
        data: {
          intent: 'award',
          priceReason: 'a test of the way',
          offerId: Number(offerId),
          override: 'a test of markup',
          buyCharges: [{ kind: 'line_haul', basis: 'flat', rateE4: 10_000_000 }],
        },
      })
    ).status(),
  ).toBe(200)
  expect(
    (
      await ruth.post(`/loads/${loadId}/act`, {
        data: { intent: 'send_confirmation', to: 'markup@carrier.example', despite: true },
      })
    ).status(),
  ).toBe(200)
  await expect.poll(async () => (await mails()).some((mail) => mail.to[0] === 'markup@carrier.example')).toBe(true)
  await page.goto(await linkIn('confirmation-'))
  await expect(page.getByText('<script>document.title=2</script>').first()).toBeVisible()
  await expect(page).toHaveTitle(/Rate confirmation/)
  expect(await page.locator('img').count()).toBe(0)
})
