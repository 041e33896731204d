import { Link } from 'react-router'
import { clockTone } from './clock'
import type { IntakeDesk } from './intake-desk'

/** How many tenders wait, what came of the day's, and what is wrong with a partner's connection. */
export function IntakeHead({ desk }: { desk: IntakeDesk }) {
  const { rows, today, troubles, rejected, now, unreadMails } = desk
  const pressing = rows.filter((row) => clockTone(row, now) === 'act').length
  return (
    <div className="flex items-baseline gap-4 border-b border-strong px-4 py-0.5">
      <h1 className="text-base font-semibold">Intake</h1>
      <span className="shrink-0">
        {rows.length} to answer{pressing > 0 && <b className="text-bill">, {pressing} within half an hour</b>} · today{' '}
        {today.accepted} accepted, {today.declined} declined, {today.lapsed} lapsed
        {today.byRule > 0 && `, ${today.byRule} by rule`}
      </span>
      {troubles.map((trouble) => (
        // The alert is around the link: as its role it would take the link's name away.
        <span key={trouble.partnerId} role="alert" className="min-w-44">
          <Link to={`/partners/${trouble.partnerId}`} className="block truncate py-1 text-bill underline">
            {trouble.name}: {trouble.problem}
          </Link>
        </span>
      ))}
      {rejected > 0 && (
        <span role="alert" className="whitespace-nowrap">
          <Link to="/exchange?trouble=1" className="py-1 text-bill underline">
            {rejected === 1 ? 'One of our documents was' : `${rejected} of our documents were`} rejected
          </Link>
        </span>
      )}
      <nav aria-label="About tenders" className="ml-auto flex gap-4 whitespace-nowrap">
        <Link to="/intake/mail" className={`link py-1 ${unreadMails > 0 ? 'font-semibold' : ''}`}>
          Email to read{unreadMails > 0 && ` ${unreadMails}`}
        </Link>
        <Link to="/intake/answered" className="link py-1">
          Answered
        </Link>
        <Link to="/exchange" className="link py-1">
          Exchange log
        </Link>
        <Link to="/answering" className="link py-1">
          Answering rules
        </Link>
        <Link to="/partners" className="link py-1">
          Partners
        </Link>
      </nav>
    </div>
  )
}
