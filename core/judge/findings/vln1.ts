import { behaviourOf } from '../../network/layer2'
import { isAccessPoint, neighbourAt, portName } from '../../plan'
import type { LinkEnd, Site } from '../../plan'
import { putPort } from './mends'
import type { Rule } from './types'
import { missingVlans, vlanList } from './vlanPath'
import { atPort } from './where'

/** A VLAN that some client needs and that a port on its way to the router does not carry. */
export const vln1: Rule = {
  code: 'VLN-1',
  check: ({ site, twin }) =>
    missingVlans(twin)
      .filter(({ end, port }) => !(port.mode === 'access' && isAccessPoint(neighbourAt(site, end)?.device)))
      .map(({ end, port, vlanIds, neededBy }) => ({
        says: `${vlanList(site, vlanIds)} is missing on ${portName(site, end)}. Needed by ${neededBy.join(', ')}.`,
        where: [atPort(site, end)],
        mend: carriesMore(site, end)
          ? putPort(
              port.mode === 'trunk'
                ? `Add ${vlanIds.join(' and ')} to ${portName(site, end)}`
                : `Make ${portName(site, end)} a trunk with ${vlanIds.join(' and ')}`,
              end.deviceId,
              {
                ...port,
                mode: 'trunk',
                taggedVlans: [...(port.mode === 'trunk' ? port.taggedVlans : []), ...vlanIds].sort(
                  (a, b) => a - b,
                ),
                admit: port.admit === 'untaggedOnly' ? 'all' : port.admit,
              },
            )
          : undefined,
      })),
}

/** A port to another bridge may carry several VLANs; one to a client must not. */
const carriesMore = (site: Site, end: LinkEnd): boolean => {
  const device = neighbourAt(site, end)?.device
  return device !== undefined && behaviourOf(site, device) !== 'host'
}
