import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { changed, habits, sampleFile, tenderSegments } from '#core/x12/testing'

let folder = ''
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'ox-x12-'))
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** Runs the command on a file of these bytes; what it printed as bytes. */
function ox(verb: string, text: string, ...more: string[]) {
  writeFileSync(join(folder, 'file.x12'), Buffer.from(text, 'latin1'))
  const { stdout, stderr, status } = spawnSync(join(process.cwd(), 'bin/ox'), ['x12', verb, 'file.x12', ...more], {
    cwd: folder,
    maxBuffer: 1 << 28,
  })
  return {
    bytes: stdout.toString('latin1'),
    lines: () =>
      stdout
        .toString('utf8')
        .split('\n')
        .filter(Boolean)
        .map((line) => JSON.parse(line)),
    stderr: stderr.toString(),
    status,
  }
}

const tender = { type: '204', segments: tenderSegments }
const twoFiles = habits
  .slice(0, 3)
  .map((habit, at) =>
    sampleFile([tender, { ...tender, segments: changed(1, ['B2A', at === 1 ? '99' : '01']), control: '0002' }], habit, {
      control: `00000020${at}`,
    }),
  )
  .join('')

describe('bin/ox x12', () => {
  test('inspect tells every interchange in its order, with faults by their codes and places', () => {
    const { lines, status } = ox('inspect', twoFiles)
    expect(status).toBe(0)
    expect(
      lines().map(({ control, groups }) => [
        control,
        groups[0].transactions.map(({ verdict }: { verdict: string }) => verdict),
      ]),
    ).toEqual([
      ['000000200', ['A', 'A']],
      ['000000201', ['A', 'R']],
      ['000000202', ['A', 'A']],
    ])
    expect(lines()[1].groups[0].transactions[1].errors).toMatchObject([
      { segment: 'B2A', position: 3, element: 1, code: '7', note: expect.stringContaining('99') },
    ])
  })
  test('tender tells each 204, and a rejected one stands as an error in its place: 1', () => {
    const { lines, status } = ox('tender', twoFiles)
    expect(status).toBe(1)
    expect(lines().map((line) => line.error?.code ?? line.purpose)).toEqual([
      'original',
      'cancel',
      'original',
      'rejected',
      'original',
      'cancel',
    ])
    expect(lines()[0]).toMatchObject({
      shipmentId: 'SM778812',
      charge: { amount: '2880.00', currency: 'USD' },
      stops: [{ city: 'Twin Falls' }, { city: 'Phoenix' }],
    })
  })
  test('words in UTF-8 and in Latin-1 are both read', () => {
    const named = (name: string) => sampleFile([{ ...tender, segments: changed(5, ['NTE', '', name]) }])
    expect(ox('tender', named(Buffer.from('Muñoz', 'utf8').toString('latin1'))).lines()[0].notes).toEqual(['Muñoz'])
    expect(ox('tender', named('Mu\xf1oz')).lines()[0].notes).toEqual(['Muñoz'])
  })
  test('rewrite gives back the bytes of a file, whatever parts and ends it', () => {
    for (const habit of habits) {
      const text = sampleFile([{ ...tender, segments: changed(5, ['NTE', '', 'Mu\xf1oz']) }], habit)
      expect(ox('rewrite', text).bytes).toBe(text)
    }
  })
  test('ack prints a 997 for each interchange, which is valid itself', () => {
    const { bytes, status } = ox('ack', twoFiles)
    expect(status).toBe(0)
    const answers = ox('inspect', bytes).lines()
    expect(
      answers.map(({ sender, receiver, groups, errors }) => [
        sender,
        receiver,
        groups[0].type,
        groups[0].transactions[0].verdict,
        errors,
      ]),
    ).toEqual(Array.from({ length: 3 }, () => ['PLOVERROOK', 'SNOWMELT', 'FA', 'A', []]))
    expect(bytes).toContain('AK5*R*5')
  })
  test('respond prints a 990 for each tender, taken or declined with the reason', () => {
    const { bytes } = ox('respond', twoFiles, '--decline', 'no truck')
    expect(
      ox('inspect', bytes)
        .lines()
        .map(({ groups }) =>
          groups[0].transactions.map(({ type, verdict }: { type: string; verdict: string }) => `${type} ${verdict}`),
        ),
    ).toEqual([['990 A', '990 A'], ['990 A'], ['990 A', '990 A']])
    expect(bytes).toMatch(/B1\*PLRK\*SM778812\*\d{8}\*D~K1\*no truck~/)
    expect(ox('respond', twoFiles, '--accept').bytes).toMatch(/B1\*PLRK\*SM778812\*\d{8}\*A~SE/)
  })
  test('what is no X12 is told to be what it is: 1; wrong usage: 2', () => {
    const { lines, status } = ox('inspect', '<?xml version="1.0"?><order/>')
    expect([status, lines()]).toEqual([1, [{ error: { code: 'not_x12', message: 'This is XML, no X12.' } }]])
    expect(ox('respond', twoFiles)).toMatchObject({ status: 2, stderr: expect.stringContaining('Usage: bin/ox') })
    expect(ox('wonder', twoFiles).status).toBe(2)
  })
  test('forty megabytes are inspected in bounded memory', () => {
    const text = sampleFile(
      Array.from({ length: 70_000 }, (_, at) => ({ ...tender, control: String(at + 1).padStart(9, '0') })),
    )
    writeFileSync(join(folder, 'large.x12'), Buffer.from(text, 'latin1'))
    const { stdout, status } = spawnSync(join(process.cwd(), 'bin/ox'), ['x12', 'tender', 'large.x12'], {
      cwd: folder,
      maxBuffer: 1 << 29,
      env: { ...process.env, NODE_OPTIONS: '--max-old-space-size=96' },
    })
    expect(status).toBe(0)
    expect(stdout.toString('latin1').split('\n')).toHaveLength(70_001)
  }, 60_000)
})
