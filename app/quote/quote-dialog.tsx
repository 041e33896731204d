import type { FuelTable } from '#core/fuel/fuel'
import { PasteDialog } from './paste-dialog'
import { PricingDialog } from './pricing-dialog'
import type { QuoteDesk } from './quote-desk'
import { QuoteLog } from './quote-log'
import { SendQuoteDialog } from './send-dialog'
import { LostDialog, WonDialog } from './settle-dialogs'
import { TermsDialog } from './terms-dialog'

/** The dialog that is open over a quote. */
export function QuoteDialog({ desk, tables }: { desk: QuoteDesk; tables: (FuelTable & { id: number })[] }) {
  const { page, quoting, lines, chosen, dialog, close, now, zone, mayPrice } = desk
  switch (dialog?.kind) {
    case 'paste':
      return (
        <PasteDialog
          initial={dialog.text}
          holder="quote"
          standing={lines.length}
          addRows={(rows) => quoting.act({ intent: 'add_lines', rows: rows.map((cells) => ({ cells })) })}
          onClose={close}
        />
      )
    case 'send':
      return <SendQuoteDialog page={page} lines={lines} quoting={quoting} onClose={close} />
    case 'won':
      return chosen.length > 0 && <WonDialog lines={chosen} today={page.today} quoting={quoting} onClose={close} />
    case 'lost': {
      const { currency } = page.quote
      return chosen.length > 0 && <LostDialog lines={chosen} currency={currency} quoting={quoting} onClose={close} />
    }
    case 'terms':
      return <TermsDialog page={page} quoting={quoting} onClose={close} />
    case 'pricing':
      return <PricingDialog page={page} tables={tables} mayChange={mayPrice} quoting={quoting} onClose={close} />
    case 'log':
      return <QuoteLog page={page} now={now} zone={zone} onClose={close} />
    default:
      return null
  }
}
