import { seededRandom } from '../../lib/random'
import { contention, slotShares, speaksChance, stagesOf } from '.'

test('alone: half the window and one slot', () => {
  expect(speaksChance(0, 15, 6)).toBeCloseTo(2 / 17, 12)
  expect(contention(1, 15, 6)).toEqual({ tau: speaksChance(0, 15, 6), p: 0 })
  expect(stagesOf(15, 1023)).toBe(6)
})

test('no hole at one half, where the closed form divides by nothing', () => {
  expect(speaksChance(0.5, 31, 5)).toBeCloseTo(2 / (1 + 32 + 0.5 * 32 * 5), 12)
  expect(Math.abs(speaksChance(0.5 + 1e-9, 31, 5) - speaksChance(0.5 - 1e-9, 31, 5))).toBeLessThan(1e-8)
})

/** Stations that draw and count down slot by slot: the fixed point must be where they end up. */
function simulated(
  stations: number,
  cwMin: number,
  stages: number,
  slots: number,
): { tau: number; p: number } {
  const random = seededRandom(stations)
  const stage = new Array<number>(stations).fill(0)
  const draw = (s: number) => Math.floor(random() * ((cwMin + 1) * 2 ** s))
  const left = stage.map(draw)
  let [spoken, lost] = [0, 0]
  for (let slot = 0; slot < slots; slot++) {
    const speaking = left.flatMap((count, i) => (count === 0 ? [i] : []))
    spoken += speaking.length
    if (speaking.length > 1) lost += speaking.length
    for (let i = 0; i < stations; i++) {
      if (left[i]! > 0) {
        left[i]!--
        continue
      }
      stage[i] = speaking.length > 1 ? Math.min(stages, stage[i]! + 1) : 0
      left[i] = draw(stage[i]!)
    }
  }
  return { tau: spoken / slots / stations, p: lost / spoken }
}

test.each([2, 5, 10, 20])('%d stations counted down slot by slot end up at the fixed point', (n) => {
  const [made, found] = [simulated(n, 15, 6, 400_000), contention(n, 15, 6)]
  expect(Math.abs(found.p - made.p)).toBeLessThan(0.012)
  expect(Math.abs(found.tau / made.tau - 1)).toBeLessThan(0.04)
})

test('the slot sum: chances add up to one, and a collision lasts as long as its longest frame', () => {
  const { tau } = contention(3, 15, 6)
  const equal = Array.from({ length: 3 }, () => ({ successUs: 100, collisionUs: 80 }))
  const { idleShare, eachSucceeds, collisionShare, meanSlotUs } = slotShares(equal, tau, 9)
  expect(idleShare + 3 * eachSucceeds + collisionShare).toBeCloseTo(1, 12)
  expect(meanSlotUs).toBeCloseTo(9 * idleShare + 300 * eachSucceeds + 80 * collisionShare, 9)
  const mixed = [
    { successUs: 100, collisionUs: 1000 },
    { successUs: 100, collisionUs: 10 },
  ]
  const two = slotShares(mixed, 0.5, 9)
  // Both speak a quarter of the time, and then it lasts as long as the longer one.
  expect(two.meanSlotUs).toBeCloseTo(0.25 * 9 + 0.25 * 100 * 2 + 0.25 * 1000, 9)
})
