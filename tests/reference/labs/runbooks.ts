import { hostOfDevice, twinOf } from '~/core/network/layer3'
import type { Place } from '~/core/network/layer2'
import { ipText, subnetAround } from '~/core/network/addressing'
import { deviceOf } from '~/core/plan'
import type { Id, Ip, Port, Site } from '~/core/plan'
import { runbookOf, stateMaker, taskOf } from '~/core/guide/runbook'
import type { LaptopPlace, Runbook, RunbookStep } from '~/core/guide/runbook'
import { lookAt } from '~/core/guide/runbook/state/look'
import { pageWay } from '~/core/guide/runbook/state/laptop'
import { leakYard } from '../../kit/leakYard'
import { withManagement, withNetwork } from '../../kit/yard'
import { run } from '../../real/commands'
import { must, noNamespaces, testWith } from '../../real/programs'
import { Lab } from '../../real/lab'
import { everyPair, sureOf } from '../../real/meetings'

/**
 * Runbooks carried out on the real thing, step by step: every state that one passes through is brought up on Open vSwitch, dnsmasq and
 * nftables from the exported files, and a laptop in a namespace of its own, plugged in where the step says, pings what is still to be changed.
 */
const testReal = testWith(
  ['ip', 'dnsmasq', 'nft', 'udhcpc', 'ping', 'ethtool', 'ovs-vswitchd', 'ovsdb-server', 'ovs-vsctl'],
  noNamespaces,
)

const renumbered = (from: number, to: number, port: Port): Port => ({
  ...port,
  nativeVlan: port.nativeVlan === from ? to : port.nativeVlan,
  taggedVlans: port.taggedVlans.map((id) => (id === from ? to : id)).sort((a, b) => a - b),
})

/** A VLAN by another number, wherever it is. */
function otherVlan(site: Site, networkId: Id, from: number, to: number): Site {
  return {
    ...withNetwork(site, networkId, { vlanId: to }),
    devices: withNetwork(site, networkId, { vlanId: to }).devices.map((device) => ({
      ...device,
      ports: device.ports.map((port) => renumbered(from, to, port)),
    })),
  }
}

const HOME = { deviceId: 'gateway', port: 3 }

/** Both switches are managed among the crew. */
const amongCrew = (): Site =>
  ['switch', 'far'].reduce(
    (site, id, i) =>
      withManagement(site, id, {
        networkId: 'crew',
        ip: `172.27.24.${7 + i}`,
        prefixLength: 24,
        gateway: '172.27.24.1',
      }),
    leakYard(),
  )

const RUNBOOKS: [string, () => Site][] = [
  ['the gear’s own VLAN by another number', () => otherVlan(leakYard(), 'gear', 12, 112)],
  ['the guests’ VLAN by another number', () => otherVlan(leakYard(), 'berths', 60, 61)],
  ['both switches go to be managed among the crew', amongCrew],
]

/** An address for the laptop in the subnet of a page, that nobody has. */
function spare(lab: Lab, ip: Ip, prefixLength: number): string {
  const subnet = subnetAround(ip, prefixLength)
  const taken = new Set(lab.site.devices.map(({ management }) => management.ip))
  for (let n = subnet.lastUsable; n > subnet.firstUsable; n--)
    if (!taken.has(ipText(n))) return `${ipText(n)}/${prefixLength}`
  throw new Error('the subnet is full')
}

/**
 * Whether the page of a device answers the laptop at a place, by an address of its own or by DHCP and the router. A busy machine loses a
 * ping and a lease, and none is answered by chance: what should answer is asked again, four times in all.
 */
async function answers(
  lab: Lab,
  { deviceId, port }: LaptopPlace,
  pageId: Id,
  hoped: boolean,
): Promise<boolean> {
  const at = { deviceId, key: `port:${port ?? 0}` as const }
  const device = deviceOf(lab.site, pageId)!
  const host = hostOfDevice(lab.twin, device)
  const ip = device.management.ip ?? (host && lab.addressAt(host.place))
  const space = lab.spaceAt(at)
  if (!ip || !space) return false
  const ping = () =>
    run('ip', ['netns', 'exec', space, 'ping', '-q', '-c', '2', '-i', '0.3', '-W', '1', ip], true)
  const own = spare(lab, ip, device.management.prefixLength ?? 24)
  for (let tries = 0; tries < (hoped ? 4 : 1); tries++) {
    if (await ping()) return true
    must('ip', ['-n', space, 'addr', 'add', own, 'dev', 'eth0'])
    try {
      if (await ping()) return true
    } finally {
      must('ip', ['-n', space, 'addr', 'del', own, 'dev', 'eth0'])
    }
    if (hoped) await lab.askAgain(at)
  }
  return false
}

async function inLab<T>(site: Site, ask: (lab: Lab) => Promise<T>, only: Place[] | null = null): Promise<T> {
  // Of a few it is known whether they should have a lease, and who should asks again.
  const lab = await Lab.of(site, { everybody: true, only, asks: only ? 1 : 3 })
  try {
    return await ask(lab)
  } finally {
    await lab.down()
  }
}

/** Those whom a laptop at a place asks: itself, and the devices of the pages. */
function among(site: Site, { deviceId, port }: LaptopPlace, pages: readonly Id[]): Place[] {
  const twin = twinOf(site)
  const hosts = pages.flatMap((id) => hostOfDevice(twin, deviceOf(site, id)!)?.place ?? [])
  return [{ deviceId, key: `port:${port ?? 0}` }, ...hosts]
}

/** Whether one page answers a laptop, of a site as it is after some changes. */
const opensIn = (site: Site, place: LaptopPlace, pageId: Id, hoped: boolean): Promise<boolean> =>
  inLab(site, (lab) => answers(lab, place, pageId, hoped), among(site, place, [pageId]))

function planned(target: Site, present = leakYard()): Runbook {
  const task = taskOf(present, target, HOME)
  if (!task.ok) throw new Error(task.problems[0]?.message)
  const runbook = runbookOf(task.value)
  expect(runbook.stopped).toBeNull()
  return runbook
}

/** Pages that are still to be opened after so many steps, with where the laptop is then. */
const pagesAhead = (steps: readonly RunbookStep[], place: LaptopPlace) =>
  [...new Set(steps.flatMap(({ pageId }) => pageId ?? []))].map((pageId) => ({ pageId, place }))

for (const [name, to] of RUNBOOKS)
  testReal(
    `step by step on real switches: ${name}`,
    async () => {
      const { task, steps } = planned(to())
      const { siteAt } = stateMaker(task)
      const done = new Set<string>()
      for (let i = 0; i < steps.length; i++) {
        const site = siteAt(done)
        const look = lookAt(site)
        const place = steps[i]!.place
        const ahead = pagesAhead(steps.slice(i), place)
        const real = await inLab(
          site,
          async (lab) => {
            const rows = []
            for (const { pageId } of ahead)
              rows.push(
                place.deviceId === pageId ||
                  (await answers(lab, place, pageId, pageWay(look, place, pageId).ok)),
              )
            return rows
          },
          among(
            site,
            place,
            ahead.map(({ pageId }) => pageId),
          ),
        )
        // What the twin promises of every page is so, and that of this step opens.
        expect(ahead.map(({ pageId }, n) => [i, pageId, real[n]])).toEqual(
          ahead.map(({ pageId }) => [i, pageId, pageWay(look, place, pageId).ok]),
        )
        if (steps[i]!.pageId !== null) expect(real[0]).toBe(true)
        for (const { id } of steps[i]!.changes) done.add(id)
      }
      const rows = sureOf(await inLab(siteAt(done), everyPair))
      expect(rows.length).toBeGreaterThan(100)
      expect(rows.map(({ says, real }) => `${says}: ${real}`)).toEqual(
        rows.map(({ says, twin }) => `${says}: ${twin[0]}`),
      )
    },
    600_000,
  )

testReal(
  'by the list, from top to bottom: the far switch is cut off for real where it is said to be, and by our order it is not',
  async () => {
    const present = amongCrew()
    const { task, naive, steps } = planned(otherVlan(present, 'crew', 24, 25), present)
    const [first] = naive.cutOff
    expect(naive.cutOff.map(({ deviceId }) => deviceId)).toContain('far')
    const order = [...new Set(task.changes.map(({ deviceId }) => deviceId))]
    const before = order.slice(0, order.indexOf(first!.deviceId))
    const { siteAt } = stateMaker(task)
    const byList = task.changes.flatMap(({ id, deviceId }) => (before.includes(deviceId) ? [id] : []))
    expect(byList.length).toBeGreaterThan(0)
    const page = first!.deviceId
    expect(await opensIn(siteAt(new Set()), task.laptop, page, true)).toBe(true)
    expect(await opensIn(siteAt(new Set(byList)), task.laptop, page, false)).toBe(false)
    const turn = steps.findIndex(({ pageId }) => pageId === page)
    const ours = steps.slice(0, turn).flatMap(({ changes }) => changes.map(({ id }) => id))
    const there = await opensIn(siteAt(new Set(ours)), steps[turn]!.place, page, true)
    expect(there || steps[turn]!.place.deviceId === page).toBe(true)
  },
  600_000,
)
