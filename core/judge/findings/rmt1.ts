import { accessPoints, jackNetwork, portSpecOf } from '../../plan'
import type { Device, Site } from '../../plan'
import type { Rule, Sighting } from './types'
import { atDevice, atPort } from './where'

/** One way, ms: up to this most uses of speech are not disturbed. Source: ITU-T G.114 (05/2003), clause 4 and annex. */
export const SPEECH_ONE_WAY_MS = 150

/** What goes wrong beyond a tunnel that stands: its sockets, and its latency. */
export const rmt1: Rule = {
  code: 'RMT-1',
  check: ({ site }) =>
    accessPoints(site).flatMap((device) =>
      device.remote ? [...jacks(site, device), ...latency(device)] : [],
    ),
}

/** Every socket but the one its line is plugged into goes back to base, if its group puts it on a network. */
const jacks = (site: Site, device: Device): Sighting[] =>
  device.ports.slice(1).flatMap(({ number }) =>
    jackNetwork(site, device.id, number)
      ? []
      : [
          {
            says: `Socket ${portSpecOf(site, device, number)?.label ?? number} of ${device.name} is on no network in its group: what is plugged in there is dead.`,
            where: [atPort(site, { deviceId: device.id, port: number })],
          },
        ],
  )

function latency(device: Device): Sighting[] {
  const { latencyMs } = device.remote ?? { latencyMs: null }
  if (latencyMs === null)
    return [
      {
        severity: 'note',
        says: `The latency to ${device.name} is not measured.`,
        where: [atDevice(device)],
      },
    ]
  return latencyMs / 2 > SPEECH_ONE_WAY_MS
    ? [
        {
          says: `${latencyMs} ms there and back to ${device.name}, about ${Math.round(latencyMs / 2)} ms one way: speech wants ${SPEECH_ONE_WAY_MS} ms or less (ITU-T G.114).`,
          where: [atDevice(device)],
        },
      ]
    : []
}
