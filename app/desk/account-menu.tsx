import { DropdownMenu } from 'radix-ui'
import { Link } from 'react-router'
import type { Permission } from '#core/access/access'
import { rooms } from './rooms'

const listed = ['/account', '/people', '/settings', '/connections', '/status']

/** Who is signed in, and the rooms about them and the office. */
export function AccountMenu({ name, role, granted }: { name: string; role: string; granted: readonly Permission[] }) {
  const entries = rooms.filter(({ to, needs }) => listed.includes(to) && (!needs || granted.includes(needs)))
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="text-ink hover:underline">{name}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={8}
          className="z-20 flex w-44 flex-col border border-ink bg-sheet py-1 shadow-2xl"
        >
          <p className="label px-3 pb-1">{role}</p>
          {entries.map(({ to, words, key }) => (
            <DropdownMenu.Item key={to} asChild>
              <Link to={to} className="flex items-center justify-between px-3 py-1.5 data-highlighted:bg-chosen">
                {words.split(':')[0]}
                {key && <kbd className="key">{key}</kbd>}
              </Link>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
