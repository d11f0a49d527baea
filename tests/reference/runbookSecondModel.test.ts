import { seededRandom } from '~/core/lib/random'
import { runbookOf, stepData, taskOf } from '~/core/guide/runbook'
import type { StepData } from '~/core/guide/runbook'
import type { Site } from '~/core/plan'
import { applySet, heardFrom, plantOf } from './secondModel/gear'
import type { Plant } from './secondModel/gear'
import { presentSite, targetSite } from './secondModel/orders'
import { offersAt, opens } from './secondModel/pages'

/** Orders of random changes, replayed by their values alone on a second model of frames, leases and routes. More of them: `npm run bench`. */
/** The order need not be the best here: as many as may be are wanted. */
const EFFORT = 0.02
const ORDERS = Number(process.env.YARD_BEACON_ORDERS ?? 110)

/** Why a step can't be done as it says; null: it can. */
function whyNot(plant: Plant, { place, page, hands }: StepData): string | null {
  if (page === null) return hands.length > 0 ? null : 'no hands'
  if ('console' in place) return place.console === page.deviceId ? null : 'the console of another device'
  if (
    [...plant.cables.values()].some(({ a, b }) =>
      [a, b].some((end) => end.deviceId === place.deviceId && end.port === place.port),
    )
  )
    return 'the socket of the laptop is taken'
  if (page.address === null || page.laptop === null) return 'no address'
  const { addressing, address, prefixLength, gateway } = page.laptop
  if (addressing === 'fixed') {
    if (address === null || prefixLength === null) return 'no address of its own'
    return opens(plant, place, { ip: address, prefix: prefixLength, gateway }, page.deviceId, page.address)
      ? null
      : `${page.address} does not open for ${address}`
  }
  const offers = offersAt(plant, place)
  if (offers.length === 0) return 'nobody offers an address'
  return offers.every(({ host }) => opens(plant, place, host, page.deviceId, page.address ?? ''))
    ? null
    : `${page.address} does not open by DHCP`
}

/** Sockets that are for one network before and after: what a client gets there, by the second model. */
function clientSockets(present: Site, target: Site) {
  return present.devices
    .filter(({ kind }) => kind === 'switch')
    .flatMap(({ id, ports }) =>
      ports.flatMap((port) => {
        const after = target.devices
          .find((one) => one.id === id)
          ?.ports.find(({ number }) => number === port.number)
        const names = [
          [present, port],
          [target, after],
        ].map(
          ([site, one]) =>
            (site as Site).networks.find(({ vlanId }) => vlanId === (one as typeof port).nativeVlan)?.id,
        )
        const isFree = [present, target].every(
          ({ links }) =>
            !links.some(({ a, b }) => [a, b].some((end) => end.deviceId === id && end.port === port.number)),
        )
        return port.mode === 'access' && isFree && names[0] !== undefined && names[0] === names[1]
          ? [{ deviceId: id, port: port.number, networkId: names[0] }]
          : []
      }),
    )
}

/** What is wrong with a state, by the second model. */
function wrongIn(plant: Plant, sockets: ReturnType<typeof clientSockets>): string[] {
  const strangers = sockets.flatMap((at) =>
    offersAt(plant, at).flatMap(({ networkId }) =>
      networkId === at.networkId ? [] : [`${at.networkId} gets a lease of ${networkId}`],
    ),
  )
  const twice = [...plant.gear.values()].flatMap(({ id, interfaces }) => {
    const vlans = [...interfaces.values()].map(({ vlan }) => vlan)
    return new Set(vlans).size < vlans.length ? [`${id} has two interfaces in one VLAN`] : []
  })
  const owners = new Map<string, string>()
  const clashes = [...plant.gear.values()].flatMap(({ id, management: { ip } }) => {
    if (ip === null) return []
    const other = owners.get(ip)
    owners.set(ip, id)
    return other === undefined ? [] : [`${other} and ${id} have ${ip}`]
  })
  const gearFrom = sockets
    .filter(({ networkId }) => networkId !== 'gear')
    .flatMap((at) => {
      const { ears } = heardFrom(plant, at)
      return [...plant.gear.values()].flatMap(({ id, isBridge, management, interfaces }) =>
        isBridge &&
        interfaces.size === 0 &&
        management.ip?.startsWith('10.0.10.') &&
        ears.has(`${id} ${management.vlan}`)
          ? [`${at.networkId} is on one segment with ${id}`]
          : [],
      )
    })
  return [...new Set([...strangers, ...twice, ...clashes, ...gearFrom])]
}

const NOTHING = {
  found: 0,
  none: 0,
  consoles: 0,
  dhcp: 0,
  fixed: 0,
  routed: 0,
  exposed: 0,
  hands: 0,
}

/** Notes what sort of step it is: orders of every sort have to be among them. */
function count(seen: typeof NOTHING, { place, page, exposes }: StepData): void {
  if (page === null) seen.hands++
  if (exposes.length > 0) seen.exposed++
  if ('console' in place) seen.consoles++
  else if (page?.laptop?.addressing === 'dhcp') seen.dhcp++
  else if (page?.laptop) seen[page.laptop.gateway === null ? 'fixed' : 'routed']++
}

test(`${ORDERS} random orders can be carried out as they say, and every state is sound, on a second model`, () => {
  const seen = { ...NOTHING }
  const faults: string[] = []
  for (let seed = 0; seen.found + seen.none < ORDERS; seed++) {
    const random = seededRandom(seed)
    const present = presentSite(random, seed % 2 === 0)
    const target = targetSite(present, random)
    const task = taskOf(present, target, {
      deviceId: 's0',
      port: [3, 6, 5][seed % 3] ?? 3,
    })
    if (!task.ok || task.value.changes.length === 0) continue
    const runbook = runbookOf(task.value, EFFORT)
    if (runbook.stopped !== null) {
      seen.none++
      continue
    }
    seen.found++
    const plant = plantOf(present)
    const sockets = clientSockets(present, target)
    const before = new Set([...wrongIn(plant, sockets), ...wrongIn(plantOf(target), sockets)])
    for (const [i, step] of runbook.steps.map(stepData).entries()) {
      const at = `seed ${seed}, step ${i + 1}`
      count(seen, step)
      const why = whyNot(plant, step)
      if (why !== null) faults.push(`${at}: ${why}`)
      for (const set of step.sets) applySet(plant, set)
      const wrong = wrongIn(plant, sockets).filter((one) => !before.has(one))
      if (step.exposes.length === 0) for (const one of wrong) faults.push(`${at}: ${one}`)
    }
    const end = plantOf(target)
    for (const [id, gear] of plant.gear)
      if (JSON.stringify([...gear.ports]) !== JSON.stringify([...end.gear.get(id)!.ports]))
        faults.push(`seed ${seed}: ${id} ends otherwise`)
  }
  expect(faults).toEqual([])
  console.info(JSON.stringify(seen))
  expect(seen.found).toBeGreaterThan(ORDERS * 0.8)
  for (const kind of ['consoles', 'dhcp', 'fixed', 'hands', 'exposed'] as const)
    expect(seen[kind]).toBeGreaterThan(5)
}, 1_200_000)
