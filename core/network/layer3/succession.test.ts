import { seededRandom } from '../../lib/random'
import { applyEdits, deviceOf, isSetByPort, linkAt } from '../../plan'
import type { Device, Port, Site } from '../../plan'
import { planTwin } from '../../radio/backhaul'
import { boatyard, demoYard } from '~/tests/kit/yard'
import { missingVlans } from '../../judge/findings/vlanPath'
import { attachmentsOf } from '../layer2'
import { FREE_OF_DEVICE, FREE_OF_PLAN } from '../layer2/change'
import { possibleAddresses } from './address'
import { matrixOf } from './matrix'
import type { ReachCell } from './matrix'
import { twinOf } from './twin'
import type { Twin } from './twin'

/** A plan whose every record is another object: nothing that was kept can be used for it. */
const anew = (site: Site): Site => structuredClone(site)

const VLANS = [1, 10, 12, 20, 24, 60, 72]

const setPort = (site: Site, { id }: Device, port: Port): Site =>
  applyEdits(site, [{ op: 'port', deviceId: id, port }])

/** Every place of the site with what is heard from there: the ports where frames come out, in words. */
const heard = ({ fabric, segments }: Twin): Record<string, string> =>
  Object.fromEntries(
    [...fabric.nodes].flatMap(([deviceId, { ports }]) =>
      [...ports.keys()].map((key) => {
        const segment = segments.from({ deviceId, key })
        return [
          `${deviceId} ${key}`,
          segment ? `${segment.ends.join('')} ${segment.loops.length}` : 'dropped',
        ]
      }),
    ),
  )

test.each([
  ['the demo', demoYard(), 1],
  ['the demo', demoYard(), 2],
  ['the boatyard', boatyard(), 3],
  ['the boatyard', boatyard(), 4],
])(
  '%s: after any setting of any port all is as it would be worked out anew (seed %#)',
  (_name, first, seed) => {
    const random = seededRandom(seed)
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
    let site = first
    matrixOf(planTwin(site))
    const sorting = site.devices.filter((device) => isSetByPort(device) && device.ports.length > 1)
    for (let i = 0; i < 14; i++) {
      const device = deviceOf(site, pick(sorting).id)!
      const cabled = device.ports.filter(({ number }) => linkAt(site, { deviceId: device.id, port: number }))
      site = setPort(site, device, {
        ...pick(random() < 0.8 && cabled.length > 0 ? cabled : device.ports),
        mode: pick(['trunk', 'access']),
        nativeVlan: pick([...VLANS, null]),
        taggedVlans: VLANS.filter(() => random() < 0.5),
        admit: pick(['all', 'all', 'taggedOnly', 'untaggedOnly']),
        ingressFilter: random() < 0.7,
      })
      const [kept, fresh] = [planTwin(site), planTwin(anew(site))]
      expect(heard(kept)).toEqual(heard(fresh))
      expect(matrixOf(kept)).toEqual(matrixOf(fresh))
    }
  },
)

/** A plan in which nobody can read what no frame and no address depends on. */
const unreadable = (site: Site): Site => {
  const hide = <T extends object>(record: T, fields: ReadonlySet<keyof T>): T =>
    Object.defineProperties(
      { ...record },
      Object.fromEntries(
        [...fields].map((field) => [
          field,
          {
            get: () => {
              throw new Error(`${String(field)} is read`)
            },
          },
        ]),
      ),
    )
  const free = (fields: ReadonlySet<string>, ...but: string[]) =>
    new Set([...fields].filter((field) => !but.includes(field)))
  return hide(
    {
      ...site,
      devices: site.devices.map((device) =>
        hide(device, free(FREE_OF_DEVICE, 'ports') as ReadonlySet<keyof Device>),
      ),
    },
    free(FREE_OF_PLAN, 'devices') as ReadonlySet<keyof Site>,
  )
}

test.each([
  ['the demo', demoYard()],
  ['the boatyard', boatyard()],
])('%s: what is held free of frames and addresses is not read for them', (_name, site) => {
  const hidden = twinOf(unreadable(site))
  const open = twinOf(anew(site))
  expect(heard(hidden)).toEqual(heard(open))
  expect(matrixOf(hidden)).toEqual(matrixOf(open))
  expect(missingVlans(hidden).map(({ vlanIds }) => vlanIds)).toEqual(
    missingVlans(open).map(({ vlanIds }) => vlanIds),
  )
  for (const attachment of attachmentsOf(site))
    expect(possibleAddresses(hidden, attachment)).toEqual(possibleAddresses(open, attachment))
})

describe('what is taken over', () => {
  const site = boatyard()
  const device = site.devices.find(({ id }) => id === 'switch')!
  const trunk = device.ports.find(({ taggedVlans }) => taggedVlans.length > 1)!
  const [first] = trunk.taggedVlans
  const without = setPort(site, device, { ...trunk, taggedVlans: trunk.taggedVlans.slice(1) })
  const own = site.networks.find(({ vlanId }) => vlanId === first)!
  let before: Twin
  let cells: ReachCell[]
  beforeAll(() => {
    before = planTwin(site)
    cells = matrixOf(before)
  })
  const again = (later: Site) => matrixOf(planTwin(later)).filter((cell) => cells.includes(cell))

  test('cells that the VLAN of a trunk has nothing to do with are the very same; its own are not', () => {
    const same = again(without)
    expect(same.length).toBeGreaterThan(0)
    expect(same.filter(({ fromNetworkId }) => fromNetworkId === own.id)).toEqual([])
  })

  test('of a plan that says the same, all of them', () => {
    const now = matrixOf(planTwin({ ...site }))
    const later = matrixOf(planTwin({ ...site }))
    expect(later.filter((cell) => now.includes(cell))).toEqual(now)
  })

  test.each<[string, () => Site]>([
    ['a wall', () => ({ ...site, walls: site.walls.slice(1) })],
    [
      'an access point elsewhere, on another channel',
      () => ({
        ...site,
        devices: site.devices.map((one) =>
          one.radios.length === 0 || one.position === null
            ? one
            : {
                ...one,
                position: { ...one.position, heightM: one.position.heightM + 0.5 },
                radios: one.radios.map((radio) => ({ ...radio, powerDbm: 3 })),
              },
        ),
      }),
    ],
  ])('all of it where no frame depends on what differs: %s', (_what, made) => {
    const now = matrixOf(planTwin({ ...site }))
    const later = made()
    expect(matrixOf(planTwin(later))).toEqual(matrixOf(planTwin(anew(later))))
    expect(matrixOf(planTwin(later)).filter((cell) => now.includes(cell))).toEqual(now)
  })

  test.each<[string, () => Site]>([
    ['another network', () => ({ ...site, networks: site.networks.map((one) => ({ ...one })) })],
    ['a cable less', () => ({ ...site, links: site.links.slice(1) })],
    ['a device in another place of the list', () => ({ ...site, devices: [...site.devices].reverse() })],
    [
      'the VLAN that a device is managed in',
      () => setPort(site, device, { ...device.ports[0]!, nativeVlan: 60, taggedVlans: [] }),
    ],
    [
      'another name',
      () => ({
        ...site,
        devices: site.devices.map((one) => (one === device ? { ...one, name: 'Otherwise' } : one)),
      }),
    ],
  ])('nothing where more is different: %s', (_what, made) => {
    expect(again(made())).toEqual([])
  })

  test('a laptop on the plan of before still sees it as it was', () => {
    planTwin(without)
    expect(matrixOf(before)).toBe(cells)
    expect(heard(before)).toEqual(heard(planTwin(anew(site))))
  })
})
