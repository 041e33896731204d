import { NavLink } from 'react-router'

const tabs = [
  { to: '/boards', words: 'Postings' },
  { to: '/boards/search', words: 'Search' },
  { to: '/boards/map', words: 'Market map' },
  { to: '/boards/bids', words: 'Bids' },
]

/** The parts of the Boards room. */
export function BoardTabs() {
  return (
    <nav aria-label="Boards" className="flex items-baseline gap-4">
      {tabs.map(({ to, words }) => (
        <NavLink
          key={to}
          to={to}
          end={to === '/boards'}
          className={({ isActive }) => (isActive ? 'border-b-2 border-dusk pb-0.5 text-base font-semibold' : 'link')}
        >
          {words}
        </NavLink>
      ))}
    </nav>
  )
}
