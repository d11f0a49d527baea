import fc from 'fast-check'
import { overlaps, poolSize, subnetOrNull } from '../../network/addressing'
import { findings } from '../../judge/findings'
import { matrixOf, twinOf } from '../../network/layer3'
import { applyEdits, integrityProblems } from '../../plan'
import type { Network, Site } from '../../plan'
import { boatyard, withDevice, withNetwork, withPort } from '~/tests/kit/yard'
import { cutSubnets, neededHosts, prefixFor, proposeAddressPlan } from './addressPlan'
import { proposePorts } from './portAssignment'
import { secondRouterRecipe } from './secondRouter'
import { proposeTrunks } from './trunks'
import { proposeVlanNumbers, vlanNumbers } from './vlanNumbers'

const WISHES = { block: '10.64.0.0/16', fixedRoom: 10, growthPercent: 50 }
const taken = <T>(outcome: { ok: true; value: T } | { ok: false; problems: { message: string }[] }): T => {
  if (!outcome.ok) throw new Error(outcome.problems[0]?.message)
  return outcome.value
}
const verdicts = (site: Site) =>
  matrixOf(twinOf(site)).map(
    ({ fromNetworkId, targetName, verdict }) => `${fromNetworkId} ${targetName} ${verdict}`,
  )

/** Hosts per prefix: 2^(32 − n) − 2, RFC 4632 section 3.1 and the table of RFC 1878. */
test.each([
  [2, 30],
  [3, 29],
  [6, 29],
  [30, 27],
  [31, 26],
  [254, 24],
  [255, 23],
  [510, 23],
  [4094, 20],
])('%i hosts need a /%i', (hosts, prefix) => expect(prefixFor(hosts)).toBe(prefix))

test('growth, room for fixed ones and the gateway are counted', () => {
  expect(neededHosts(40, WISHES)).toBe(60 + 10 + 1)
  expect(neededHosts(0, { ...WISHES, fixedRoom: 0 })).toBe(1)
})

test('for any list of networks: no overlap, all inside, room for everyone', () => {
  const networks = fc.array(fc.integer({ min: 0, max: 900 }), { minLength: 1, maxLength: 20 }).map((counts) =>
    counts.map((expectedClients, i): Network => ({
      ...boatyard().networks[0]!,
      id: `n${i}`,
      name: `N${i}`,
      vlanId: i + 2,
      expectedClients,
    })),
  )
  fc.assert(
    fc.property(networks, (list) => {
      const planned = taken(cutSubnets(list, WISHES))
      expect(planned).toHaveLength(list.length)
      for (const [i, { subnet, needed }] of planned.entries()) {
        expect(subnet.usable).toBeGreaterThanOrEqual(needed)
        expect(overlaps(subnet, subnetOrNull('10.64.0.0/16')!)).toBe(true)
        for (const other of planned.slice(0, i)) expect(overlaps(subnet, other.subnet)).toBe(false)
      }
    }),
    { seed: 17, numRuns: 60 },
  )
})

test('a block that is too small is refused with what would do', () => {
  const refused = proposeAddressPlan(boatyard(), { ...WISHES, block: '10.64.0.0/24' })
  expect(refused.ok ? '' : refused.problems[0]?.message).toMatch(/is too small: .* a \/2\d would hold them/)
  expect(proposeAddressPlan(boatyard(), { ...WISHES, block: '10.64.0.1/16' }).ok).toBe(false)
})

test('the address plan moves devices along, and everyone reaches what they reached', () => {
  const site = boatyard()
  const planned = applyEdits(site, taken(proposeAddressPlan(site, WISHES)).edits)
  expect(integrityProblems(planned)).toEqual([])
  expect(findings(planned).map(({ code, says }) => `${code} ${says}`)).toEqual([
    expect.stringMatching(/^ADR-8 Bench laptop/),
  ])
  expect(verdicts(planned)).toEqual(verdicts(site))
  for (const { pool, expectedClients } of planned.networks)
    expect(pool && poolSize(pool)).toBeGreaterThanOrEqual(expectedClients)
})

test('VLAN numbers: by tens in order of purpose, by the third octet, never twice', () => {
  const { networks } = boatyard()
  expect([...vlanNumbers(networks, 'tens').values()]).toEqual([10, 20, 30, 40, 50, 60])
  expect(vlanNumbers(networks, 'thirdOctet').get('crew')).toBe(24)
  const same = networks.map((network) => ({ ...network, subnet: '10.0.7.0/24' }))
  expect(new Set(vlanNumbers(same, 'thirdOctet').values()).size).toBe(networks.length)
})

test('renumbering changes every port with it, and nothing of who reaches whom', () => {
  const site = boatyard()
  const renumbered = applyEdits(site, proposeVlanNumbers(site, 'tens').edits)
  expect(integrityProblems(renumbered)).toEqual([])
  expect(findings(renumbered)).toEqual([])
  expect(verdicts(renumbered)).toEqual(verdicts(site))
})

test('trunks: what is missing is added, what nobody needs goes, and nobody is cut off', () => {
  const lacking = withPort(boatyard(), 'sw-gate', 1, { taggedVlans: [24, 999] })
  const proposed = proposeTrunks(twinOf(lacking))
  const after = applyEdits(lacking, proposed.edits)
  expect(after.devices.find(({ id }) => id === 'sw-gate')?.ports[0]?.taggedVlans).toEqual([24, 48, 60])
  expect(proposed.reasons.find(({ about }) => about === 'Gate hut switch port 1')?.says).toMatch(
    /Adds VLAN 48 .*VLAN 60 .*Takes out VLAN 999/,
  )
  expect(findings(after)).toEqual([])
  expect(verdicts(after)).toEqual(verdicts(boatyard()))
  expect(proposeTrunks(twinOf(after)).edits).toEqual([])
})

test('trunks: a network without router or server keeps its clients together', () => {
  const alone = withNetwork(boatyard(), 'cameras', { routedBy: null, servedBy: null, gateway: null })
  const after = applyEdits(alone, proposeTrunks(twinOf(alone)).edits)
  const tags = (id: string, number: number) =>
    after.devices.find((device) => device.id === id)?.ports.find((port) => port.number === number)
      ?.taggedVlans
  expect(tags('sw-gate', 1)).toContain(48)
  expect(tags('switch', 7)).toContain(48)
  expect(tags('gateway', 2)).not.toContain(48)
})

test('ports: who stands well stays, who does not moves, and it says why', () => {
  const site = boatyard()
  const stays = taken(proposePorts(site, 'sw-shed'))
  expect(stays.reasons.every(({ says }) => says.startsWith('Stays in'))).toBe(true)
  const weak: Site = {
    ...site,
    deviceTypes: site.deviceTypes.map((type) =>
      type.id === 't-switch8'
        ? { ...type, ports: type.ports.map((port) => (port.number === 2 ? { ...port, pse: null } : port)) }
        : type,
    ),
  }
  const moves = taken(proposePorts(weak, 'sw-shed'))
  const moved = moves.reasons.filter(({ says }) => says.startsWith('Moves'))
  expect(moved.map(({ about }) => about)).toEqual(['Workshop AP 1'])
  const after = applyEdits(weak, moves.edits)
  expect(integrityProblems(after)).toEqual([])
  const ofWorkshop = findings(after).filter(({ says }) => says.includes('Workshop'))
  expect(ofWorkshop).toEqual([])
})

test('ports: a newcomer gets a socket with its settings; too many are refused', () => {
  const site = boatyard()
  const loose = { ...site, links: site.links.filter(({ id }) => id !== 'l-sw-shed-ap-work-2') }
  const plugged = taken(proposePorts(loose, 'sw-shed', ['ap-work-2']))
  const after = applyEdits(loose, plugged.edits)
  expect(after.links.some(({ b }) => b.deviceId === 'ap-work-2')).toBe(true)
  expect(findings(after).filter(({ code }) => code.startsWith('VLN'))).toEqual([])
  const crowd = site.devices
    .filter(({ kind }) => kind === 'accessPoint' || kind === 'station')
    .map(({ id }) => id)
  const tooMany = proposePorts({ ...site, links: site.links.slice(0, 8) }, 'sw-shed', crowd)
  expect(tooMany.ok ? '' : tooMany.problems[0]?.message).toMatch(/and \d can be given. Take \d+ elsewhere/)
})

describe('a second router', () => {
  const at = { deviceId: 'switch', port: 11 }
  const recipe = (method: 'lanToLan' | 'lanToWan') =>
    taken(secondRouterRecipe(boatyard(), { routerId: 'cafe-router', method, outerNetworkId: 'crew', at }))

  test('LAN to LAN: in the subnet, outside the pool, its server off, no finding', () => {
    const site = boatyard()
    const { edits, steps } = recipe('lanToLan')
    const after = applyEdits(site, edits)
    const router = after.devices.find(({ id }) => id === 'cafe-router')!
    expect(router).toMatchObject({
      router: { role: 'plainAp', uplink: null },
      management: { networkId: 'crew', ip: '172.27.24.2', prefixLength: 24, gateway: '172.27.24.1' },
    })
    expect(steps.findIndex((step) => step.includes('address server off'))).toBeLessThan(
      steps.findIndex((step) => step.startsWith('Only now the cable')),
    )
    const codes = findings(after).map(({ code }) => code)
    for (const code of ['ADR-1', 'ADR-2', 'ADR-3', 'ROL-1']) expect(codes).not.toContain(code)
  })

  test('LAN to WAN: another subnet inside, a fixed address just outside the outer pool', () => {
    const after = applyEdits(boatyard(), recipe('lanToWan').edits)
    expect(after.devices.find(({ id }) => id === 'cafe-router')?.router?.uplink).toMatchObject({
      ip: '172.27.24.250',
      gateway: '172.27.24.1',
    })
    // behind crew the café may go where crew may, and the requirements say it must not
    expect(findings(after).map(({ says }) => says)).toEqual([
      'Café must not reach Yard gear, and does, by way of another network.',
    ])
    expect(verdicts(after)).toContain('cafe the internet reaches')
    expect(verdicts(after)).toContain('crew Café keptOut')
  })

  test('no household router, no recipe', () => {
    const refused = secondRouterRecipe(boatyard(), {
      routerId: 'gateway',
      method: 'lanToLan',
      outerNetworkId: 'crew',
      at,
    })
    expect(refused.ok).toBe(false)
  })
})

test('the mended boatyard is untouched by what finds nothing to do', () => {
  expect(proposeTrunks(twinOf(boatyard())).edits.length).toBeLessThan(10)
  expect(proposeVlanNumbers(withDevice(boatyard(), 'switch', {}), 'thirdOctet').reasons).toHaveLength(6)
})
