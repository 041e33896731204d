/** Whether a sentence asks for trucks instead of having them: freight that somebody wants covered, a shipper's own request. */
export const isAboutFreight = (text: string): boolean =>
  /\b(?:trucks? needed|needs? (?:a |an |\d+ )?(?:trucks?\b|carrier|coverage|driver\b|van\b(?! load))|need (?:it|this|them) covered|looking for (?:a |\d+ )?(?:trucks?|carriers?)\b|hot loads?|available (?:loads|freight)|loads? available|our loads|load board|paying \$?\d|pays \$?\d|target (?:is|rate)|can you (?:quote|cover)|quote please|what would you (?:charge|need)|please quote|shipment|pallets|who has a truck|tender)\b/i.test(
    text,
  )

/** Whether a sentence says how a load that is under way stands. */
export const isStatus = (text: string): boolean =>
  /\b(?:eta\b|loaded and|rolling|en route|just left|checked in|check call|arrived|unload(?:ed|s) at|delivered|pod\b|bol\b|detention|layover|lumper|tonu|receipt|seal\b|heading to the (?:shipper|receiver)|at the (?:shipper|receiver)|to the (?:shipper|receiver)|will be at the)\b/i.test(
    text,
  ) && !/\b(?:avail(?:able)?|looking for|reload|wants|need(?:s)? a load)\b/i.test(text)

/** Whether a sentence speaks of a load that somebody saw of ours. */
export const isTheirs = (text: string): boolean =>
  /\b(?:i saw|saw (?:your|the|a)|your posting|your post|you posted|you have posted|on the board)\b/i.test(text)

/** Whether a sentence is a question. */
export const isQuestion = (text: string): boolean => /\?\s*$/.test(text.trim())

/** Signs of mail that holds no facts of ours, however much it looks like it, each with what it is. */
const kinds: readonly (readonly [kind: string, where: 'subject' | 'text', pattern: RegExp])[] = [
  ['automatic', 'subject', /\b(?:automatic reply|auto.?reply|out of (?:the )?office|undeliverable|delivery status)\b/i],
  ['automatic', 'text', /\bi am (?:out of the office|away)\b/i],
  [
    'payment',
    'subject',
    /\b(?:invoice|payment|remit|statement|factoring|bank|payee|w-?9|insurance|certificate|claim|past due)\b/i,
  ],
  [
    'payment',
    'text',
    /\b(?:invoice|routing (?:number)? ?\d|payee|remit|net 30|total due|new bank|bank (?:account|details|has))\b/i,
  ],
  [
    'advertisement',
    'text',
    /\b(?:for sale|% off|a month\b|order today|sign-on bonus|drivers wanted|webinar|seats \$|subscribe now|rent \d+ ft|join us|cdl-?a drivers)\b/i,
  ],
  [
    'advertisement',
    'subject',
    /\b(?:for sale|% off|webinar|hiring|drivers wanted|rent a|digest|newsletter|spot rates)\b/i,
  ],
  [
    'closed',
    'subject',
    /\b(?:holiday hours|office closed|closed for|survey|happy (?:holidays|new year|thanksgiving))\b/i,
  ],
  ['news', 'text', /\b(?:spot rates? (?:averaged|rose|fell)|chain law|averaged \$)\b/i],
  [
    'sign_in',
    'text',
    /\b(?:(?:sign|log) ?in (?:here|with your)|verify your (?:account|mailbox)|mailbox is full|email password)\b/i,
  ],
  [
    'freight',
    'subject',
    /\b(?:available (?:loads|freight)|loads available|trucks? needed|need (?:trucks?|coverage|a truck)|hot load|freight list|^loads\b|our loads|loads for you|quote (?:please|request)(?! (?:response|reply|answer))|shipment request)\b/i,
  ],
  [
    'freight',
    'text',
    /\b(?:we need trucks|need(?:ing)? trucks|our loads|need a truck|trucks needed|need coverage|what would you charge|can you quote|call .{0,20}if you have (?:one|a truck))\b/i,
  ],
]

/** What kind of mail without facts this is; null where it may hold some. */
export const emptyKind = (subject: string, text: string): string | null =>
  kinds.find(([, where, pattern]) => pattern.test(where === 'subject' ? subject : text))?.[0] ?? null
