/**
 * The order of segments in the transaction sets we know (ASC X12 004010; what 003040 and 005010 order otherwise is allowed as well).
 *
 *   ID requirement most           a segment, in its place; `>` is without limit
 *   ( ID requirement most …       a loop that the segment begins, so many times; its segments follow, then `)`
 *
 * A loop is asked for exactly when its first segment is.
 */
export const setTables = {
  '204': `
    ST M 1  B2 M 1  B2A M 1  L11 O >  N9 O >  G62 O 3  MS3 O 1  AT5 O >  PLD O 1  LH6 O 6  NTE O 10  K1 O 10
    ( N1 O 10  N2 O 2  N3 O 2  N4 O 1  L11 O >  N9 O >  G61 O 3 )
    ( N7 O 10  N7A O 1  N7B O 1  MEA O 1  M7 O 2  N9 O > )
    ( S5 M 999  L11 O 50  N9 O 50  G62 O 4  AT8 O 1  LAD O 999  AT5 O 6  PLD O 1  NTE O 20  K1 O 10
      ( N1 O 5  N2 O 2  N3 O 2  N4 O 1  L11 O >  G61 O 3 )
      ( L5 O 99  AT8 O 1  ( G61 O 99  L11 O >  LH6 O 6  ( LH1 O 25  LH2 O 4  LH3 O 10  LFH O 20  LEP O >  LH4 O 1  LHT O 3 ) ) )
      ( OID O 999  G62 O 2  LAD O >
        ( L5 O 99  AT8 O 1  ( G61 O 99  L11 O >  LH6 O 6  ( LH1 O 25  LH2 O 4  LH3 O 10  LFH O 20  LEP O >  LH4 O 1  LHT O 3 ) ) ) )
      ( N7 O 10  N7A O 1  N7B O 1  MEA O 1  M7 O 2 ) )
    L3 O 1  SE M 1`,
  '990': `ST M 1  B1 M 1  N9 O >  G62 O 6  L9 O >  N7 O 1  V9 O 10  K1 O 10  SE M 1`,
  '214': `
    ST M 1  B10 M 1  L11 O 300  N9 O 300  MAN O 9999  K1 O 10
    ( N1 O 10  N2 O 1  N3 O 2  N4 O 1  G62 O 1  L11 O 5  N9 O 5 )
    ( MS3 O 12  L11 O 5 )
    ( LX O 999999
      ( AT7 O 10  MS1 O 1  MS2 O 1  L11 O 10  N9 O 10  MAN O 9999 )
      L11 O 10  N9 O 10  MAN O 9999  Q7 O 10  K1 O 10  AT5 O 10  AT8 O 10
      ( CD3 O 999999  L11 O 20  N9 O 20  Q7 O 10  AT8 O 10  MAN O 9999 )
      ( NM1 O 999999  L11 O 10 )
      ( PRF O >  L11 O 10 )
      ( SPO O 999999  SDQ O 10 ) )
    SE M 1`,
  '210': `
    ST M 1  B3 M 1  C2 O 1  C3 O 1  ITD O 1  L11 O 300  N9 O 300  G62 O 6  R3 O 12  H3 O 6  K1 O 10
    ( N1 O 10  N2 O 2  N3 O 2  N4 O 1  L11 O 5  N9 O 5 )
    ( N7 O 10  M7 O 2 )
    ( SPO O 999999  SDQ O 10 )
    ( S5 O 999  L11 O 10  N9 O 10  G62 O 10  H3 O 6
      ( SPO O 999999  SDQ O 10 )
      ( N1 O 2  N2 O 1  N3 O 2  N4 O 1  L11 O 5  N9 O 5  ( N7 O 10  M7 O 2 ) ) )
    ( LX M 9999  L11 O 5  N9 O 5  POD O 5  L5 O 30  H1 O 3  H2 O 2  L0 O 10  L1 O 50  L4 O 10  L7 O 10  K1 O 10
      ( SPO O 999999  SDQ O 10 )
      ( N1 O 999999  N2 O 1  N3 O 2  N4 O 1  L11 O 5  N9 O 5  ( CD3 O 999999  L11 O >  N9 O > ) ) )
    L3 O 1  SE M 1`,
  '997': `ST M 1  AK1 M 1  ( AK2 O 999999  ( AK3 O 999999  AK4 O 99 )  AK5 M 1 )  AK9 M 1  SE M 1`,
} as const

export type SetId = keyof typeof setTables
export const setIds = Object.keys(setTables) as SetId[]

/** The functional group (GS01) that each set travels in. */
export const groupOfSet: Record<SetId, string> = { '204': 'SM', '990': 'GF', '214': 'QM', '210': 'IM', '997': 'FA' }
