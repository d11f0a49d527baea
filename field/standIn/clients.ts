import { fullTwin, isOnAir } from '~/core/world'
import type { World } from '~/core/world'
import { attachmentsOf } from '~/core/network/layer2'
import type { Attachment } from '~/core/network/layer2'
import { addressStages, loginAt, reach, targetsOf } from '~/core/network/layer3'
import { planTwin } from '~/core/radio/backhaul'
import type { Login, Person, Twin } from '~/core/network/layer3'
import type { AddressTest, ClientTests, PingTest } from '~/core/judge/proof'
import { deviceOf, isEnterprise, networkOf, profileOf, ssidsOn } from '~/core/plan'
import type { Id, Site } from '~/core/plan'

/** What the clients walk about in. */
export interface TestGround {
  /** As it is meant; the twin is of what runs. */
  plan: Site
  twin: Twin
  onAir: (accessPointId: Id) => boolean
}

export function groundOf(world: World): TestGround {
  const twin = fullTwin(world)
  return { plan: world.plan, twin, onAir: (id) => isOnAir(world.gear.get(id)?.phase ?? 'dark') }
}

/** Attaches a client everywhere it can be attached, reads its address, and pings from one client of each network. */
export function runClientTests(ground: TestGround): ClientTests {
  const attachments = attachmentsOf(ground.plan)
  const addresses = attachments.map((attachment) => addressTest(ground, attachment))
  return { addresses, pings: pings(ground, attachments) }
}

/** A client that joins each SSID of one device now. */
export const testsAt = (ground: TestGround, deviceId: Id): AddressTest[] =>
  attachmentsOf(ground.plan)
    .filter(({ kind, place }) => kind === 'ssid' && place.deviceId === deviceId)
    .map((attachment) => addressTest(ground, attachment))

function addressTest(ground: TestGround, attachment: Attachment): AddressTest {
  const base = {
    attachmentId: attachment.id,
    label: attachment.label,
    networkName: networkOf(ground.plan, attachment.networkId)?.name ?? null,
  }
  const silent = notOnAir(ground, attachment)
  if (silent) return { ...base, ok: false, ip: null, says: silent }
  const { stages, lease } = addressStages(ground.twin, attachment)
  const last = stages.at(-1)
  return { ...base, ok: last?.ok === true && lease !== null, ip: lease?.ip ?? null, says: last?.says ?? '' }
}

function notOnAir(ground: TestGround, attachment: Attachment): string | null {
  if (attachment.kind !== 'ssid') return null
  const device = deviceOf(ground.plan, attachment.place.deviceId)
  if (!ground.onAir(attachment.place.deviceId))
    return `The SSID is not on the air: ${device?.name} is not running.`
  const ssid = ground.plan.ssids.find(({ id }) => `ssid:${id}` === attachment.place.key)
  const radio = device?.radios.some(({ band, enabled }) => enabled && ssid?.bands.includes(band))
  return radio ? null : `The SSID is not on the air: ${device?.name} has no radio on for its bands.`
}

/** An SSID of one device that asks for a login. */
export interface LoginPoint {
  ssidId: Id
  name: string
}

/** Where somebody can log in at one device now. */
export const loginPoints = ({ twin }: TestGround, deviceId: Id): LoginPoint[] => {
  const device = deviceOf(twin.site, deviceId)
  return (device ? ssidsOn(twin.site, device) : [])
    .filter((ssid) => isEnterprise(profileOf(twin.site, ssid)))
    .map(({ id: ssidId, name }) => ({ ssidId, name }))
}

/** Somebody logs in at an SSID of one device: what that person sees, and what the server writes down. Null: it asks for no login. */
export function tryLogin(ground: TestGround, deviceId: Id, ssidId: Id, person: Person): Login | null {
  const ssid = ground.twin.site.ssids.find(({ id }) => id === ssidId)
  if (!ssid) return null
  return ground.onAir(deviceId)
    ? loginAt(ground.twin, ssid, deviceId, person)
    : { ok: false, fault: 'path', shows: 'timedOut', says: 'The SSID is not on the air.', serverLog: null }
}

/** One client of each network does the pinging: the first that has an address, or else the first there is. */
function pings(ground: TestGround, attachments: readonly Attachment[]): PingTest[] {
  const paper = planTwin(ground.plan)
  return ground.plan.networks.flatMap((network) => {
    const mine = attachments.filter((a) => a.networkId === network.id)
    const client = mine.find((a) => addressTest(ground, a).ok) ?? mine[0]
    if (!client) return []
    return targetsOf(ground.plan)
      .filter(
        ({ target }) =>
          target.kind !== 'controller' &&
          target.kind !== 'router' &&
          !(target.kind === 'network' && target.networkId === network.id),
      )
      .map(({ target, name }) => {
        const silent = notOnAir(ground, client)
        const observed = silent ? { ok: false, summary: silent } : reach(ground.twin, client, target)
        return {
          fromNetworkId: network.id,
          fromName: network.name,
          target,
          targetName: name,
          answered: observed.ok,
          planned: reach(paper, client, target).ok,
          says: observed.summary,
        }
      })
  })
}
