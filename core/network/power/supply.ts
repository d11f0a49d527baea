import { kindOf } from '../../plan/kinds'
import { neighbourAt, portName, portSpecOf, typeOf } from '../../plan/lookups'
import type { Device, Id, LinkEnd, Port, Site } from '../../plan/types'
import { canServeClass, poeClassFigures } from './poe'
import type { PoeLoad } from './budget'
import { loadAt } from './budget'

/** What power depends on besides the plan: who is switched on at the wall, who is up, which cables are in. */
export interface PowerWorld {
  switchedOn: (id: Id) => boolean
  /** A switch gives power once it is up; an injector has nothing to boot. */
  up: (id: Id) => boolean
  plugged: (linkId: Id) => boolean
}

export const ALL_ON: PowerWorld = { switchedOn: () => true, up: () => true, plugged: () => true }

/**
 * Why each device of a plan has no power, in a sentence; null: it has. One answer for findings, bench and failure study.
 * From the wall where it has a supply or an injector of its own; over its cable from a port that is on, whose standard
 * serves the class, and within the budget, port by port in order. Source: IEEE 802.3-2022 33.2.7 and 145.2.8 (power is
 * reserved by class). A device whose type names no class is taken to have what it needs.
 */
export function darkDevices(site: Site, world: PowerWorld = ALL_ON): ReadonlyMap<Id, string | null> {
  const dark = new Map<Id, string | null>()
  for (const device of site.devices)
    if (!takesPoe(site, device)) dark.set(device.id, wallFault(device, world))
  // A feeder may be fed itself: go on until nobody new has power.
  for (let before = -1; before !== fedCount(dark);) {
    before = fedCount(dark)
    for (const feeder of site.devices)
      if (dark.get(feeder.id) === null && (world.up(feeder.id) || kindOf(feeder).injects))
        for (const { device } of servedBy(site, feeder, world)) dark.set(device.id, null)
  }
  for (const device of site.devices)
    if (takesPoe(site, device) && dark.get(device.id) !== null)
      dark.set(device.id, cableFault(site, device, world, dark))
  return dark
}

const fedCount = (dark: ReadonlyMap<Id, string | null>): number =>
  [...dark.values()].filter((why) => why === null).length

/** Whether a device lives on what its cable brings. */
export const takesPoe = (site: Site, device: Device): boolean =>
  device.powerSource === 'poe' && (typeOf(site, device)?.poeClass ?? null) !== null

function wallFault({ id, powerSource }: Device, world: PowerWorld): string | null {
  if (world.switchedOn(id)) return null
  return powerSource === 'poe' ? 'It is not switched on.' : `Its ${powerSource} is not switched on.`
}

/** Whom a feeder really serves: ports in order, each within its standard, until the budget is used up. */
function servedBy(site: Site, feeder: Device, world: PowerWorld): PoeLoad[] {
  let leftW = typeOf(site, feeder)?.poeBudgetW ?? Infinity
  return feeder.ports.flatMap((port) => {
    const [load] = givesPower(feeder, port) ? loadAt(site, feeder, port) : []
    const link = neighbourAt(site, endAt(feeder, port))?.link
    if (!load || !link || !world.plugged(link.id)) return []
    if (!servesClass(site, feeder, port, load) || load.allocatedW > leftW) return []
    leftW -= load.allocatedW
    return [load]
  })
}

/** An injector has no setting: what goes in as data comes out with power. */
const givesPower = (feeder: Device, port: Port): boolean => kindOf(feeder).injects || port.poe

const endAt = ({ id }: Device, { number }: Port): LinkEnd => ({ deviceId: id, port: number })

const servesClass = (site: Site, feeder: Device, port: Port, { poeClass }: PoeLoad): boolean => {
  const standard = portSpecOf(site, feeder, port.number)?.pse
  return standard !== null && standard !== undefined && canServeClass(standard, poeClass)
}

/** The first port that is meant to feed it says what is wrong there. */
function cableFault(
  site: Site,
  device: Device,
  world: PowerWorld,
  dark: ReadonlyMap<Id, string | null>,
): string {
  const poeClass = typeOf(site, device)?.poeClass ?? 0
  const feeders = device.ports.flatMap((port) => neighbourAt(site, endAt(device, port)) ?? [])
  if (feeders.length === 0) return 'No cable brings it power.'
  for (const { link, device: feeder, end } of feeders) {
    const port = feeder.ports.find(({ number }) => number === end.port)
    const [load] = port ? loadAt(site, feeder, port) : []
    if (!port || !load) continue
    const name = portName(site, end)
    if (!world.plugged(link.id)) return 'Its cable is pulled.'
    if (!givesPower(feeder, port)) return `PoE is off on ${name}.`
    if (dark.get(feeder.id) !== null) return `${feeder.name} has no power itself, so it gives none.`
    if (!world.up(feeder.id)) return `${feeder.name} is not up, so it gives no power.`
    if (!servesClass(site, feeder, port, load))
      return `${name} cannot serve class ${load.poeClass} within its standard.`
    return `${feeder.name} has no budget left for class ${load.poeClass} at ${name}: ${poeClassFigures(load.poeClass).pseW} W.`
  }
  return `No port at the other end of its cable gives power, and it is class ${poeClass}.`
}
