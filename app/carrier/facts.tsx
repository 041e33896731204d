import { registerFieldWords } from '#core/register/fields'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords } from '#core/time/words'
import type { Dossier } from '#server/carrier/dossier'

/** A fact's name as people read it. */
export const fieldWords = (field: string): string =>
  (registerFieldWords as Record<string, string>)[field] ??
  `${field[0]!.toUpperCase()}${field.slice(1).replaceAll('_', ' ')}`

/** Each fact with who reported it and since when, and what it was before. */
export function Facts({ dossier, today, zone }: { dossier: Dossier; today: string; zone: string }) {
  const { gone } = dossier.facts
  // What changed is what one looks for: the latest change first, the rest in the register's order.
  const current = dossier.facts.current.toSorted(
    (one, other) => (other.former[0]?.endedAt ?? 0) - (one.former[0]?.endedAt ?? 0),
  )
  const when = (at: number) => dayWords(dayOf(toLocal(at, zone)), today)
  return (
    <table className="w-full">
      <thead>
        <tr className="label text-left">
          <th className="py-1 font-normal">Fact</th>
          <th className="font-normal">Now and before</th>
          <th className="font-normal">Source</th>
          <th className="font-normal">Seen since</th>
        </tr>
      </thead>
      <tbody>
        {current.map((fact) => (
          <tr key={fact.id} className="border-t align-top">
            <th scope="row" className="w-40 py-1 pr-3 text-left font-normal">
              {fieldWords(fact.field)}
            </th>
            <td className="py-1 pr-3">
              {fact.value}
              {fact.former.map((before) => (
                <span key={before.id} className="label block">
                  until {when(before.endedAt!)}: <s>{before.value}</s>
                </span>
              ))}
            </td>
            <td className="label w-28 py-1">{fact.byName ?? `the ${fact.source}`}</td>
            <td className="label w-28 py-1">{when(fact.seenAt)}</td>
          </tr>
        ))}
        {gone.map((fact) => (
          <tr key={fact.id} className="label border-t align-top">
            <th scope="row" className="py-1 text-left font-normal">
              {fieldWords(fact.field)}
            </th>
            <td>
              <s>{fact.value}</s> no longer reported
            </td>
            <td>{fact.byName ?? `the ${fact.source}`}</td>
            <td>until {when(fact.endedAt!)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
