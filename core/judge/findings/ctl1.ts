import { discover, firstFound, hostNow } from '../../network/discovery'
import type { Attempt } from '../../network/discovery'
import { twinOf } from '../../network/layer3'
import type { Twin } from '../../network/layer3'
import { accessPoints, applyEdits, deviceOf } from '../../plan'
import type { Device, Id, Network } from '../../plan'
import { putNetwork } from './mends'
import type { Mend, Rule, Sighting } from './types'
import { atDevice, atNetwork } from './where'

/** Access points that find no controller, or another than theirs, by any of the published ways. Source: RFC 5415 section 3.3. */
export const ctl1: Rule = {
  code: 'CTL-1',
  check: ({ twin }) => {
    const lost = accessPoints(twin.site).flatMap((device) => seeks(twin, device) ?? [])
    return [...byNetwork(lost).values()].flatMap(([first, ...rest]) =>
      first ? [sighting(twin, first, rest)] : [],
    )
  },
}

interface Lost {
  device: Device
  controller: Device
  network: Network | null
  why: string
}

/** What an access point meets that looks for its controller; null where it finds it or cannot look at all (other findings say why). */
function seeks(twin: Twin, device: Device): Lost | null {
  const controller = deviceOf(twin.site, device.adoption?.controllerId ?? null)
  if (!controller?.controller || device.remote) return null
  const now = hostNow(twin, device)
  if ('why' in now || 'why' in hostNow(twin, controller)) return null
  const attempts = discover(twin, { device, host: now.host, remembers: [], foundBy: [] })
  if (attempts.some(({ ok, controllerId }) => ok && controllerId === controller.id)) return null
  return { device, controller, network: now.host.lease.network, why: whyNot(attempts, controller) }
}

const whyNot = (attempts: Attempt[], controller: Device): string => {
  const other = firstFound(attempts)
  const last = attempts.at(-1)
  return other ? `it finds another controller, and ${controller.name} not.` : (last?.says ?? '')
}

const byNetwork = (lost: Lost[]): Map<string, Lost[]> => {
  const groups = new Map<string, Lost[]>()
  for (const one of lost) {
    const key = `${one.controller.id} ${one.network?.id ?? one.device.id}`
    groups.set(key, [...(groups.get(key) ?? []), one])
  }
  return groups
}

function sighting(twin: Twin, first: Lost, rest: Lost[]): Sighting {
  const { device, controller, network, why } = first
  const group = [first, ...rest]
  const who =
    group.length === 1 ? device.name : `${group.length} access points in ${network?.name ?? 'one network'}`
  return {
    says: `${who}: nothing leads to ${controller.name}. ${why}`,
    where: [
      ...(network ? [atNetwork(network)] : []),
      ...group.slice(0, 3).map(({ device: one }) => atDevice(one)),
    ],
    mend: network ? announce(twin, network, controller.id, device) : undefined,
  }
}

/** The lease names the controller: offered where that is tried and found to help. */
function announce({ site }: Twin, network: Network, controllerId: Id, lost: Device): Mend | undefined {
  const controller = deviceOf(site, controllerId)
  if (!controller?.management.ip || network.servedBy === null) return undefined
  const mend = putNetwork(`Let leases of ${network.name} name ${controller.name}`, {
    ...network,
    announcedControllerId: controllerId,
  })
  return seeks(twinOf(applyEdits(site, mend.edits)), lost) === null ? mend : undefined
}
