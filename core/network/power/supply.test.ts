import { bareDevice, newPort } from '../../plan'
import type { Site } from '../../plan'
import { STARTER_TYPES } from '../../plan'
import { cable } from '~/tests/kit/leakYard'
import { withDevice, withPort, yard } from '~/tests/kit/yard'
import { ALL_ON, darkDevices } from './supply'

const why = (site: Site, id: string, world = ALL_ON) => darkDevices(site, world).get(id)

test('everything has power in a sound plan', () => {
  expect([...darkDevices(yard()).values()].every((one) => one === null)).toBe(true)
})

test('PoE off, no cable, a dead switch, a pulled cable: each says what is missing', () => {
  expect(why(withPort(yard(), 'switch', 3, { poe: false }), 'ap-shop')).toBe(
    'PoE is off on Chandlery switch port 3.',
  )
  const loose = { ...yard(), links: yard().links.filter(({ id }) => id !== 'l-ap') }
  expect(why(loose, 'ap-shop')).toBe('No cable brings it power.')
  expect(why(yard(), 'ap-shop', { ...ALL_ON, switchedOn: (id) => id !== 'switch' })).toBe(
    'Chandlery switch has no power itself, so it gives none.',
  )
  expect(why(yard(), 'ap-shop', { ...ALL_ON, up: (id) => id !== 'switch' })).toBe(
    'Chandlery switch is not up, so it gives no power.',
  )
  expect(why(yard(), 'ap-shop', { ...ALL_ON, plugged: (id) => id !== 'l-ap' })).toBe('Its cable is pulled.')
})

test('the budget is used up port by port, in order', () => {
  const types = yard().deviceTypes.map((type) =>
    type.id === 't-switch8' ? { ...type, poeBudgetW: 40 } : type,
  )
  const small = { ...yard(), deviceTypes: types }
  expect(why(small, 'controller')).toBeNull()
  expect(why(small, 'ap-shop')).toContain('no budget left for class 4')
})

test('an injector in the cable passes power on, whatever the switch port says', () => {
  const type = STARTER_TYPES.find(({ id }) => id === 't-injector')!
  const box = {
    ...bareDevice('inj', 'Injector', 'injector'),
    typeId: type.id,
    ports: [newPort(1, null), newPort(2, null)],
  }
  const off = withPort(yard(), 'switch', 3, { poe: false })
  const site: Site = {
    ...off,
    deviceTypes: [...off.deviceTypes.filter(({ id }) => id !== type.id), type],
    devices: [...off.devices, box],
    links: [
      ...off.links.filter(({ id }) => id !== 'l-ap'),
      cable('l-in', ['switch', 3], ['inj', 1]),
      cable('l-out', ['inj', 2], ['ap-shop', 1]),
    ],
  }
  expect(why(site, 'ap-shop')).toBeNull()
  expect(why(site, 'ap-shop', { ...ALL_ON, switchedOn: (id) => id !== 'inj' })).toBe(
    'Injector has no power itself, so it gives none.',
  )
})

test('a device with its own supply asks no cable', () => {
  const site = withDevice(withPort(yard(), 'switch', 3, { poe: false }), 'ap-shop', { powerSource: 'supply' })
  expect(why(site, 'ap-shop')).toBeNull()
})
