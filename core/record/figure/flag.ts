/** Charges drawn on a 24 × 18 field, each a figure of its own so that flags differ without colour. */
const CHARGES = [
  'M0 0H12V18H0Z',
  'M0 9H24V18H0Z',
  'M0 0H24L0 18Z',
  'M0 6H24V12H0Z',
  'M8 0H16V18H8Z',
  'M0 0 12 9 0 18Z',
  'M12 3 20 9 12 15 4 9Z',
  'M0 0H12V9H0ZM12 9H24V18H12Z',
  'M9 0H15V6H24V12H15V18H9V12H0V6H9Z',
  'M0 0H6V18H0ZM18 0H24V18H18Z',
  'M0 0H24V4H0ZM0 14H24V18H0Z',
  'M12 4A5 5 0 1 1 12 14A5 5 0 1 1 12 4Z',
  'M0 18 12 4 24 18Z',
]

/** Dyes: field and charge, dark on light or light on dark, none of them red, amber and green together. */
const DYES = [
  ['#f4efe0', '#1d3f66'],
  ['#17616b', '#f4efe0'],
  ['#e7c765', '#3b2d5e'],
  ['#f4efe0', '#7d3a1f'],
  ['#2c2f52', '#e7c765'],
  ['#d5e3ea', '#123a52'],
  ['#6a2c4f', '#f0dfe7'],
] as const

/**
 * The flag of a VLAN: geometry and dyes follow from its id alone, so it is the same on every screen and site. Thirteen
 * charges and seven dyes have no common factor, so 91 ids in a row, or in tens or dozens, fly 91 different flags.
 */
export function flagOf(vlanId: number): { field: string; charge: string; path: string } {
  const path = CHARGES[vlanId % CHARGES.length] ?? ''
  const [field, charge] = DYES[(vlanId * 3) % DYES.length] ?? DYES[0]
  return { field, charge, path }
}
