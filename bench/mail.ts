import PostalMime from 'postal-mime'
import { placeFinder } from '#core/mail/place-finder'
import { readMailFacts } from '#core/mail/read-mail'
import { heldOutSamples, knownSamples } from '#core/mail/samples/samples'
import { inputOf } from '#core/mail/samples/score'
import { gazetteer } from '#server/atlas.server'
import { inputOfMail, readMail } from '#server/read/read-mail'

/** A sample as a message on the wire. */
const rawOf = ({ from, subject, text, html }: (typeof knownSamples)[number]): Buffer =>
  Buffer.from(
    [
      `From: ${from}`,
      `Subject: ${subject}`,
      'Date: Tue, 01 Dec 2026 06:10:00 -0600',
      'MIME-Version: 1.0',
      `Content-Type: ${html ? 'text/html' : 'text/plain'}; charset=utf-8`,
      '',
      html || text || '',
    ].join('\r\n'),
  )

/** Mails a second, over so many seconds of one core. */
async function perSecond(name: string, count: number, run: () => Promise<void> | void): Promise<number> {
  await run()
  const started = performance.now()
  let rounds = 0
  while (performance.now() - started < 4_000) {
    await run()
    rounds += 1
  }
  const rate = (rounds * count) / ((performance.now() - started) / 1000)
  console.log(`${name.padEnd(58)} ${Math.round(rate).toLocaleString('en-US').padStart(8)} a second`)
  return rate
}

/** How many of carriers' mails are read a second on one core, beside taking the message apart alone. */
export async function run(): Promise<void> {
  const samples = [...knownSamples, ...heldOutSamples]
  const finder = placeFinder(gazetteer())
  const inputs = samples.map(inputOf)
  const raws = samples.map(rawOf)
  console.log(
    `${samples.length} mails, ${Math.round(raws.reduce((sum, raw) => sum + raw.length, 0) / raws.length)} bytes each in the mean`,
  )
  const facts = await perSecond('facts of a mail that was taken apart', inputs.length, () => {
    for (const input of inputs) readMailFacts(input, finder)
  })
  const whole = await perSecond('from the bytes: taken apart, then its facts', raws.length, async () => {
    for (const raw of raws) readMailFacts(inputOfMail(await readMail(raw), '2026-12-01T06:10:00-06:00'), finder)
  })
  const peer = await perSecond('peer: postal-mime alone, no facts', raws.length, async () => {
    for (const raw of raws) await PostalMime.parse(raw)
  })
  console.log(
    `facts take ${(peer / facts).toFixed(2)} times as long as postal-mime alone, the whole ${(peer / whole).toFixed(2)} times`,
  )
}
