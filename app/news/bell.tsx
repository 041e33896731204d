import { Popover } from 'radix-ui'
import { useState } from 'react'
import { Link } from 'react-router'
import { momentWords } from '#core/time/words'
import type { NewsItem } from '#server/news/news'
import { Check } from '../ui/field'
import { useKeys } from '../ui/keys'
import { useNewsChoices } from './choices'
import { useNews, useTitleCount } from './use-news'

/** The list holds no more, and more is not counted. */
const mostCounted = 60

/** What came from outside while somebody was looking elsewhere: how much, and on a key the list of it. */
export function Bell({ zone }: { zone: string }) {
  const { unread, items, open } = useNews()
  const [isOpen, setOpen] = useState(false)
  useTitleCount(unread)
  const show = (next: boolean) => {
    setOpen(next)
    if (next) open()
  }
  useKeys('News', [{ key: 'N', words: 'what is new', run: () => show(true) }])
  return (
    <Popover.Root open={isOpen} onOpenChange={show}>
      <Popover.Trigger
        className="flex items-center gap-1 self-center px-2"
        aria-label={unread === 0 ? 'Nothing new' : `${unread} new`}
      >
        <BellMark className={unread > 0 ? 'text-bill' : 'text-second'} />
        {unread > 0 && (
          <span className="font-mono text-sm font-semibold text-bill">
            {unread >= mostCounted ? `${mostCounted}+` : unread}
          </span>
        )}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label="What is new"
          className="z-20 flex max-h-[80vh] w-[30rem] flex-col border border-ink bg-sheet [--ground:var(--sheet)] shadow-2xl"
        >
          <Choices />
          <ol className="min-h-0 overflow-y-auto" aria-label="What is new, newest first">
            {items?.map((item) => (
              <Item key={item.id} item={item} zone={zone} onGo={() => setOpen(false)} />
            ))}
          </ol>
          {items?.length === 0 && (
            <p className="label px-3 py-2">
              Nothing in three days. Offers, acceptances, emails, tenders and failures show up here.
            </p>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

/** Whose news, and how it is said. */
function Choices() {
  const [choices, choose] = useNewsChoices()
  return (
    <div className="flex gap-4 border-b border-strong px-3 py-2">
      <Check label="Only what I am the rep of" checked={choices.mine} onChange={(mine) => choose({ mine })} />
      <Check label="Pop up" checked={choices.toast} onChange={(toast) => choose({ toast })} />
      <Check label="Sound" checked={choices.sound} onChange={(sound) => choose({ sound })} />
    </div>
  )
}

function Item({ item, zone, onGo }: { item: NewsItem; zone: string; onGo: () => void }) {
  return (
    <li className="border-b">
      <Link to={item.to} onClick={onGo} className="block px-3 py-1.5 hover:bg-chosen focus:bg-chosen">
        <span className="flex justify-between gap-2">
          <b className={item.isUnread ? 'font-semibold' : 'font-normal'}>{item.about}</b>
          <span className="label">{momentWords(item.at, Date.now(), zone)}</span>
        </span>
        <span className={item.isPressing ? 'text-bill' : ''}>{item.words}</span>
      </Link>
    </li>
  )
}

const BellMark = ({ className }: { className: string }) => (
  <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true" className={className}>
    <path
      d="M8 1.5v1.3M3.5 12c.9-1 1.2-2.2 1.2-4a3.3 3.3 0 0 1 6.6 0c0 1.8.3 3 1.2 4zM6.6 14h2.8"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.4"
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  </svg>
)
