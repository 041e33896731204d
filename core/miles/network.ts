/** How a road is built, which says how fast a truck goes on it and how much it winds. */
export const roadClasses = ['freeway', 'urban', 'divided', 'two-lane', 'mountain', 'ferry'] as const
export type RoadClass = (typeof roadClasses)[number]
