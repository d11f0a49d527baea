import { applyEdits } from '~/core/plan'
import { demoYard } from '~/tests/kit/yard'
import { recordKey } from './recordKey'

const site = demoYard()
const [first, second] = site.devices
const renamed = (id: string, name: string) => {
  const device = site.devices.find((one) => one.id === id)!
  // As it comes from a form or from the server: every part of it another object.
  return applyEdits(site, [
    { op: 'put', collection: 'devices', record: structuredClone({ ...device, name }) },
  ])
}

test('a record keeps its key while others change, and where it is put as it was', () => {
  const key = recordKey(first!)
  expect(recordKey(renamed(second!.id, 'Other').devices[0]!)).toBe(key)
  expect(recordKey(renamed(first!.id, first!.name).devices[0]!)).toBe(key)
})

test('a record that says something else has another, and no two have the same', () => {
  const keys = [...site.devices, renamed(first!.id, 'Other').devices[0]!].map(recordKey)
  expect(new Set(keys).size).toBe(keys.length)
})
