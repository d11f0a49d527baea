import { loadAt } from '../../network/power'
import { portName } from '../../plan'
import { putPort } from './mends'
import type { Rule } from './types'
import { atPort } from './where'

/** A powered device in a port that could feed it and is told not to. */
export const pow1: Rule = {
  code: 'POW-1',
  check: ({ site }) =>
    site.devices.flatMap((feeder) =>
      feeder.ports
        .filter((port) => !port.poe)
        .flatMap((port) => loadAt(site, feeder, port))
        .map(({ port, device }) => {
          const end = { deviceId: feeder.id, port: port.number }
          return {
            says: `${device.name} takes its power from ${portName(site, end)}, where PoE is off.`,
            where: [atPort(site, end)],
            mend: putPort(`Switch PoE on at ${portName(site, end)}`, feeder.id, { ...port, poe: true }),
          }
        }),
    ),
}
