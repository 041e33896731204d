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
  const { stdout, stderr, status } = spawnSync(join(process.cwd(), 'bin/ox'), args, { cwd: folder, input, encoding: 'utf8', maxBuffer: 1 << 28 })
  return { lines: stdout.split('\n').filter(Boolean).map((line) => JSON.parse(line)), stderr, status }
}

describe('bin/ox miles', () => {
  test('answers each record in its order; those that cannot be answered stand in their place', () => {
    const records = ['{"from":"Boise, ID","to":"Laredo, TX"}', '{"from":"Springfield","to":"83702"}', 'nonsense', '{"from":"T2P 1J9","to":"Regina, SK","via":["Medicine Hat, AB"]}', '{"to":"83702"}', '{"from":"Honolulu, HI","to":"83702"}', '{"from":"Bosie, ID","to":"83702"}']
    const { lines, status } = ox(['miles'], records.join('\n'))
    expect(status).toBe(1)
    expect(lines.map((line) => line.error?.code ?? 'answered')).toEqual(['answered', 'ambiguous_place', 'not_json', 'answered', 'bad_record', 'no_route', 'unknown_place'])
    expect(lines[0]).toMatchObject({ from: { city: 'Boise', region: 'ID', country: 'US' }, to: { city: 'Laredo', region: 'TX' } })
    expect(lines[0].miles).toBeGreaterThan(1600)
    expect(lines[0].hours).toBeGreaterThan(25)
    expect(lines[0].legs.reduce((sum: number, leg: { miles: number }) => sum + leg.miles, 0)).toBeCloseTo(lines[0].miles, -1)
    expect(lines[1].error.candidates).toContain('Springfield, MO')
    expect(lines[6].error.candidates).toContain('Boise, ID')
  })
  test('from a file, all good: 0', () => {
    writeFileSync(join(folder, 'lanes.jsonl'), '{"from":"83301","to":"85001"}\r\n\n{"from":"83301","to":"83301"}\n')
    const { lines, status } = ox(['miles', 'lanes.jsonl'])
    expect([status, lines.length]).toEqual([0, 2])
    expect(lines[1].miles).toBe(1)
  })
  test.each([[['nothing']], [[]], [['miles', '--fast']], [['miles', 'a', 'b']]])('%j is told how to call it, with 2', (args) => {
    const { status, stderr, lines } = ox(args)
    expect([status, lines]).toEqual([2, []])
    expect(stderr).toContain('Usage: bin/ox')
  })
  test('a file that is not there: 2', () => {
    const { status, stderr } = ox(['miles', 'absent.jsonl'])
    expect(status).toBe(2)
    expect(stderr).toContain('absent.jsonl cannot be read')
  })
  test('a hundred thousand lines, each answered', () => {
    const { lines, status } = ox(['miles'], '{"from":"83301","to":"85001"}\n'.repeat(100_000))
    expect([status, lines.length]).toEqual([0, 100_000])
  })
})
