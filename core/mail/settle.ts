import { type Draft, emptyDraft, fill } from './draft'

/** What was said beside trucks becomes theirs: what stands before is of all that follow, what follows is of those before. */
export function settleDrafts(
  drafts: readonly Draft[],
  { total, isShared }: { total: Draft['count']; isShared: boolean },
): { trucks: Draft[]; loose: Draft } {
  const trucks: Draft[] = []
  const loose = emptyDraft()
  for (const draft of drafts) {
    const before = trucks.at(-1)
    if (draft.place) {
      trucks.push(draft)
      continue
    }
    const isOther =
      draft.equipment &&
      before?.equipment &&
      (before.equipment.value !== draft.equipment.value ||
        (draft.count && draft.from && draft.from.value !== before.from?.value))
    if (before && isOther) {
      trucks.push({ ...draft, place: before.place, from: draft.from ?? before.from, to: draft.to ?? before.to })
      continue
    }
    fill(loose, draft, 1)
    if (draft.count) loose.count ??= draft.count
    if (before) fill(before, draft, 0.95)
  }
  for (const [at, truck] of trucks.entries()) {
    const before = trucks[at - 1]
    fill(truck, loose, 0.95)
    if (before)
      fill(
        truck,
        {
          ...emptyDraft(),
          equipment: before.equipment,
          from: before.from,
          to: before.to,
          lengthFt: sameTrailer(before, truck) ? before.lengthFt : null,
          destinations: [],
        },
        0.93,
      )
  }
  if (total && trucks.length === 1) trucks[0]!.count ??= total
  // `a reefer in Boise, a van in Nampa, both tomorrow`
  for (let at = trucks.length - 2; at >= 0; at--) {
    const { from, to, hasSharedDay } = trucks[at + 1]!
    if (!trucks[at]!.from && hasSharedDay)
      [trucks[at]!.from, trucks[at]!.to] = [from && { ...from, confidence: from.confidence * 0.85 }, to]
    trucks[at]!.equipment ??= isShared ? trucks[at + 1]!.equipment : null
  }
  return { trucks, loose }
}

const sameTrailer = (one: Draft, other: Draft): boolean =>
  !other.equipment || one.equipment?.value === other.equipment.value
