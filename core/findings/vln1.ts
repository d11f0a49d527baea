import { neighbourAt, portName } from '../site'
import { putPort } from './mends'
import type { Rule } from './types'
import { missingVlans, vlanList } from './vlanPath'
import { atPort } from './where'

/** A VLAN that some client needs and that a port on its way to the router does not carry. */
export const vln1: Rule = {
  code: 'VLN-1',
  check: ({ site, twin }) =>
    missingVlans(twin)
      .filter(
        ({ end, port }) => !(port.mode === 'access' && neighbourAt(site, end)?.device.kind === 'accessPoint'),
      )
      .map(({ end, port, vlanIds, neededBy }) => ({
        says: `${vlanList(site, vlanIds)} is missing on ${portName(site, end)}. Needed by ${neededBy.join(', ')}.`,
        where: [atPort(site, end)],
        mend:
          port.mode === 'trunk'
            ? putPort(`Add ${vlanIds.join(' and ')} to ${portName(site, end)}`, end.deviceId, {
                ...port,
                taggedVlans: [...port.taggedVlans, ...vlanIds].sort((a, b) => a - b),
                admit: port.admit === 'untaggedOnly' ? 'all' : port.admit,
              })
            : undefined,
      })),
}
