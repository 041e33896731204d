import type { Meaning } from '../desk/meanings'
import { Dialog } from './dialog'
import type { RoomKey } from './keys'

interface KeyHelpProps {
  open: boolean
  onClose: () => void
  list: [string, RoomKey[]][]
  /** The unusual figures of the page that is open. */
  meanings: readonly Meaning[]
}

/** What `?` shows: the keys of the room, and what its unusual figures mean. */
export function KeyHelp({ open, onClose, list, meanings }: KeyHelpProps) {
  return (
    <Dialog open={open} onClose={onClose} title={meanings.length > 0 ? 'Keys and figures' : 'Keys'} wide>
      <div tabIndex={0} role="group" aria-label="Keys and figures, scrollable">
        {meanings.length > 0 && (
          <section aria-label="What the figures mean" className="mb-4 border-b pb-3">
            <h3 className="label mb-1">What the figures mean</h3>
            <dl className="flex flex-col gap-1.5">
              {meanings.map(({ name, words }) => (
                <div key={name}>
                  <dt className="inline font-semibold">{name}: </dt>
                  <dd className="inline">{words}</dd>
                </div>
              ))}
            </dl>
          </section>
        )}
        <div className="gap-8 sm:columns-2">
          {list.map(([room, keys]) => (
            <section key={room} className="mb-4 break-inside-avoid">
              <h3 className="label mb-1">{room}</h3>
              <ul className="flex flex-col gap-1">
                {keys.map((each) => (
                  <li key={each.key} className={`flex gap-3 ${each.disabled ? 'text-second' : ''}`}>
                    <span className="w-24 shrink-0">
                      <kbd className="key">{each.key}</kbd>
                    </span>
                    {each.words}
                  </li>
                ))}
              </ul>
            </section>
          ))}
        </div>
      </div>
    </Dialog>
  )
}
