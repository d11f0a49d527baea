import { boatyard } from '~/tests/kit/yard'
import { applyEdits } from './edits'
import { uplinkEdits } from './radioUplinks'

const yard = boatyard()
const box = (id: string, site = yard) => site.devices.find((device) => device.id === id)!

test('a chain of devices: the middle one is child and parent, and is written once', () => {
  const edits = uplinkEdits([
    { child: box('ap-gate'), parent: box('ap-shop') },
    { child: box('ap-cafe'), parent: box('ap-gate'), part: { band: '2.4' } },
  ])
  expect(edits).toHaveLength(3)
  const site = applyEdits(yard, edits)
  expect(box('ap-gate', site)).toMatchObject({
    air: { deviceId: 'ap-shop', way: 'mesh', pinned: true, band: '5' },
    mesh: { takesChildren: true, seeksParent: true },
  })
  expect(box('ap-cafe', site).air).toMatchObject({ deviceId: 'ap-gate', band: '2.4' })
  expect(box('ap-shop', site).mesh).toMatchObject({ takesChildren: true, seeksParent: false })
})

test('the reason that is written down stays, an SSID that was joined does not', () => {
  const [edit] = uplinkEdits([
    {
      child: {
        ...box('ap-cafe'),
        air: {
          deviceId: 'ap-hard',
          ssidId: 'ssid-crew',
          enterprise: false,
          way: 'station',
          band: '5',
          pinned: false,
          reason: 'no duct',
          near: null,
          far: null,
        },
      },
      parent: { ...box('ap-gate'), mesh: { takesChildren: true, seeksParent: false, ownBand: null } },
    },
  ])
  expect(edit).toMatchObject({
    record: { air: { deviceId: 'ap-gate', way: 'mesh', ssidId: null, reason: 'no duct' } },
  })
})
