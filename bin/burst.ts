// Makes the demo's trading partners send tenders: npm run burst -- [--partner KEY] [--kind KIND] [--count N] [--one-file] [--respond-minutes M]
import { parseArgs } from 'node:util'

const { values } = parseArgs({
  options: {
    partner: { type: 'string' },
    kind: { type: 'string', default: 'mixed' },
    count: { type: 'string', default: '3' },
    'one-file': { type: 'boolean', default: false },
    'respond-minutes': { type: 'string' },
  },
})
const address = `http://127.0.0.1:${Number(process.env.OX_PORT ?? 4100) + 7}/burst`
const form = new URLSearchParams({
  kind: values.kind,
  count: values.count,
  ...(values.partner ? { partner: values.partner } : {}),
  ...(values['one-file'] ? { oneFile: '1' } : {}),
  ...(values['respond-minutes'] ? { respondMinutes: values['respond-minutes'] } : {}),
})
const response = await fetch(address, { method: 'POST', headers: { accept: 'application/json' }, body: form }).catch(
  () => null,
)
if (!response?.ok) {
  console.error(`The trading partners do not answer at ${address}: start them with npm run demo.`)
  process.exit(1)
}
for (const { partner, kind, shipments } of (await response.json()) as {
  partner: string
  kind: string
  shipments: string[]
}[])
  console.log(
    `${partner.padEnd(14)} ${kind.padEnd(14)} ${shipments.slice(0, 8).join(' ')}${shipments.length > 8 ? ` and ${shipments.length - 8} more` : ''}`,
  )
