import { Link } from 'react-router'
import { linkWords } from '#core/vetting/signs'
import type { Dossier } from '#server/carrier/dossier'

/** The carriers joined to this one by what they share: points on a ring, what is shared on the lines between, and the same in words. */
export function GroupDrawing({ dossier }: { dossier: Dossier }) {
  const { members, links } = dossier.group
  const me = dossier.carrier.dotNumber
  if (members.length < 2) return null
  const size = { width: 380, height: members.length < 4 ? 74 : 190 }
  const others = members.filter(({ dotNumber }) => dotNumber !== me)
  const spot = (dot: string) => {
    // Two stand side by side; more stand around the one that is asked about.
    if (others.length === 1) return { x: size.width * (dot === me ? 0.25 : 0.75), y: size.height / 2 }
    if (dot === me) return { x: size.width / 2, y: size.height / 2 }
    const at = others.findIndex(({ dotNumber }) => dotNumber === dot)
    const turn = (at / others.length) * 2 * Math.PI - Math.PI / 2 + (others.length < 3 ? Math.PI / 2 : 0)
    return {
      x: size.width / 2 + Math.cos(turn) * 118,
      y: size.height / 2 + Math.sin(turn) * (others.length < 3 ? 0 : 70),
    }
  }
  const sharedWords = (link: (typeof links)[number]) =>
    [...new Set(link.facts.map(({ kind }) => linkWords[kind]))].join(', ')
  const name = (dot: string) => members.find((each) => each.dotNumber === dot)?.name ?? dot
  return (
    <section aria-label="Links to other carriers">
      <h2 className="head">Joined to {others.length === 1 ? 'another carrier' : `${others.length} other carriers`}</h2>
      <svg
        viewBox={`0 0 ${size.width} ${size.height}`}
        className="block w-full border-t"
        role="img"
        aria-label={links
          .map((link) => `${name(link.from)} and ${name(link.to)} share ${sharedWords(link)}`)
          .join('; ')}
      >
        {links.map((link) => {
          const [a, b] = [spot(link.from), spot(link.to)]
          return (
            <g key={`${link.from} ${link.to}`}>
              <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="var(--strong-line)" strokeWidth={1.2} />
              <text
                x={(a.x + b.x) / 2}
                y={(a.y + b.y) / 2 - 3}
                textAnchor="middle"
                className="halo fill-second text-[10px]"
              >
                {sharedWords(link)}
              </text>
            </g>
          )
        })}
        {members.map((each) => {
          const { x, y } = spot(each.dotNumber)
          return (
            <g key={each.dotNumber}>
              <circle
                cx={x}
                cy={y}
                r={each.dotNumber === me ? 6 : 4.5}
                fill={each.mayCarry ? 'var(--dusk)' : 'var(--sheet)'}
                stroke={each.mayCarry ? 'var(--dusk)' : 'var(--bill)'}
                strokeWidth={1.6}
              />
              <text
                x={x}
                y={y + (y < size.height / 2 && each.dotNumber !== me ? -9 : 17)}
                textAnchor="middle"
                className="halo fill-ink text-[11px]"
              >
                {each.name.split(' ').slice(0, 2).join(' ')}
                {each.mayCarry ? '' : ' (closed)'}
              </text>
            </g>
          )
        })}
      </svg>
      <ul>
        {links
          .filter((link) => link.from === me || link.to === me)
          .map((link) => {
            const other = members.find((each) => each.dotNumber === (link.from === me ? link.to : link.from))!
            return (
              <li key={other.dotNumber} className="border-t py-1">
                {other.carrierId ? (
                  <Link to={`/carriers/${other.carrierId}`} className="link">
                    {other.name}
                  </Link>
                ) : (
                  <span className="font-semibold">{other.name}</span>
                )}{' '}
                <span className="label">
                  DOT {other.dotNumber}
                  {other.closedOn ? `, closed ${other.closedOn}` : ''}:{' '}
                  {link.facts
                    .map(
                      (fact) =>
                        `${linkWords[fact.kind]} ${fact.words}${fact.holders > 2 ? ` (${fact.holders} have it)` : ''}`,
                    )
                    .join('; ')}
                </span>
              </li>
            )
          })}
      </ul>
    </section>
  )
}
