import { canServeClass, loadAt } from '~/core/power'
import { portSpecOf, typeOf } from '~/core/site'
import type { Device } from '~/core/site'
import { isUp } from '~/core/adoption'
import type { Bench } from './types'

/** Ids of the devices that have power now: from the wall, or from a switch that is up, willing and able. */
export function poweredDevices(bench: Bench): Set<string> {
  const powered = new Set<string>()
  for (const device of bench.site.devices)
    if (device.powerSource !== 'poe' && bench.devices.get(device.id)?.switchedOn) powered.add(device.id)
  for (const feeder of bench.site.devices)
    if (powered.has(feeder.id) && isUp(bench.devices.get(feeder.id)?.phase ?? 'dark'))
      for (const id of fedBy(bench, feeder)) powered.add(id)
  return powered
}

/** Who a switch feeds: port by port in order, until the budget is used up. Source: IEEE 802.3-2022 33.2.7, power is reserved by class. */
function fedBy(bench: Bench, feeder: Device): string[] {
  let leftW = typeOf(bench.site, feeder)?.poeBudgetW ?? 0
  const fed: string[] = []
  for (const port of feeder.ports.filter(({ poe }) => poe)) {
    const [load] = loadAt(bench.site, feeder, port)
    const standard = portSpecOf(bench.site, feeder, port.number)?.pse
    if (!load || !standard || !canServeClass(standard, load.poeClass) || load.allocatedW > leftW) continue
    if (isPulled(bench, feeder.id, port.number)) continue
    leftW -= load.allocatedW
    fed.push(load.device.id)
  }
  return fed
}

function isPulled(bench: Bench, deviceId: string, port: number): boolean {
  const link = bench.site.links.find(({ a, b }) =>
    [a, b].some((end) => end.deviceId === deviceId && end.port === port),
  )
  return link === undefined || bench.pulled.has(link.id)
}

/** Why a device that is meant to be fed by its cable has no power, in a sentence. */
export function whyDark(bench: Bench, device: Device): string {
  if (device.powerSource !== 'poe') return `Its ${device.powerSource} is not switched on.`
  for (const feeder of bench.site.devices)
    for (const port of feeder.ports) {
      const [load] = loadAt(bench.site, feeder, port)
      if (load?.device.id !== device.id) continue
      if (isPulled(bench, feeder.id, port.number)) return 'Its cable is pulled.'
      if (!port.poe) return `PoE is off on ${feeder.name} port ${port.number}.`
      if (!isUp(bench.devices.get(feeder.id)?.phase ?? 'dark'))
        return `${feeder.name} is not up, so it gives no power.`
      return `${feeder.name} port ${port.number} cannot serve class ${load.poeClass} within its standard and budget.`
    }
  return 'No cable brings it power.'
}
