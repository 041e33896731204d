import nodemailer from 'nodemailer'

/** Where the attacked process listens, and what a partner knows. */
export interface Target {
  origin: string
  inboundPort: number
  /** A partner that posts to us, with its secret. */
  partner: { id: number; secret: string }
  /** An address that somebody at the desk signs in with. */
  account: string
}

export interface Attack {
  name: string
  /** Carries it out at a size (1 is the full one); why it was not held, or null where it was. */
  run: (target: Target, size: number) => Promise<string | null>
}

async function sendRaw({ inboundPort }: Target, from: string, raw: string): Promise<number> {
  const transport = nodemailer.createTransport({
    host: '127.0.0.1',
    port: inboundPort,
    secure: false,
    ignoreTLS: true,
    connectionTimeout: 20_000,
    socketTimeout: 60_000,
  })
  try {
    await transport.sendMail({ envelope: { from, to: 'offers@ploverrook.example' }, raw })
    return 250
  } catch (error) {
    return (error as { responseCode?: number }).responseCode ?? 0
  } finally {
    transport.close()
  }
}

export const mailBombs: Attack = {
  name: 'messages of forty thousand parts',
  async run(target, size) {
    const bomb = `From: a@b.example\r\nTo: offers@ploverrook.example\r\nContent-Type: multipart/mixed; boundary=x\r\n\r\n${'--x\r\n\r\na\r\n'.repeat(40_000)}--x--`
    const codes = await Promise.all(
      Array.from({ length: Math.ceil(8 * size) }, () => sendRaw(target, 'a@b.example', bomb)),
    )
    const wrong = codes.find((code) => code !== 554)
    return wrong === undefined ? null : `one was answered ${wrong}`
  },
}

export const nestedMail: Attack = {
  name: 'messages nested a thousand deep, and with endless headers',
  async run(target, size) {
    const deep = Array.from(
      { length: 1000 },
      (_, at) => `Content-Type: multipart/mixed; boundary=b${at}\r\n\r\n--b${at}\r\n`,
    ).join('')
    const long = `From: a@b.example\r\n${Array.from({ length: 30_000 }, (_, at) => `X-${at}: ${'y'.repeat(20)}\r\n`).join('')}\r\nhello`
    const codes = await Promise.all(
      Array.from({ length: Math.ceil(4 * size) }, (_, at) =>
        sendRaw(target, 'a@b.example', at % 2 ? long : `From: a@b.example\r\n${deep}`),
      ),
    )
    const wrong = codes.find((code) => code !== 554 && code !== 250)
    return wrong === undefined ? null : `one was answered ${wrong}`
  },
}

export const forgedMail: Attack = {
  name: 'three hundred forged senders at once',
  async run(target, size) {
    const count = Math.ceil(300 * size)
    let wrong = 0
    for (let at = 0; at < count; at += 20) {
      const codes = await Promise.all(
        Array.from({ length: 20 }, (_, turn) =>
          sendRaw(
            target,
            `f${at + turn}@stranger.example`,
            `From: f${at + turn}@stranger.example\r\nTo: offers@ploverrook.example\r\nMessage-ID: <${Date.now()}-${at + turn}@x>\r\nSubject: load\r\n\r\nMC 100001 can do $${2000 + at}`,
          ),
        ),
      )
      wrong += codes.filter((code) => code === 0).length
    }
    return wrong === 0 ? null : `${wrong} were not answered`
  },
}

export const envelope = (body: string) =>
  `ISA*00*          *00*          *ZZ*${'MARIGOLDFL'.padEnd(15)}*ZZ*${'PLOVERROOK'.padEnd(15)}*261127*0930*U*00401*${String(Date.now() % 1e9).padStart(9, '0')}*0*P*>~\nGS*SM*A*B*20261127*0930*1*X*004010~\n${body}GE*1*1~\nIEA*1*1~\n`
