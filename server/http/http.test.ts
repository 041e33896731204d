import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { z } from 'zod'
import { loadQuerySchema } from '#core/load/load-query'
import { lastEventId, noteUnlogged } from '#server/event/event'
import { loadsCsv } from '#server/export/loads'
import { endStreams, liveStream } from '#server/live/live'
import { readSettings } from '#server/settings.server'
import { openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { largestBody, readJson } from './body'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

describe('a body', () => {
  const schema = z.object({
    name: z.string().min(2, 'Give a name'),
    lines: z.array(z.object({ rate: z.number('A figure') })).default([]),
  })
  const read = (body: string) => readJson(new Request('http://x.example', { method: 'POST', body }), schema)
  test('that fits is its value, with what the schema fills in', async () =>
    expect(await read('{"name":"Ada"}')).toEqual({ value: { name: 'Ada', lines: [] } }))
  test.each([
    ['{"name":"A"}', 'name', 'Give a name'],
    ['{"name":"Ada","lines":[{"rate":"x"}]}', 'lines.0.rate', 'A figure'],
    ['{', '', 'That is not what this form sends.'],
    ['', '', 'That is not what this form sends.'],
  ])('%s is reported at its field', async (body, path, message) =>
    expect(await read(body)).toEqual({ status: 400, errors: [{ path, message }] }),
  )
  test('beyond the limit is not read to its end', async () => {
    let sent = 0
    const endless = new ReadableStream({
      pull(controller) {
        sent += 65_536
        controller.enqueue(new Uint8Array(65_536))
      },
    })
    const answer = await readJson(
      new Request('http://x.example', { method: 'POST', body: endless, duplex: 'half' } as RequestInit),
      schema,
    )
    expect(answer).toMatchObject({ status: 413 })
    expect(sent).toBeLessThan(largestBody * 2)
  })
})

describe('live events', () => {
  const decoder = new TextDecoder()
  test('begin after what was seen, follow the log, and end when the server stops', async () => {
    openLoad(world.db)
    const seen = lastEventId(world.db)
    const reader = liveStream(world.db, seen, null, new AbortController().signal).getReader()
    const next = async () => decoder.decode((await reader.read()).value)
    expect(await next()).toContain('retry:')
    const loadId = openLoad(world.db)
    const event = await next()
    expect(event).toMatch(new RegExp(`^id: ${seen + 1}\ndata: `))
    expect(JSON.parse(event.split('data: ')[1]!)).toEqual({
      aggregate: 'load',
      id: loadId,
      kind: 'load_created',
      eventId: seen + 1,
    })
    await reader.read()
    endStreams()
    expect((await reader.read()).done).toBe(true)
  })
  test('say that everything has to be read where something without an event changed after the page was read', async () => {
    noteUnlogged(world.db, 'partner', 1, 'problem')
    const going = new AbortController()
    const reader = liveStream(world.db, lastEventId(world.db), Date.now() - 1000, going.signal).getReader()
    await reader.read()
    const event = decoder.decode((await reader.read()).value)
    expect(event).not.toContain('id: ')
    expect(JSON.parse(event.split('data: ')[1]!)).toEqual({ aggregate: 'everything', id: null, kind: '' })
    going.abort()
  })
  test('end when the reader goes', async () => {
    const going = new AbortController()
    const reader = liveStream(world.db, 0, null, going.signal).getReader()
    await reader.read()
    going.abort()
    expect((await reader.read()).done).toBe(true)
  })
})

describe('settings', () => {
  const good = {
    OX_SECRET: 'correct horse battery staple',
  }
  test.each([
    [{ ...good, OX_SECRET: 'short' }, 'OX_SECRET it signs cookies and links: give it at least 16 characters'],
    [{ ...good, OX_SECRET: 'a'.repeat(40) }, 'OX_SECRET too simple'],
    [{ ...good, OX_BOARD_URL: 'http://board.example' }, 'OX_BOARD_URL'],
    [{ ...good, OX_SMTP_HSOT: 'mail.example' }, 'OX_SMTP_HSOT is not a setting (is OX_SMTP_HOST meant?)'],
    [{ ...good, OX_WEATHER: 'fine' }, 'OX_WEATHER is not a setting.'],
    [{ ...good, OX_PORT: 'high' }, 'OX_PORT'],
    [{ ...good, OX_SMTP_TLS: 'maybe' }, 'OX_SMTP_TLS'],
  ])('%o stops the start with a sentence', (environment, words) =>
    expect(() => readSettings(environment)).toThrow(words),
  )
  test('figures are figures, and what is not ours is left alone', () => {
    expect(readSettings({ ...good, OX_PORT: '4100', PATH: '/bin', OX_ATLAS: 'elsewhere' }).OX_PORT).toBe(4100)
  })
})

describe('an export', () => {
  const whole = async (words = '') => {
    let text = ''
    for await (const part of loadsCsv(world.db, loadQuerySchema.parse({ q: words }))) text += part
    return text
  }
  test('has one row a load, local times, both currencies, and no cell that a spreadsheet would run', async () => {
    world.db.$client.prepare("update customer set name = '=1+1' where id = 1").run()
    openLoad(world.db)
    const [head, row, end] = (await whole()).split('\n')
    expect(head).toMatch(/^Load,State,/)
    expect(row).toMatch(
      /^PR-20001,Uncovered,,'=1\+1,,Ines Calloway,"Twin Falls, ID","Phoenix, AZ",2026-11-24 08:00,America\/Boise,\d+,2880.00,USD,,,2880.00,,,,,$/,
    )
    expect(end).toBe('')
  })
  test('does not end at some number of rows', async () => {
    const first = openLoad(world.db)
    world.db.$client.exec(
      `with recursive n(at) as (select 2 union all select at + 1 from n where at < 6200) insert into load select ${columnsBut('id', 'number', 'created_at')} from load, n where load.id = ${first}`,
    )
    const rows = (await whole()).trimEnd().split('\n').slice(1)
    expect(rows).toHaveLength(6200)
    expect(new Set(rows.map((row) => row.split(',')[0])).size).toBe(6200)
  })
  const columnsBut = (id: string, number: string, createdAt: string) =>
    (world.db.$client.pragma('table_info(load)') as { name: string }[])
      .map(({ name }) => {
        if (name === id) return 'n.at + 100'
        if (name === number) return "'PR-' || (30000 + n.at)"
        if (name === createdAt) return 'created_at + n.at / 3'
        return name
      })
      .join(', ')
})
