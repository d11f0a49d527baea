import { twinOf } from '../../../network/layer3'
import {
  isSetByPort,
  kindOf,
  roleOf,
  neighbourAt,
  routesAtHome,
  tunnelsAt,
  vlansServed,
  wanOf,
} from '../../../plan'
import type { Device, LinkEnd, Port, VlanId } from '../../../plan'
import { proposeTrunks } from '../../proposals'
import { edit } from './draft'
import type { Draft } from './draft'

/**
 * Every cable carries what somebody behind it needs; what a cable carried before stays, whoever needs it. The trunks' helper knows
 * what lies between managed devices; household routers and the tunnels of controllers come first.
 */
export function carryTags(draft: Draft): void {
  behindHomes(draft)
  tunnelsOut(draft)
  const { edits } = proposeTrunks(twinOf(draft.site))
  for (const one of edits)
    if (one.op === 'port') tag(draft, { deviceId: one.deviceId, port: one.port.number }, one.port.taggedVlans)
}

/** Adds tags to a port that is set one by one, or to one of a household router. */
function tag(draft: Draft, { deviceId, port: number }: LinkEnd, vlans: readonly VlanId[]): void {
  const old = draft.site.devices
    .find(({ id }) => id === deviceId)
    ?.ports.find((port) => port.number === number)
  const kept = old?.mode === 'trunk' ? old.taggedVlans : []
  const more = vlans.filter((vlanId) => vlanId !== old?.nativeVlan)
  if (!old || more.length === 0) return
  edit(draft, [{ op: 'port', deviceId, port: asTrunk(old, [...more, ...kept]) }])
}

const passesTags = (device: Device): boolean =>
  kindOf(device).wireVlans !== null || roleOf(device) === 'bridgeEnd'

/** Every network that a household router routes goes to switches and access points behind it, at both ends of the cable. */
function behindHomes(draft: Draft): void {
  for (const device of draft.site.devices.filter(routesAtHome))
    for (const { number } of device.ports) {
      const end = { deviceId: device.id, port: number }
      const far = neighbourAt(draft.site, end)
      if (!far || !passesTags(far.device) || wanOf(device)?.port === number) continue
      const vlans = draft.site.networks
        .filter(({ routedBy }) => routedBy === device.id)
        .map(({ vlanId }) => vlanId)
      tag(draft, end, vlans)
      if (isSetByPort(far.device)) tag(draft, far.end, vlans)
    }
}

/** What comes out of the tunnels of remote access points leaves a controller by its own port. */
function tunnelsOut(draft: Draft): void {
  for (const controller of draft.site.devices.filter(({ controller: part }) => part !== null)) {
    if (tunnelsAt(draft.site, controller.id).length === 0) continue
    const vlans = vlansServed(draft.site, controller)
    for (const { number } of controller.ports) {
      const far = neighbourAt(draft.site, { deviceId: controller.id, port: number })
      if (far && isSetByPort(far.device)) tag(draft, far.end, vlans)
    }
  }
}

const asTrunk = (port: Port, vlans: readonly number[]): Port => ({
  ...port,
  mode: 'trunk',
  taggedVlans: [...new Set(vlans)].sort((a, b) => a - b),
  admit: port.admit === 'untaggedOnly' ? 'all' : port.admit,
})
