import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'

const ox = join(process.cwd(), 'bin/ox')
let folder = ''
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'ox-search-'))
  const truck = (id: string, over: object = {}) => ({
    ...{ id, kind: 'truck', board: 'one', equipment: 'reefer', full: true, lengthFt: 53, weightLb: null, miles: null },
    ...{ origin: { city: 'Boise', region: 'ID', lat: 43.6135, lon: -116.2035 }, destination: null, rate: null },
    ...{ earliest: '2026-12-02', latest: null, postedAt: '2026-12-01T08:00:00Z', company: 'Night Heron Lines' },
    ...{ daysToPay: null, comments: 'team', ...over },
  })
  const lines = [
    JSON.stringify(truck('t1')),
    'not a record',
    JSON.stringify(truck('t2', { earliest: '2026-02-30' })),
    JSON.stringify(truck('t3', { earliest: '2026-12-04', latest: '2026-12-06' })),
    JSON.stringify(truck('t1', { postedAt: '2026-12-01T09:00:00Z', equipment: 'van' })),
  ]
  writeFileSync(join(folder, 'postings.jsonl'), `${lines.join('\n')}\n`)
  writeFileSync(join(folder, 'whole.jsonl'), `${JSON.stringify(truck('t1'))}\n`)
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const asOf = '2026-12-01T12:00:00Z'
const run = (file: string, ...queries: object[]) => {
  const { stdout, stderr, status } = spawnSync(ox, ['search', '--postings', file], {
    cwd: folder,
    input: queries.map((query) => `${JSON.stringify(query)}\n`).join(''),
    encoding: 'utf8',
  })
  return {
    lines: stdout
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line)),
    stderr,
    status,
  }
}

describe('bin/ox search', () => {
  test('answers each query; of two postings with one id the later counts, and what is no posting is named', () => {
    const { lines, stderr, status } = run(
      'postings.jsonl',
      { id: 'all', kind: 'truck', asOf },
      { id: 'near', kind: 'truck', asOf, from: '2026-12-01', to: '2026-12-03', near: true },
      { id: 'none', kind: 'load', asOf },
    )
    expect(lines).toEqual([
      { id: 'all', total: 2, hits: ['t1', 't3'], byState: { ID: 2 }, near: [] },
      {
        ...{ id: 'near', total: 1, hits: ['t1'], byState: { ID: 1 } },
        near: [{ id: 't3', misses: [{ what: 'dates', by: 1, unit: 'days' }] }],
      },
      { id: 'none', total: 0, hits: [], byState: {}, near: [] },
    ])
    expect(stderr.split('\n').map((line) => /line \d+ is no posting/.exec(line)?.[0])).toEqual([
      'line 2 is no posting',
      'line 3 is no posting',
      undefined,
    ])
    expect(status).toBe(1)
  })
  test.each([
    ['a first day after the last', { kind: 'truck', asOf, from: '2026-12-03', to: '2026-12-02' }],
    ['a radius below zero', { kind: 'truck', asOf, origin: { lat: 43, lon: -116, radius: -1 } }],
    ['a place off the globe', { kind: 'truck', asOf, destination: { lat: 91, lon: -116, radius: 1 } }],
    ['no kind', { asOf }],
  ])('%s is an error in its place, and the next one is answered', (_, query) => {
    const { lines, status } = run('whole.jsonl', { id: 'bad', ...query }, { id: 'good', kind: 'truck', asOf })
    expect(lines).toMatchObject([
      { id: 'bad', error: { code: 'bad_record' } },
      { id: 'good', total: 1 },
    ])
    expect(status).toBe(1)
  })
  test('all good exits with 0', () => expect(run('whole.jsonl', { kind: 'truck', asOf }).status).toBe(0))
  test('a file that is not there and wrong usage exit with 2', () => {
    expect(run('nowhere.jsonl').status).toBe(2)
    expect(spawnSync(ox, ['search'], { encoding: 'utf8' })).toMatchObject({ status: 2, stdout: '' })
  })
  test('a search as it is said is answered with how it was read', () => {
    const { stdout, status } = spawnSync(
      ox,
      ['search', '--postings', 'whole.jsonl', '--line', 'reefers boise 150mi glorp'],
      {
        cwd: folder,
        encoding: 'utf8',
      },
    )
    expect(JSON.parse(stdout)).toMatchObject({
      chips: [{ words: 'Reefer' }, { words: '150 mi around Boise, ID' }],
      unread: ['glorp'],
      total: 1,
    })
    expect(status).toBe(1)
  })
  test('a query is answered before the next one comes', async () => {
    const child = spawn(ox, ['search', '--postings', 'whole.jsonl'], { cwd: folder })
    const answers = createInterface({ input: child.stdout })[Symbol.asyncIterator]()
    for (const id of ['first', 'second']) {
      child.stdin.write(`${JSON.stringify({ id, kind: 'truck', asOf })}\n`)
      expect(JSON.parse((await answers.next()).value)).toMatchObject({ id, total: 1 })
    }
    child.stdin.end()
    await new Promise((done) => child.once('exit', done))
  })
})
