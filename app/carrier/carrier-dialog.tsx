import type { CarrierDesk } from './carrier-desk'
import { CheckDialog } from './check-dialog'
import { AskDialog, ContactDialog, EquipmentDialog, PayeeDialog, ReasonDialog } from './dialogs'
import { UploadDialog } from './upload-dialog'

/** The dialog that is open over a carrier's dossier. */
export function CarrierDialog({ desk }: { desk: CarrierDesk }) {
  const { dossier, acting, dialog } = desk
  const { id, name } = dossier.carrier
  const common = { dossier, acting, onClose: desk.closeDialog }
  if (dialog !== null && typeof dialog === 'object') return <CheckDialog {...common} document={dialog.check} />
  switch (dialog) {
    case 'contact':
      return <ContactDialog {...common} />
    case 'payee':
      return <PayeeDialog {...common} />
    case 'equipment':
      return <EquipmentDialog {...common} />
    case 'ask':
      return <AskDialog {...common} />
    case 'upload':
      return <UploadDialog carrierId={id} onClose={desk.closeDialog} />
    case 'bar':
      return <ReasonDialog {...common} intent="do_not_use" title={`Do not use ${name}`} button="Do not use" />
    case 'lift':
      return <ReasonDialog {...common} intent="lift_do_not_use" title={`Use ${name} again`} button="Use again" />
    default:
      return null
  }
}
