import { seededRandom } from '../../lib/random'
import { matrixOf } from '../../network/layer3'
import { applyEdits, newPort } from '../../plan'
import type { Device, Edit, Site } from '../../plan'
import { planTwin } from '../../radio/backhaul'
import { sameGround } from '../../radio/sameGround'
import { demoYard } from '~/tests/kit/yard'
import { findings } from '.'

/** A plan whose every record is another object: nothing that was kept can be used for it. */
const anew = (site: Site): Site => structuredClone(site)

const VLANS = [1, 10, 20, 24, 30, 60]

/** One thing changed somewhere, as forms change it: the rest of the plan stays the same objects. */
function randomEdit(site: Site, random: () => number): Edit {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  const device = pick(site.devices)
  const put = (record: Device): Edit => ({ op: 'put', collection: 'devices', record })
  const port = pick(device.ports)
  switch (Math.floor(random() * 7)) {
    case 0:
      return put({
        ...device,
        radios: device.radios.map((one) => ({ ...one, channel: pick([1, 6, 36, 44]) })),
      })
    case 1:
      return device.position
        ? put({ ...device, position: { ...device.position, at: [random() * 90, random() * 60] } })
        : put({ ...device, name: `${device.name} ${Math.floor(random() * 9)}` })
    case 2:
      return { op: 'put', collection: 'networks', record: { ...pick(site.networks), routedBy: null } }
    case 3:
      return { op: 'remove', collection: 'links', id: pick(site.links).id }
    case 4:
      return {
        op: 'describe',
        header: { ground: { ...site.ground, channelPlan24: pick(['1-6-11', '1-5-9-13']) } },
      } as Edit
    default:
      return {
        op: 'port',
        deviceId: device.id,
        port: {
          ...(port ?? newPort(1)),
          mode: 'trunk',
          nativeVlan: pick(VLANS),
          taggedVlans: VLANS.filter(() => random() < 0.5),
          poe: random() < 0.5,
        },
      }
  }
}

test.each([1, 2, 3])('what is kept from plan to plan never shows: seed %i', (seed) => {
  const random = seededRandom(seed)
  let site = demoYard()
  findings(site)
  for (let i = 0; i < 8; i++) {
    site = applyEdits(site, [randomEdit(site, random)])
    const [kept, fresh] = [anew(site), anew(site)]
    expect(findings(site)).toEqual(findings(kept))
    expect(matrixOf(planTwin(site))).toEqual(matrixOf(planTwin(fresh)))
  }
})

describe('the same on the ground', () => {
  const site = demoYard()
  const changed = (device: Device, part: Partial<Device>): Site =>
    applyEdits(site, [{ op: 'put', collection: 'devices', record: { ...device, ...part } }])
  const bare = site.devices.find(({ radios, ports }) => radios.length === 0 && ports.length > 2)!
  const radioed = site.devices.find(({ radios, ports }) => radios.length > 0 && ports.length > 0)!

  test('a socket set otherwise on a device without a radio', () => {
    const before = sameGround(site)
    expect(sameGround(changed(bare, { ports: bare.ports.slice(1) }))).toBe(before)
  })

  test.each([
    ['a socket of a device with a radio, which a mend would put back', () => changed(radioed, { ports: [] })],
    ['another name', () => changed(bare, { name: 'Otherwise' })],
    ['a radio', () => changed(radioed, { radios: [] })],
    ['a wall', () => ({ ...site, walls: [...site.walls] })],
    ['another country', () => ({ ...site, country: 'NO' })],
    ['a device less', () => ({ ...site, devices: site.devices.slice(1) })],
  ])('not the same: %s', (_what, made) => {
    sameGround(site)
    const other = made()
    expect(sameGround(other)).toBe(other)
  })
})
