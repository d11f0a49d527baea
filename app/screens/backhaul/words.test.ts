import { demoYard, withDevice } from '~/tests/kit/yard'
import { mbpsText } from '~/core/radio/airtime'
import { declutter } from '../ground/declutter'
import { toScreen, viewOf } from '../ground/useView'
import { wordsAlong } from './FeedLines'

const yard = demoYard()
const size = { width: 800, height: 400 }
const view = viewOf({ min: [0, 0], max: [240, 160] }, size)

test('words stand along each radio link between its two devices, and nowhere else', () => {
  const boxes = wordsAlong(yard, view, size)
  expect(boxes).toHaveLength(2 * 13)
  const [a, b] = ['ap-gable', 'ap-work-1'].map((id) =>
    toScreen(view, size, yard.devices.find((one) => one.id === id)!.position!.at),
  )
  const middle = [(a![0] + b![0]) / 2, (a![1] + b![1]) / 2]
  expect(
    boxes.some(
      ({ left, right, top, bottom }) =>
        left <= middle[0]! && middle[0]! <= right && top <= middle[1]! && middle[1]! <= bottom,
    ),
  ).toBe(true)
  expect(
    wordsAlong({ ...yard, devices: yard.devices.map((device) => ({ ...device, air: null })) }, view, size),
  ).toEqual([])
})

test('a device without a place has no words', () => {
  expect(wordsAlong(withDevice(yard, 'ap-work-1', { position: null }), view, size)).toHaveLength(13)
})

test('a name at the foot of a link steps aside', () => {
  const boxes = wordsAlong(yard, view, size)
  const [x, y] = toScreen(view, size, yard.devices.find(({ id }) => id === 'ap-gable')!.position!.at)
  const label = { key: 'gable', x, y, width: 60, height: 12 }
  const free = declutter([label]).get('gable')!
  const kept = declutter([label], boxes).get('gable')!
  const meets = (at: { x: number; y: number }) =>
    boxes.some((box) => at.x < box.right && box.left < at.x + 60 && at.y - 12 < box.bottom && box.top < at.y)
  expect(meets(free)).toBe(true)
  expect(meets(kept)).toBe(false)
})

test('rates: whole above ten, one digit below, nothing is nothing', () => {
  expect([0, 0.44, 9.96, 10, 337.4].map(mbpsText)).toEqual(['0', '0.4', '10.0', '10', '337'])
})
