import { createHmac } from 'node:crypto'
import nodemailer from 'nodemailer'

export interface Listing {
  listing_no?: string
  shipper_ref: string
  truck_type: string
  distance: number
  route: { action: string; town: string; st: string }[]
  answer_mail: string
  answer_url: string
}

export interface Member {
  mc: string
  name: string
  mail: string
  phone: string
}

interface Setup {
  members: Member[]
  secret: string
  smtpPort: number
  seed: number
  pace: number
  isUp: (ref: string) => boolean
}

const usdPerMile: Record<string, number> = { VAN: 1.95, REEFER: 2.35, FLATBED: 2.4, STEP_DECK: 2.5 }

/** Carriers with a mind of their own: two to four of them answer a listing within seconds, some by mail. */
export function startCarriers(setup: Setup) {
  const random = mulberry(setup.seed)
  const timers = new Set<NodeJS.Timeout>()
  let answers = 0

  function see(listing: Listing): void {
    if (setup.pace <= 0 || setup.members.length === 0) return
    const count = 2 + Math.floor(random() * 3)
    for (let index = 0; index < count; index++) {
      const member = setup.members[Math.floor(random() * setup.members.length)]!
      const byMail = index === 1
      const usd = priceOf(listing, random)
      const number = `A${Date.now().toString(36)}${(answers++).toString(36)}`
      later((1500 + random() * 6000 + index * 1500) / setup.pace, () => {
        if (!setup.isUp(listing.shipper_ref)) return
        if (byMail) void mailAnswer(listing, member, usd, number)
        else void callBack(listing, member, usd, number)
      })
    }
  }

  function later(delay: number, what: () => void): void {
    const timer = setTimeout(() => {
      timers.delete(timer)
      what()
    }, delay)
    timers.add(timer)
  }

  async function callBack(listing: Listing, member: Member, usd: number, number: string, attempt = 1): Promise<void> {
    const body = JSON.stringify({
      answer_no: number,
      shipper_ref: listing.shipper_ref,
      mc: member.mc,
      usd,
      good_minutes: random() < 0.5 ? 30 + Math.floor(random() * 240) : null,
      words: 'Truck is near, can load as listed.',
    })
    // Signed together with the moment, so that an old answer cannot be played again.
    const at = Date.now()
    const signature = `t=${at},v1=${createHmac('sha256', setup.secret).update(`${at}.${body}`).digest('hex')}`
    try {
      const response = await fetch(listing.answer_url, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-saltlick-signature': signature },
        body,
      })
      if (response.status >= 500) throw new Error(String(response.status))
      // Wires stutter: now and then the same answer is sent twice.
      if (attempt === 1 && random() < 0.15) later(400, () => void callBack(listing, member, usd, number, 2))
    } catch {
      if (attempt < 8) later(1000 * 2 ** attempt, () => void callBack(listing, member, usd, number, attempt + 1))
    }
  }

  async function mailAnswer(listing: Listing, member: Member, usd: number, number: string, attempt = 1): Promise<void> {
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
async function sendAnswer(
  smtpPort: number,
  listing: Listing,
  member: Member,
  usd: number,
  number: string,
): Promise<void> {
  const [first, last] = [listing.route[0]!, listing.route.at(-1)!]
  const transport = nodemailer.createTransport({
    host: '127.0.0.1',
    port: smtpPort,
    secure: false,
    ignoreTLS: true,
    connectionTimeout: 3000,
  })
  const lane = `${first.town} ${first.st} to ${last.town} ${last.st}`
  try {
    await transport.sendMail({
      from: { name: member.name, address: member.mail },
      to: listing.answer_mail,
      subject: `${first.town} to ${last.town}`,
      messageId: `<${number}@${member.mail.split('@')[1]}>`,
      text: `Hello,\n\nwe can cover ${lane} for $${usd.toLocaleString('en-US')} all in.\n\n-- \n${member.name}\nMC ${member.mc}\n${member.phone}\n`,
    })
  } finally {
    transport.close()
  }
}

function priceOf(listing: Listing, random: () => number): number {
  const base = 220 + listing.distance * (usdPerMile[listing.truck_type] ?? 2.2) * (1 + 120 / (listing.distance + 400))
  return Math.round((base * (0.92 + random() * 0.28)) / 10) * 10
}

function mulberry(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}
