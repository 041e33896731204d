import { Dialog } from './dialog'
import type { RoomKey } from './keys'

/** What `?` shows: the keys of the room. */
export function KeyHelp({ open, onClose, list }: { open: boolean; onClose: () => void; list: [string, RoomKey[]][] }) {
  return (
    <Dialog open={open} onClose={onClose} title="Keys" wide>
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
    </Dialog>
  )
}
