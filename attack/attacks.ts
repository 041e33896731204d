import { request } from 'node:http'
import { type Attack, envelope, forgedMail, mailBombs, nestedMail } from './mail-bombs'

/** Pours bytes without a length at a path; the status, and how many bytes went before it came. */
function pour(
  origin: string,
  path: string,
  megabytes: number,
  headers: Record<string, string> = {},
): Promise<{ status: number; sentMb: number }> {
  return new Promise((resolve) => {
    let sent = 0
    let status = 0
    const chunk = Buffer.alloc(65_536, 'a')
    const going = request(
      new URL(path, origin),
      { method: 'POST', agent: false, headers: { 'transfer-encoding': 'chunked', ...headers } },
      (answer) => {
        status = answer.statusCode ?? 0
        answer.resume()
      },
    )
    const end = () => resolve({ status, sentMb: sent / 1_048_576 })
    going.on('error', end)
    going.on('close', end)
    const more = () => {
      while (sent < megabytes * 1_048_576 && !going.destroyed) {
        sent += chunk.length
        if (!going.write(chunk)) return going.once('drain', more)
      }
      return going.end()
    }
    more()
  })
}

const bodyFlood: Attack = {
  name: 'bodies without end, not signed in',
  async run({ origin }, size) {
    const form = { 'content-type': 'application/x-www-form-urlencoded' }
    const paths = [
      '/sign-in',
      '/c/1.AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA',
      '/p/1.AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA',
      '/loads/save',
      '/board/saltlick/replies',
      '/exchange/in/1',
      '/nowhere',
    ]
    const answers = await Promise.all(paths.map((path) => pour(origin, path, 200 * size, form)))
    const taken = answers.findIndex(({ sentMb }) => sentMb > 60)
    return taken < 0 ? null : `${paths[taken]} took ${Math.round(answers[taken]!.sentMb)} MB`
  },
}

const faultFlood: Attack = {
  name: 'five megabytes of faults from a partner',
  async run({ origin, partner }, size) {
    const files = [
      envelope(`ST*204*0001~\n${'G62*XX*99999999*Q~\n'.repeat(260_000 * size)}SE*1*0001~\n`),
      envelope(
        Array.from(
          { length: 20_000 * size },
          (_, at) => `ST*204*${String(at).padStart(4, '0')}~\nZZZ*1~\nG62*XX~\n`,
        ).join(''),
      ),
      `${envelope('').slice(0, -10)}${'ISA.\n'.repeat(900_000 * size)}`,
      '*'.repeat(4_000_000 * size),
    ]
    const answers = await Promise.all(
      files.map((body) =>
        fetch(`${origin}/exchange/in/${partner.id}`, {
          method: 'POST',
          body,
          headers: { authorization: `Bearer ${partner.secret}`, 'content-type': 'application/edi-x12' },
          signal: AbortSignal.timeout(120_000),
        }).then(
          (answer) => answer.status,
          () => 0,
        ),
      ),
    )
    const wrong = answers.find((status) => status !== 200 && status !== 422)
    return wrong === undefined ? null : `one was answered ${wrong}`
  },
}

const guessStorm: Attack = {
  name: 'guesses at passwords, many at once',
  async run({ origin, account }, size) {
    const guess = (mail: string) =>
      fetch(`${origin}/sign-in`, {
        method: 'POST',
        redirect: 'manual',
        body: new URLSearchParams({ mail, password: 'guess' }),
      }).then(
        (answer) => answer.status,
        () => 0,
      )
    const codes = await Promise.all(
      Array.from({ length: Math.ceil(200 * size) }, (_, at) => guess(at % 2 ? account : `nobody${at}@x.example`)),
    )
    const looked = codes.filter((status) => status === 401).length
    if (codes.includes(0)) return 'some were not answered'
    return looked <= 36 ? null : `${looked} passwords were looked at`
  },
}

const wrongKeys: Attack = {
  name: 'wrong signatures and secrets',
  async run({ origin, partner }, size) {
    const send = (path: string, headers: Record<string, string>) =>
      fetch(`${origin}${path}`, { method: 'POST', body: '{}', headers }).then(
        (answer) => answer.status,
        () => 0,
      )
    const codes: number[] = []
    for (let at = 0; at < 100 * size; at++)
      codes.push(
        await send(
          at % 2 ? '/board/saltlick/replies' : `/exchange/in/${partner.id}`,
          at % 2 ? { 'x-saltlick-signature': 't=1,v1=00' } : { authorization: 'Bearer guess' },
        ),
      )
    const wrong = codes.find((status) => status !== 401 && status !== 429)
    if (wrong !== undefined) return `one was answered ${wrong}`
    return codes.filter((status) => status === 401).length <= 32 ? null : 'all were looked at'
  },
}

const oddRequests: Attack = {
  name: 'methods and paths that are none',
  async run({ origin }) {
    const send = (method: string, path: string) =>
      new Promise<number>((resolve) => {
        const going = request(new URL(origin), { method, path, agent: false }, (answer) => {
          answer.resume()
          resolve(answer.statusCode ?? 0)
        })
        going.on('error', () => resolve(0))
        going.end()
      })
    const codes = await Promise.all([
      send('TRACE', '/'),
      send('PROPFIND', '/'),
      send('GET', '/%00'),
      send('GET', `/${'a'.repeat(8000)}`),
      send('GET', '/sign-in?to=/%09/evil.example'),
      send('GET', '//evil.example/%2e%2e'),
      send('GET', '/assets/..%2f..%2fpackage.json'),
    ])
    const wrong = codes.findIndex((status) => status >= 500 || status === 0)
    return wrong < 0 ? null : `number ${wrong} was answered ${codes[wrong]}`
  },
}

/** What strangers try, each bounded, in an order in which the last ones may turn the caller's address away for a while. */
export const attacks: Attack[] = [
  bodyFlood,
  mailBombs,
  nestedMail,
  forgedMail,
  faultFlood,
  oddRequests,
  guessStorm,
  wrongKeys,
]
