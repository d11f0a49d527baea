import { accessPoints, aimName, deviceOf, isOnAir, networkOf, ssidsOn } from '../../plan'
import type { Site } from '../../plan'

/** The tests that prove what is new in a plan: addresses, reach both ways, radio uplinks, throughput. */
export function provedBy(before: Site, after: Site): string[] {
  if (before === after) return []
  const isNew = <T extends { id: string }>(list: readonly T[], one: T) =>
    !list.some(({ id }) => id === one.id)
  const addresses = after.ssids
    .filter((ssid) => isNew(before.ssids, ssid))
    .map(
      (ssid) =>
        `Join ${ssid.name} and read the address: one of ${networkOf(after, ssid.networkId)?.subnet ?? 'its network'}.`,
    )
  const reach = after.requirements
    .filter((need) => isNew(before.requirements, need))
    .map(({ fromNetworkId, to, strength }) => {
      const from = networkOf(after, fromNetworkId)?.name ?? fromNetworkId
      const goal = aimName(after, to)
      return `Ping from ${from} to ${goal}: it must ${strength === 'mustNot' ? 'fail' : 'answer'}.`
    })
  const uplinks = after.devices
    .filter((device) => device.air && isNew(before.devices, device))
    .map(
      ({ name, air }) =>
        `${name} is listed at ${deviceOf(after, air?.deviceId ?? null)?.name ?? 'its parent'}, with its level and rate.`,
    )
  const onAir = [...new Set([...accessPoints(after), ...after.devices.filter(isOnAir)])]
  const throughput = onAir
    .filter((device) => isNew(before.devices, device) && ssidsOn(after, device).length > 0)
    .map(({ name }) => `Throughput both ways at ${name}, against a wired baseline.`)
  return [...addresses, ...reach, ...uplinks, ...throughput]
}
