import nodemailer from 'nodemailer'
import { mulberry } from './random'

/** What carriers see of a listing, whatever its board calls it. */
export interface Seen {
  ref: string
  equipment: string
  miles: number
  from: string
  to: string
  /** Empty: nobody is answered by email. */
  mail: string
  /** MC numbers of those that alone see it; all do where there are none. */
  only?: string[] | null | undefined
}

/** A carrier's answer as it goes over a board's own wire. */
export interface CarrierAnswer {
  number: string
  ref: string
  mc: string
  usd: number
  goodMinutes: number | null
  words: string
}

export interface Member {
  mc: string
  name: string
  mail: string
  phone: string
}

interface Setup {
  members: Member[]
  /** Passes an answer on; it throws where that should be tried again. Null: carriers here write emails only. */
  passOn: ((answer: CarrierAnswer) => Promise<void>) | null
  smtpPort: number
  seed: number
  pace: number
  isUp: (ref: string) => boolean
}

const usdPerMile: Record<string, number> = { van: 1.95, reefer: 2.35, flatbed: 2.4, step_deck: 2.5 }

/** Carriers with a mind of their own: two to four of them answer a listing within seconds, some by mail. */
export function startCarriers(setup: Setup) {
  const random = mulberry(setup.seed)
  const timers = new Set<NodeJS.Timeout>()
  let answers = 0

  function see(listing: Seen): void {
    const members = setup.members.filter(({ mc }) => !listing.only || listing.only.includes(mc))
    if (setup.pace <= 0 || members.length === 0) return
    const count = 2 + Math.floor(random() * 3)
    for (let index = 0; index < count; index++) {
      const member = members[Math.floor(random() * members.length)]!
      const byMail = listing.mail !== '' && (index === 1 || !setup.passOn)
      const usd = priceOf(listing, random)
      const number = `A${Date.now().toString(36)}${(answers++).toString(36)}`
      later((1500 + random() * 6000 + index * 1500) / setup.pace, () => {
        if (!setup.isUp(listing.ref)) return
        if (byMail) void mailAnswer(listing, member, usd, number)
        else if (setup.passOn) void callBack(answerOf(listing, member, usd, number))
      })
    }
  }

  const answerOf = (listing: Seen, member: Member, usd: number, number: string): CarrierAnswer => ({
    number,
    ref: listing.ref,
    mc: member.mc,
    usd,
    goodMinutes: random() < 0.5 ? 30 + Math.floor(random() * 240) : null,
    words: 'Truck is near, can load as listed.',
  })

  function later(delay: number, what: () => void): void {
    const timer = setTimeout(() => {
      timers.delete(timer)
      what()
    }, delay)
    timers.add(timer)
  }

  async function callBack(answer: CarrierAnswer, attempt = 1): Promise<void> {
    try {
      await setup.passOn?.(answer)
      // Wires stutter: now and then the same answer is sent twice.
      if (attempt === 1 && random() < 0.15) later(400, () => void callBack(answer, 2))
    } catch {
      if (attempt < 8) later(1000 * 2 ** attempt, () => void callBack(answer, attempt + 1))
    }
  }

  async function mailAnswer(listing: Seen, member: Member, usd: number, number: string, attempt = 1): Promise<void> {
    try {
      await sendAnswer(setup.smtpPort, listing, member, usd, number)
    } catch {
      if (attempt < 8) later(1000 * 2 ** attempt, () => void mailAnswer(listing, member, usd, number, attempt + 1))
    }
  }

  return {
    see,
    stop() {
      for (const timer of timers) clearTimeout(timer)
    },
  }
}

/** One try of answering a listing by email; it throws where the mail server does not take it. */
async function sendAnswer(smtpPort: number, listing: Seen, member: Member, usd: number, number: string): Promise<void> {
  const transport = nodemailer.createTransport({
    host: '127.0.0.1',
    port: smtpPort,
    secure: false,
    ignoreTLS: true,
    connectionTimeout: 3000,
  })
  try {
    await transport.sendMail({
      from: { name: member.name, address: member.mail },
      to: listing.mail,
      subject: `${listing.from} to ${listing.to}`,
      messageId: `<${number}@${member.mail.split('@')[1]}>`,
      text: `Hello,\n\nwe can cover ${listing.from} to ${listing.to} for $${usd.toLocaleString('en-US')} all in.\n\n-- \n${member.name}\nMC ${member.mc}\n${member.phone}\n`,
    })
  } finally {
    transport.close()
  }
}

function priceOf({ miles, equipment }: Seen, random: () => number): number {
  const base = 220 + miles * (usdPerMile[equipment] ?? 2.2) * (1 + 120 / (miles + 400))
  return Math.round((base * (0.92 + random() * 0.28)) / 10) * 10
}
