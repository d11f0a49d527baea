import { canServeClass, pdLimitW, poeClassFigures, pseLimitW } from '~/core/network/power'

/** Source: IEEE 802.3-2022 tables 33-7, 33-18 (classes 0–4), 145-11, 145-26 (classes 5–8); values from memory. */
test.each([
  [0, 15.4, 12.95],
  [1, 4, 3.84],
  [2, 7, 6.49],
  [3, 15.4, 12.95],
  [4, 30, 25.5],
  [5, 45, 40],
  [6, 60, 51],
  [7, 75, 62],
  [8, 90, 71.3],
])('class %i: %d W at the switch, %d W at the device', (poeClass, pseW, pdW) => {
  expect(poeClassFigures(poeClass)).toMatchObject({ pseW, pdW })
})

test('the cable may eat the difference: more is sourced than may be drawn, in every class', () => {
  for (let poeClass = 0; poeClass <= 8; poeClass++) {
    const { pseW, pdW } = poeClassFigures(poeClass)
    expect(pseW).toBeGreaterThan(pdW)
  }
})

test.each([
  ['802.3af', 15.4, 12.95, 3],
  ['802.3at', 30, 25.5, 4],
  ['802.3bt-3', 60, 51, 6],
  ['802.3bt-4', 90, 71.3, 8],
] as const)('%s serves up to %d W', (standard, pseW, pdW, highest) => {
  expect([pseLimitW(standard), pdLimitW(standard)]).toEqual([pseW, pdW])
  for (let poeClass = 0; poeClass <= 8; poeClass++)
    expect(canServeClass(standard, poeClass)).toBe(poeClass <= highest)
})

test.each([-1, 9, 2.5])('there is no class %d', (poeClass) =>
  expect(() => poeClassFigures(poeClass)).toThrow(RangeError),
)
