import { type Office, plainOffice } from '#core/office/office'

/** The brokerage of the tests, in Pocatello. */
export const testOffice: Office = {
  ...plainOffice,
  name: 'Plover & Rook Freight',
  legalName: 'Plover & Rook Freight LLC',
  mcNumber: '0911842',
  dotNumber: '2918473',
  address: ['418 Lavabed Way, Suite 2', 'Pocatello, ID 83201'],
  phone: '208-555-0100',
  mail: 'desk@ploverrook.example',
  zone: 'America/Boise',
  numbers: { ...plainOffice.numbers, loadPrefix: 'PR', firstLoad: 20_001 },
}
