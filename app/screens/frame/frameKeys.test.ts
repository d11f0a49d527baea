import { STAGES } from '~/core/guide/order/stageList'
import { FRAME_KEYS, allKeys, frameKeyOf } from './frameKeys'

const press = (key: string, part: object = {}) =>
  frameKeyOf({ key, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, ...part })

test.each([
  ['l', {}, 'log'],
  ['?', { shiftKey: true }, 'keys'],
  ['Escape', {}, 'close'],
  ['k', { ctrlKey: true }, 'palette'],
  ['k', { metaKey: true }, 'palette'],
  ['z', { ctrlKey: true }, 'undo'],
  ['Z', { ctrlKey: true, shiftKey: true }, 'redo'],
  ['k', {}, null],
  ['l', { ctrlKey: true }, null],
  ['l', { altKey: true }, null],
  ['Enter', {}, null],
])('%s %j is %s', (key, part, name) => {
  expect(press(key, part)).toBe(name)
})

test('no two keys are written alike, and the list has every one with what it does', () => {
  const written = allKeys().map(({ keys }) => keys)
  expect(new Set(written).size).toBe(written.length)
  for (const { keys } of Object.values(FRAME_KEYS)) if (keys !== 'g') expect(written).toContain(keys)
  for (const { key, name } of STAGES)
    expect(allKeys()).toContainEqual({ keys: `g ${key}`, does: `go to ${name}` })
})
