import { neighbourAt, portSpecOf, typeOf } from '../../plan/lookups'
import type { Device, DeviceType, Port, Site } from '../../plan/types'
import type { Traced } from '../../lib/traced'
import { poeClassFigures } from './poe'

export interface PoeLoad {
  port: Port
  device: Device
  type: DeviceType
  poeClass: number
  /** What the device states it draws at its socket, W. */
  drawW: number
  /** What the switch must set aside for its class, W. */
  allocatedW: number
}

/** The powered devices a switch feeds: PoE on, no injector or supply in between. */
export const poeLoads = (site: Site, feeder: Device): PoeLoad[] =>
  feeder.ports.filter((port) => port.poe).flatMap((port) => loadAt(site, feeder, port))

/** The powered device plugged into a port, whether PoE is on or not. */
export function loadAt(site: Site, feeder: Device, port: Port): PoeLoad[] {
  const device = neighbourAt(site, { deviceId: feeder.id, port: port.number })?.device
  const type = device && typeOf(site, device)
  if (!device || !type || type.poeClass === null || device.powerSource !== 'poe') return []
  if (!portSpecOf(site, feeder, port.number)?.pse) return []
  const { pseW, pdW } = poeClassFigures(type.poeClass)
  return [{ port, device, type, poeClass: type.poeClass, drawW: type.drawW ?? pdW, allocatedW: pseW }]
}

/** What a switch must set aside for all it feeds, against its budget. Null where the type has no budget. */
export function poeBudget(
  site: Site,
  feeder: Device,
): { allocated: Traced; drawn: Traced; budgetW: number } | null {
  const budgetW = typeOf(site, feeder)?.poeBudgetW ?? null
  if (budgetW === null) return null
  const loads = poeLoads(site, feeder)
  const sum = (value: (load: PoeLoad) => number, formula: string, source: string): Traced => ({
    value: Math.round(loads.reduce((total, load) => total + value(load), 0) * 100) / 100,
    unit: 'W',
    formula,
    inputs: loads.map((load) => ({
      name: `port ${portSpecOf(site, feeder, load.port.number)?.label ?? load.port.number}, ${load.device.name}`,
      value: `class ${load.poeClass}, ${value(load)} W`,
    })),
    source,
  })
  return {
    budgetW,
    allocated: sum(
      (load) => load.allocatedW,
      'sum of the watts each class reserves at the switch',
      'IEEE 802.3-2022 table 33-7 and clause 145',
    ),
    drawn: sum((load) => load.drawW, 'sum of the stated greatest draws', 'Device types of this site'),
  }
}
