import { describe, expect, test } from 'vitest'
import { secretsIn } from './screen'

const secrets = {
  customerName: 'Snowmelt Potato Growers',
  hiddenFreight: 'Lithium batteries',
  amountsMinor: [285_000, 248_000, null],
}

describe('what must not leave', () => {
  test.each([
    ['Load for Snowmelt Potato Growers, call first', 'customer'],
    ['SNOWMELT POTATO dock 4', 'customer'],
    ['s n o w m e l t p o t a t o g r o w e r s', 'customer'],
    ['Snowmelt-Potato-Growers.pdf', 'customer'],
    ['Careful, lithium batteries', 'freight'],
    ['BATTERY? no: Lithium Batteries inside', 'freight'],
    ['SELLS FOR 2,8 50', 'amount'],
    ['pays 2850 to us', 'amount'],
    ['2.850 all in', 'amount'],
    ['$2,850.00', 'amount'],
    ['max 2480', 'amount'],
  ])('“%s” tells %s', (text, what) => expect(secretsIn(text, secrets).join()).toContain(what))
  test.each([
    ['Driver checks in at gate 2'],
    ['Two straps, 30 min early'],
    ['Potatoes, keep at 36 F'],
    ['Call 208-555-0150'],
    ['42,300 lb on 22 pallets'],
    ['Pickup 28-50'],
  ])('“%s” tells nothing', (text) => expect(secretsIn(text, secrets)).toEqual([]))
  test('a name of one telling word is found by it, and one of none only whole', () => {
    expect(secretsIn('for Heronwood', { ...secrets, customerName: 'Heronwood Foods Inc' })).toHaveLength(1)
    expect(secretsIn('fresh farm eggs', { ...secrets, customerName: 'The Egg Farm' })).toEqual([])
    expect(secretsIn('for The Egg Farm', { ...secrets, customerName: 'The Egg Farm' })).toHaveLength(1)
  })
})
