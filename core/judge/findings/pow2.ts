import { canServeClass, poeBudget, poeClassFigures, poeLoads, pseLimitW } from '../../network/power'
import { linkAt, neighbourAt, portName, portSpecOf, typeOf } from '../../plan'
import type { Device, Site } from '../../plan'
import { lackingParts } from './listed'
import type { Rule, Sighting } from './types'
import { atDevice, atPort } from './where'

/** Power that does not suffice: port standard against class, switch budget, or a part that nobody packs. */
export const pow2: Rule = {
  code: 'POW-2',
  check: ({ site }) => [
    ...site.devices.flatMap((device) => [
      ...tooSmallPorts(site, device),
      ...budget(site, device),
      ...noSource(site, device),
    ]),
    ...lackingParts(site, ({ group }) => group === 'power'),
  ],
}

function tooSmallPorts(site: Site, feeder: Device): Sighting[] {
  return poeLoads(site, feeder).flatMap(({ port, device, poeClass }) => {
    const end = { deviceId: feeder.id, port: port.number }
    const standard = portSpecOf(site, feeder, port.number)?.pse
    if (!standard || canServeClass(standard, poeClass)) return []
    const needW = poeClassFigures(poeClass).pseW
    return [
      {
        says: `${device.name} is class ${poeClass} and asks for ${needW} W; ${portName(site, end)} is ${standard} and gives ${pseLimitW(standard)} W.`,
        where: [atPort(site, end)],
      },
    ]
  })
}

function budget(site: Site, feeder: Device): Sighting[] {
  const sums = poeBudget(site, feeder)
  if (!sums || sums.allocated.value <= sums.budgetW) return []
  return [
    {
      says: `${feeder.name} must set aside ${sums.allocated.value} W and has ${sums.budgetW} W.`,
      where: [atDevice(feeder)],
    },
  ]
}

/** Meant to be fed by its cable, which leads to a port that has no power to give. */
function noSource(site: Site, device: Device): Sighting[] {
  if (device.powerSource !== 'poe' || (typeOf(site, device)?.poeClass ?? null) === null) return []
  const ends = device.ports.filter(({ number }) => linkAt(site, { deviceId: device.id, port: number }))
  if (ends.length === 0) return []
  const fed = ends.some(({ number }) => {
    const neighbour = neighbourAt(site, { deviceId: device.id, port: number })
    return neighbour && portSpecOf(site, neighbour.device, neighbour.end.port)?.pse
  })
  return fed
    ? []
    : [
        {
          says: `${device.name} is to be powered by its cable, and the port at the other end gives no power.`,
          where: [atDevice(device)],
        },
      ]
}
