import { Mark } from './mark'

interface CarrierHeadProps {
  title: string
  carrierName: string
  /** Who writes, and whom to call; `rep` where somebody of ours is named. */
  broker: { name: string; phone: string; rep?: string }
}

/** The head of the pages that a carrier opens from a link: what it is about, and whom to call. */
export function CarrierHead({ title, carrierName, broker: { name, phone, rep } }: CarrierHeadProps) {
  return (
    <header className="flex items-start justify-between gap-3">
      <div>
        <h1 className="text-xl font-semibold">{title}</h1>
        <p className="label">
          {carrierName} with {name}, {rep && `${rep}, `}
          <a href={`tel:${phone}`} className="whitespace-nowrap underline">
            {phone}
          </a>
        </p>
      </div>
      <Mark className="h-8 w-10 shrink-0" />
    </header>
  )
}
