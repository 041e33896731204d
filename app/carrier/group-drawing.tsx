import { Link } from 'react-router'
import { linkWords } from '#core/vetting/signs'
import type { Dossier } from '#server/carrier/dossier'

type Group = Dossier['group']
type Member = Group['members'][number]
type GroupLink = Group['links'][number]

/** The carriers joined to this one by what they share: points on a ring, what is shared on the lines between, and the same in words. */
export function GroupDrawing({ dossier }: { dossier: Dossier }) {
  const { group, carrier } = dossier
  const others = group.members.length - 1
  if (others < 1) return null
  return (
    <section aria-label="Links to other carriers">
      <h2 className="head">Joined to {others === 1 ? 'another carrier' : `${others} other carriers`}</h2>
      <Ring group={group} me={carrier.dotNumber} />
      <ul>
        {group.links
          .filter(({ from, to }) => from === carrier.dotNumber || to === carrier.dotNumber)
          .map((link) => {
            const dot = link.from === carrier.dotNumber ? link.to : link.from
            return <Tie key={dot} link={link} other={group.members.find((each) => each.dotNumber === dot)!} />
          })}
      </ul>
    </section>
  )
}

interface Point {
  x: number
  y: number
}

const width = 380
const heightOf = (members: number): number => (members < 4 ? 74 : 190)

/** Where each member is drawn: two stand side by side; more stand around the one that is asked about. */
function pointsOf(members: Member[], me: string): Map<string, Point> {
  const center = { x: width / 2, y: heightOf(members.length) / 2 }
  const others = members.filter(({ dotNumber }) => dotNumber !== me)
  if (others.length === 1)
    return new Map([
      [me, { ...center, x: width * 0.25 }],
      [others[0]!.dotNumber, { ...center, x: width * 0.75 }],
    ])
  const isFlat = others.length < 3
  const around = others.map(({ dotNumber }, at): [string, Point] => {
    const angle = (at / others.length) * 2 * Math.PI - (isFlat ? 0 : Math.PI / 2)
    return [dotNumber, { x: center.x + Math.cos(angle) * 118, y: center.y + (isFlat ? 0 : Math.sin(angle) * 70) }]
  })
  return new Map([[me, center], ...around])
}

const sharedWords = (link: GroupLink): string => [...new Set(link.facts.map(({ kind }) => linkWords[kind]))].join(', ')

function Ring({ group: { members, links }, me }: { group: Group; me: string }) {
  const points = pointsOf(members, me)
  const height = heightOf(members.length)
  const name = (dot: string) => members.find((each) => each.dotNumber === dot)?.name ?? dot
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="block w-full border-t"
      role="img"
      aria-label={links.map((link) => `${name(link.from)} and ${name(link.to)} share ${sharedWords(link)}`).join('; ')}
    >
      {links.map((link) => {
        const [a, b] = [points.get(link.from)!, points.get(link.to)!]
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
      {members.map((each) => (
        <MemberPoint
          key={each.dotNumber}
          member={each}
          point={points.get(each.dotNumber)!}
          isMe={each.dotNumber === me}
          isNameAbove={points.get(each.dotNumber)!.y < height / 2}
        />
      ))}
    </svg>
  )
}

interface MemberPointProps {
  member: Member
  point: Point
  isMe: boolean
  isNameAbove: boolean
}

function MemberPoint({ member, point: { x, y }, isMe, isNameAbove }: MemberPointProps) {
  return (
    <g>
      <circle
        cx={x}
        cy={y}
        r={isMe ? 6 : 4.5}
        fill={member.mayCarry ? 'var(--dusk)' : 'var(--sheet)'}
        stroke={member.mayCarry ? 'var(--dusk)' : 'var(--bill)'}
        strokeWidth={1.6}
      />
      <text x={x} y={y + (isNameAbove && !isMe ? -9 : 17)} textAnchor="middle" className="halo fill-ink text-[11px]">
        {member.name.split(' ').slice(0, 2).join(' ')}
        {member.mayCarry ? '' : ' (closed)'}
      </text>
    </g>
  )
}

const factWords = ({ kind, words, holders }: GroupLink['facts'][number]): string =>
  `${linkWords[kind]} ${words}${holders > 2 ? ` (${holders} have it)` : ''}`

/** One other carrier, and what it shares with this one. */
function Tie({ link, other }: { link: GroupLink; other: Member }) {
  return (
    <li className="border-t py-1">
      {other.carrierId ? (
        <Link to={`/carriers/${other.carrierId}`} className="link">
          {other.name}
        </Link>
      ) : (
        <span className="font-semibold">{other.name}</span>
      )}{' '}
      <span className="label">
        DOT {other.dotNumber}
        {other.closedOn ? `, closed ${other.closedOn}` : ''}: {link.facts.map(factWords).join('; ')}
      </span>
    </li>
  )
}
