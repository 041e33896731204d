import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'

let folder = ''
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'ox-'))
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** Runs the command from another folder, as a script would. */
const ox = (args: string[], input = '') => {
  const { stdout, stderr, status } = spawnSync(join(process.cwd(), 'bin/ox'), args, {
    cwd: folder,
    input,
    encoding: 'utf8',
    maxBuffer: 1 << 28,
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

describe('bin/ox rates', () => {
  const heads = 'booked_at,origin_postal,dest_postal,equipment,miles,weight_lb,pickup_date,lead_hours'
  const pastDay = (at: number) => new Date(Date.UTC(2026, 0, 1) + at * 86_400_000).toISOString().slice(0, 10)
  const history = (count: number) =>
    [
      `id,${heads},buy_usd`,
      ...Array.from(
        { length: count },
        (_, at) =>
          `h${at},${pastDay(at)}T10:00:00Z,${at % 2 ? '83301' : '832'},850${at % 9},reefer,868,42000,${pastDay(at + 2)},46,${1900 + ((at * 37) % 200)}`,
      ),
    ].join('\r\n')
  const queries = (rows: string[]) => [`id,${heads.replace('booked_at', 'as_of')}`, ...rows].join('\n')
  const run = (past: string, asked: string) => {
    writeFileSync(join(folder, 'h.csv'), past)
    writeFileSync(join(folder, 'q.csv'), asked)
    return ox(['rates', '--history', 'h.csv', '--queries', 'q.csv'])
  }
  const query = (id: string, asOf: string, over: Partial<Record<'equipment' | 'miles' | 'from', string>> = {}) =>
    `${id},${asOf},${over.from ?? '83301'},85001,${over.equipment ?? 'reefer'},${over.miles ?? '868'},42000,2026-08-03,46`

  test('answers in the order of the queries, each from its own past alone', () => {
    const past = `${history(200)}\r\nlate,2026-08-01T10:00:00Z,83301,85001,reefer,868,42000,2026-08-03,46,9000`
    const { lines, status } = run(past, queries([query('b', '2026-08-01T10:00:00Z'), query('a', '2026-03-01')]))
    expect(status).toBe(0)
    expect(lines.map(({ id }) => id)).toEqual(['b', 'a'])
    expect(lines[0]).toMatchObject({ comparables: expect.any(Number), basis: 'lane' })
    for (const { p10, p50, p90 } of lines) {
      expect([p10, p50, p90].every((text: string) => /^\d+\.\d\d$/.test(text))).toBe(true)
      expect(Number(p10) <= Number(p50) && Number(p50) <= Number(p90)).toBe(true)
      expect(Number(p50)).toBeGreaterThan(1850)
      expect(Number(p50)).toBeLessThan(2150)
    }
    const without = run(history(200), queries([query('b', '2026-08-01T10:00:00Z'), query('a', '2026-03-01')]))
    expect(without.lines).toEqual(lines)
  })
  test('a query that cannot be answered stands in its place, the others go on: 1', () => {
    const { lines, status } = run(
      history(60),
      queries([
        query('x', '2026-08-01', { equipment: 'sledge' }),
        query('y', 'someday'),
        query('z', '2026-08-01', { miles: '', from: 'QQQ' }),
        query('fine', '2026-08-01'),
        query('rare', '2026-08-01', { equipment: 'lowboy' }),
      ]),
    )
    expect(status).toBe(1)
    expect(lines.map((line) => line.error?.code ?? line.basis)).toEqual([
      'bad_record',
      'bad_record',
      'no_miles',
      'lane',
      'model',
    ])
  })
  test('no history at all still tells something, and says that it is the general model', () => {
    expect(run(`id,${heads},buy_usd`, queries([query('a', '2026-08-01')])).lines[0]).toMatchObject({
      comparables: 0,
      basis: 'model',
    })
  })
  test('a missing file or flag: 2', () => {
    expect(ox(['rates', '--history', 'absent.csv', '--queries', 'q.csv'])).toMatchObject({ status: 2, lines: [] })
    expect(ox(['rates', '--history', 'h.csv']).stderr).toContain('Usage: bin/ox')
  })
})

describe('bin/ox miles', () => {
  test('answers each record in its order; those that cannot be answered stand in their place', () => {
    const records = [
      '{"from":"Boise, ID","to":"Laredo, TX"}',
      '{"from":"Springfield","to":"83702"}',
      'nonsense',
      '{"from":"T2P 1J9","to":"Regina, SK","via":["Medicine Hat, AB"]}',
      '{"to":"83702"}',
      '{"from":"Honolulu, HI","to":"83702"}',
      '{"from":"Bosie, ID","to":"83702"}',
    ]
    const { lines, status } = ox(['miles'], records.join('\n'))
    expect(status).toBe(1)
    expect(lines.map((line) => line.error?.code ?? 'answered')).toEqual([
      'answered',
      'ambiguous_place',
      'not_json',
      'answered',
      'bad_record',
      'no_route',
      'unknown_place',
    ])
    expect(lines[0]).toMatchObject({
      from: { city: 'Boise', region: 'ID', country: 'US' },
      to: { city: 'Laredo', region: 'TX' },
    })
    expect(lines[0].miles).toBeGreaterThan(1600)
    expect(lines[0].hours).toBeGreaterThan(25)
    expect(lines[0].legs.reduce((sum: number, leg: { miles: number }) => sum + leg.miles, 0)).toBeCloseTo(
      lines[0].miles,
      -1,
    )
    expect(lines[1].error.candidates).toContain('Springfield, MO')
    expect(lines[6].error.candidates).toContain('Boise, ID')
  })
  test('from a file, all good: 0', () => {
    writeFileSync(join(folder, 'lanes.jsonl'), '{"from":"83301","to":"85001"}\r\n\n{"from":"83301","to":"83301"}\n')
    const { lines, status } = ox(['miles', 'lanes.jsonl'])
    expect([status, lines.length]).toEqual([0, 2])
    expect(lines[1].miles).toBe(1)
  })
  test.each([[['nothing']], [[]], [['miles', '--fast']], [['miles', 'a', 'b']]])(
    '%j is reported how to call it, with 2',
    (args) => {
      const { status, stderr, lines } = ox(args)
      expect([status, lines]).toEqual([2, []])
      expect(stderr).toContain('Usage: bin/ox')
    },
  )
  test('a file that is not there: 2', () => {
    const { status, stderr } = ox(['miles', 'absent.jsonl'])
    expect(status).toBe(2)
    expect(stderr).toContain('absent.jsonl cannot be read')
  })
  // How long that takes is the bench's to say: other tests use the machine too.
  test('a hundred thousand lines, each answered', { timeout: 180_000 }, () => {
    const { lines, status } = ox(['miles'], '{"from":"83301","to":"85001"}\n'.repeat(100_000))
    expect([status, lines.length]).toEqual([0, 100_000])
  })
})
