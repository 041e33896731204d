import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { dayOf, toLocal } from '#core/time/local'
import type { Dossier } from '#server/carrier/dossier'
import { useLive } from '../ui/live'
import { useCarrierAct } from './use-carrier-act'

/** Which dialog is open over a dossier; `check` names the document to be looked at. */
export type OpenDialog =
  | 'contact'
  | 'payee'
  | 'equipment'
  | 'bar'
  | 'lift'
  | 'ask'
  | 'upload'
  | { check: Dossier['documents'][number] }

interface CarrierData {
  dossier: Dossier
  now: number
  zone: string
  /** Who looks: nobody approves what they brought in. */
  me: string
  mayEdit: boolean
  mayApprove: boolean
}

/** What a carrier's page and its parts all need to know. */
export interface CarrierDesk extends CarrierData {
  today: string
  acting: ReturnType<typeof useCarrierAct>
  dialog: OpenDialog | null
  openDialog: (dialog: OpenDialog) => void
  closeDialog: () => void
}

/** The state of a carrier's page: the dialog that is open, at first the document that the address asks to look at. */
export function useCarrierDesk(data: CarrierData): CarrierDesk {
  const { dossier, mayEdit, now, zone } = data
  const [asked] = useSearchParams()
  const [dialog, setDialog] = useState<OpenDialog | null>(() => {
    const document = dossier.documents.find(({ id, state }) => state === 'waiting' && String(id) === asked.get('look'))
    return mayEdit && document ? { check: document } : null
  })
  const acting = useCarrierAct(dossier.carrier.id)
  useLive(({ aggregate, id }) =>
    aggregate === 'carrier'
      ? id === null || id === dossier.carrier.id
      : aggregate === 'load' && dossier.loads.some((load) => load.id === id),
  )
  return {
    ...data,
    today: dayOf(toLocal(now, zone)),
    acting,
    dialog,
    openDialog: setDialog,
    closeDialog: () => setDialog(null),
  }
}
