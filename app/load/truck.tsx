import { Link } from 'react-router'
import type { LoadPage } from '#server/load-page/read'

/** Who hauls it: the carrier with its phone, and the driver and truck once they are known. They stay in sight to the end of the load. */
export function Truck({ page }: { page: LoadPage }) {
  const { carrier, load } = page
  if (!carrier) return null
  return (
    <section aria-label="Carrier and truck" className="flex flex-wrap items-baseline gap-x-5 border-b px-4 py-1.5">
      <Link to={`/carriers/${carrier.id}`} className="font-semibold link">
        {carrier.name}
      </Link>
      <span>
        <span className="label">dispatch</span>{' '}
        <a href={`tel:${carrier.phone}`} className="font-mono">
          {carrier.phone}
        </a>
      </span>
      {load.driverName || load.driverPhone ? (
        <span>
          <span className="label">driver</span> {load.driverName}{' '}
          {load.driverPhone && (
            <a href={`tel:${load.driverPhone}`} className="font-mono">
              {load.driverPhone}
            </a>
          )}
        </span>
      ) : (
        <span className="label">driver not known yet</span>
      )}
      {load.truckNumber && (
        <span>
          <span className="label">truck</span> <span className="font-mono">{load.truckNumber}</span>
        </span>
      )}
    </section>
  )
}
