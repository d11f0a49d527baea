import { planTwin } from '../../radio/backhaul'
import { matrixOf, reach } from '../../network/layer3'
import { attachmentOf } from '../../network/layer2'
import type { Site } from '../../plan'
import { bareDevice, newPort } from '../../plan'
import { cable, leakYard, plain } from '~/tests/kit/leakYard'
import { boatyard, demoYard, seen, withDevice, withManagement, withPart, withPort } from '~/tests/kit/yard'
import { adr1 } from './adr1'
import { adr3 } from './adr3'
import { adr5 } from './adr5'
import { iso1 } from './iso1'
import { rad3 } from './rad3'
import { vln1 } from './vln1'
import { vln2 } from './vln2'

const cell = (site: Site, from: string, to: string) =>
  matrixOf(planTwin(site)).find(
    ({ fromNetworkId, target }) =>
      fromNetworkId === from && target.kind === 'network' && target.networkId === to,
  )!

describe('a native VLAN of guests on the trunk of the gate hut', () => {
  // All but the native tagged, as the example of the trade has it.
  const site = withPort(demoYard(), 'sw-gate', 1, { nativeVlan: 60, taggedVlans: [12, 24, 36, 48] })

  test('the matrix says that guests get through, with an address of the gear', () => {
    const found = cell(site, 'berths', 'crew')
    expect(found).toMatchObject({ verdict: 'inPart', getsThrough: true })
    expect(found.oddOnes).toContain('an address of Yard gear')
    expect(cell(demoYard(), 'berths', 'crew')).toMatchObject({ verdict: 'keptOut', getsThrough: false })
  })

  test('the trace says reached, and not as planned', () => {
    const guest = attachmentOf(site, 'ssid:ap-gate:ssid-berth')!
    const answer = reach(planTwin(site), guest, { kind: 'network', networkId: 'crew' })
    expect(answer).toMatchObject({ outcome: 'foreign', answered: true })
    expect(answer.stages.at(-1)?.ok).toBe(true)
  })

  test('and each requirement that forbids it has its finding', () => {
    const pairs = seen(iso1, site).map(({ where }) => where.map(({ id }) => id).join(' '))
    expect(pairs).toEqual(
      expect.arrayContaining(['berths gear', 'berths tills', 'berths crew', 'berths cameras']),
    )
    expect(seen(iso1, demoYard())).toEqual([])
  })
})

describe('VLN-2 by what frames do', () => {
  const through = (site: Site, ...ids: string[]): Site => ({
    ...site,
    devices: [...site.devices, ...ids.map(plain)],
    links: [
      ...site.links.filter(({ id }) => id !== 'l-far'),
      ...['switch', ...ids].map((id, i) =>
        cable(`l-${i}`, [id, i === 0 ? 8 : 2], i === ids.length ? ['far', 1] : [ids[i]!, 1]),
      ),
    ],
  })
  const wrong = withPort(leakYard(), 'far', 1, { nativeVlan: 60, taggedVlans: [12, 24, 36, 48] })

  test.each([[[]], [['p1']], [['p1', 'p2']], [['p1', 'p2', 'p3']]])(
    'through the plain devices %j, once for the pair',
    (ids) => {
      const site = through(wrong, ...ids)
      expect(seen(vln2, site).map(({ where }) => where.map(({ id }) => id).sort())).toEqual([
        ['far', 'switch'],
      ])
      expect(seen(vln2, through(leakYard(), ...ids))).toEqual([])
    },
  )

  test('one plain device that joins three: each pair once', () => {
    const site = through(wrong, 'p1')
    const third = { ...bareDevice('third', 'Third switch', 'switch'), ports: [newPort(1, 24)] }
    const all = {
      ...site,
      devices: [...site.devices, third],
      links: [...site.links, cable('l-3', ['p1', 3], ['third', 1])],
    }
    expect(seen(vln2, all)).toHaveLength(3)
  })
})

describe('addresses as they really are', () => {
  test('one of three cameras with a wrong gateway: in part, and it is named', () => {
    const site = withManagement(leakYard(), 'cam-b', { gateway: '172.27.48.9' })
    expect(cell(site, 'crew', 'cameras')).toMatchObject({ verdict: 'inPart' })
    expect(cell(site, 'crew', 'cameras').oddOnes).toContain(
      'o Camera b: Camera b sends its answer to 172.27.48.9',
    )
    expect(cell(leakYard(), 'crew', 'cameras')).toMatchObject({ verdict: 'reaches', oddOnes: null })
  })

  test('two of three cut off: in part, and both are named', () => {
    const off = { nativeVlan: 99 }
    const site = withPort(withPort(leakYard(), 'far', 2, off), 'far', 3, off)
    expect(cell(site, 'crew', 'cameras')).toMatchObject({ verdict: 'inPart' })
    expect(cell(site, 'crew', 'cameras').oddOnes).toMatch(/Camera a and Camera b/)
  })

  test.each(['10.9.8.7', '172.27.24.3'])('a controller with %s is not reached at its place', (ip) => {
    const site = withManagement(leakYard(), 'controller', { ip })
    const from = attachmentOf(site, 'port:switch:6')!
    const target = { kind: 'controller', deviceId: 'controller' } as const
    expect(reach(planTwin(leakYard()), from, target).answered).toBe(true)
    expect(reach(planTwin(site), from, target).answered).toBe(false)
    expect(seen(adr3, site)).toHaveLength(1)
  })

  test('a login server at a foreign address fails the login, in the matrix as in the findings', () => {
    const site = withManagement(boatyard(), 'radius', { ip: '10.9.8.7' })
    const office = attachmentOf(site, 'ssid:ap-work-1:ssid-office')!
    expect(reach(planTwin(site), office, { kind: 'internet' }).summary).toContain(
      'does not reach Login server',
    )
    expect(reach(planTwin(boatyard()), office, { kind: 'internet' }).ok).toBe(true)
  })

  test('a second server is the reason where it is one, and one whose addresses fit is ADR-1', () => {
    const fits = { start: '172.27.24.200', end: '172.27.24.210', gateway: '172.27.24.1', nameServers: [] }
    const ask = (site: Site) => reach(planTwin(site), attachmentOf(site, 'port:far:6')!, { kind: 'internet' })
    const fitting = withDevice(leakYard(), 'printer', { strayServer: fits })
    expect(ask(fitting)).toMatchObject({ answered: true, outcome: 'foreign' })
    expect(ask(fitting).summary).toContain('Their addresses fit')
    expect(seen(adr1, fitting)).toHaveLength(1)
    const lost = withDevice(leakYard(), 'printer', { strayServer: { ...fits, gateway: '172.27.24.99' } })
    expect(ask(lost).summary).toContain('Yard gateway and Printer both answer')

    // Who takes the wrong gateway does not get to the controller, who takes the right one does.
    const toController = (site: Site) =>
      matrixOf(planTwin(site)).find(
        ({ fromNetworkId, target }) => fromNetworkId === 'crew' && target.kind === 'controller',
      )
    expect(toController(leakYard())?.verdict).toBe('reaches')
    expect(toController(lost)?.verdict).toBe('inPart')
  })
})

describe('a router behind the router', () => {
  const fixed = (part: object) =>
    withPart(boatyard(), 'cafe-router', 'router', {
      uplink: {
        port: 1,
        addressing: 'fixed',
        ip: '172.27.60.9',
        prefixLength: 22,
        gateway: '172.27.60.1',
        ...part,
      },
    })
  const out = (site: Site) =>
    reach(planTwin(site), attachmentOf(site, 'station:cafe-till')!, { kind: 'internet' })

  test('an uplink address of nowhere has its finding and its true reach', () => {
    expect(seen(adr3, fixed({}))).toEqual([])
    expect(out(fixed({})).ok).toBe(true)
    const [finding] = seen(adr3, fixed({ ip: '10.1.1.1' }))
    expect(finding?.says).toContain('which is no host address of Berth guests')
    expect(finding?.mend?.label).toMatch(/^Move the uplink of Café router to 172\.27\.60\./)
    expect(out(fixed({ ip: '10.1.1.1' })).ok).toBe(false)
  })

  test('a gateway that is not that of the outer network', () => {
    expect(seen(adr5, fixed({ gateway: '172.27.60.2' }))).toHaveLength(1)
    expect(out(fixed({ gateway: '172.27.60.2' })).ok).toBe(false)
  })

  test('an inner subnet over the outer one: nothing gets out', () => {
    const site = fixed({})
    const networks = site.networks.map((one) =>
      one.id === 'cafe'
        ? {
            ...one,
            subnet: '172.27.60.0/24',
            gateway: '172.27.60.1',
            pool: { start: '172.27.60.100', end: '172.27.60.120' },
          }
        : one,
    )
    expect(out({ ...site, networks }).ok).toBe(false)
  })

  test('its uplink is among those who need the VLAN', () => {
    const feeding = boatyard().links.find(({ id }) => id === 'l-switch-sw-gate')!
    const site = withPort(boatyard(), feeding.b.deviceId, feeding.b.port, { taggedVlans: [24, 36, 48] })
    expect(
      seen(vln1, site)
        .map(({ says }) => says)
        .join(' '),
    ).toContain('the uplink of Café router')
  })
})

test('a radio that is off while an uplink runs on it is a finding, at either end', () => {
  for (const id of ['ap-work-1', 'ap-gable']) {
    const device = demoYard().devices.find((one) => one.id === id)!
    const band = demoYard().devices.find((one) => one.id === 'ap-work-1')!.air!.band
    const radios = device.radios.map((radio) => (radio.band === band ? { ...radio, enabled: false } : radio))
    const site = withDevice(demoYard(), id, { radios })
    expect(
      seen(rad3, site).some(({ says, severity }) => severity === 'stop' && says.includes('Workshop AP 1')),
    ).toBe(true)
    expect(planTwin(site).fabric.silentAir.get('ap-work-1')).toContain(
      `the ${band} GHz radio of ${device.name} is off`,
    )
  }
})
