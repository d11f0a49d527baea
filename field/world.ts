import { isUp } from '~/core/world/adoption'
import { uplinkFault } from '~/core/radio/backhaul'
import { managementInterface } from '~/core/network/layer2'
import { answeringServers, frameWay, hearEachOther, leaseFrom, twinOf } from '~/core/network/layer3'
import type { Twin } from '~/core/network/layer3'
import { deviceOf, networkOf } from '~/core/plan'
import type { Device } from '~/core/plan'
import type { Bench } from './types'

/** The field as frames meet it now: only what is up forwards, only cables that are plugged carry. */
export const fieldTwin = (bench: Bench): Twin =>
  twinOf(bench.site, {
    device: (id) => isUp(bench.devices.get(id)?.phase ?? 'dark'),
    whyDark: (id) => bench.devices.get(id)?.waitsFor ?? null,
    link: (id) => !bench.pulled.has(id),
    air: (childId) => uplinkFault(bench.site, childId),
  })

export type Found = { ok: true; ip: string } | { ok: false; why: string }

/** The address a device gets for its own management, or why it gets none. */
export function addressFor(bench: Bench, twin: Twin, device: Device): Found {
  const { addressing, ip, networkId } = device.management
  if (addressing === 'fixed' && ip) return { ok: true, ip }
  const key = managementInterface(twin.fabric, device)
  if (!key) return { ok: false, why: 'It has no management network.' }
  const place = { deviceId: device.id, key }
  const [server] = answeringServers(twin, place)
  const lease = server && leaseFrom(bench.site, server, device, leasedBefore(bench, device))
  if (lease) return { ok: true, ip: lease.ip }
  const network = networkOf(bench.site, networkId)
  const planned = network?.servedBy ? deviceOf(bench.site, network.servedBy) : undefined
  const plannedKey = planned && managementInterface(twin.fabric, planned)
  if (!planned) return { ok: false, why: 'Nobody serves addresses in its management network.' }
  if (!plannedKey) return { ok: false, why: `${planned.name}, which serves addresses, is not up.` }
  const way = frameWay(twin, place, { deviceId: planned.id, key: `self:${network?.vlanId ?? 0}` })
  return { ok: false, why: `No address server answers. ${way.reason ?? ''}`.trim() }
}

/** A device that asks again gets what it had; what others have is not given twice. */
const leasedBefore = (bench: Bench, device: Device): ReadonlySet<string> =>
  new Set([...bench.devices].flatMap(([id, { ip }]) => (id !== device.id && ip !== null ? [ip] : [])))

/** Whether a device finds its controller: by broadcast, so on the same segment. Source: RFC 5415 section 3.3. */
export function findsController(
  bench: Bench,
  twin: Twin,
  device: Device,
): { ok: true } | { ok: false; why: string } {
  const controller = deviceOf(bench.site, device.adoption?.controllerId ?? null)
  if (!controller) return { ok: false, why: 'The plan names no controller for it.' }
  const own = managementInterface(twin.fabric, device)
  const theirs = managementInterface(twin.fabric, controller)
  if (!theirs) return { ok: false, why: `${controller.name} is not up yet.` }
  if (!own) return { ok: false, why: 'It has no management network.' }
  const [a, b] = [
    { deviceId: device.id, key: own },
    { deviceId: controller.id, key: theirs },
  ]
  if (hearEachOther(twin, a, b)) return { ok: true }
  return {
    ok: false,
    why: `${controller.name} does not hear it. ${frameWay(twin, a, b).reason ?? ''}`.trim(),
  }
}
