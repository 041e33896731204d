import { z } from 'zod'

/** What the product is connected to by an address of the office's choosing. Load boards and trading partners have connections of their own. */
export const connectionKinds = ['mail_out', 'register', 'market', 'bureau'] as const
export type ConnectionKind = (typeof connectionKinds)[number]

const host = z
  .string()
  .trim()
  .max(200, 'At most 200 characters')
  .regex(/^[a-z0-9]([a-z0-9.-]*[a-z0-9])?$/i, 'Give a host name, like mail.broker.example')
const url = z
  .string()
  .trim()
  .max(300, 'At most 300 characters')
  .pipe(z.url({ protocol: /^https?$/, error: 'Give an address that begins with http:// or https://' }))
const secret = z.string().max(300, 'At most 300 characters')

/** How each is reached. A secret left empty keeps the one on file. */
export const connectionSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('mail_out'),
    host,
    port: z.number('Give a port').int().min(1).max(65_535),
    /** `offered` encrypts where the server can; `required` sends nothing where it cannot. */
    tls: z.enum(['offered', 'required']),
    user: z.string().trim().max(200).default(''),
    secret: secret.default(''),
  }),
  z.object({ kind: z.literal('register'), url }),
  z.object({ kind: z.literal('market'), url }),
  /** Its secret is the key that the bureau gave us. */
  z.object({ kind: z.literal('bureau'), url, secret: secret.default('') }),
])
export type Connection = z.output<typeof connectionSchema>
export type ConnectionOf<Kind extends ConnectionKind> = Connection & { kind: Kind }

/** What each is called, what it is for, and what goes on without it. */
export const connectionWords: Record<ConnectionKind, { name: string; does: string; without: string }> = {
  mail_out: {
    name: 'Email out',
    does: 'Confirmations, quotes, invoices, invitations leave by it (SMTP).',
    without: 'Email waits in the outbox and leaves once it is connected.',
  },
  register: {
    name: 'Carrier register',
    does: 'Authority, insurance and safety of carriers, looked up by MC or DOT number.',
    without: 'Carriers are vetted by what is on file; new ones cannot be looked up.',
  },
  market: {
    name: 'Market feed',
    does: 'Diesel price, lane averages, exchange rates.',
    without: 'Rates are learned from your own loads and quotes; fuel tables have no price.',
  },
  bureau: {
    name: 'Credit bureau',
    does: 'Credit grade, days to pay and factoring of companies whose loads are found on the boards.',
    without: 'Search shows the days to pay that a board names, and no credit grade.',
  },
}

/** Every way a connection can be refused, with its sentence. */
export const connectionRefusals = {
  not_connected: ({ name }: { name: string }) => `${name} is not connected.`,
}
