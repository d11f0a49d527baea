import { between, hostOfDevice } from '../layer3'
import type { Host, Twin } from '../layer3'
import type { Device } from '../../plan'

/** Whether two can talk, and if not, why, in a sentence. */
export type Talk = { ok: true } | { ok: false; why: string }

const stopped = (stages: ReturnType<typeof between>): Talk => {
  const end = stages.find(({ ok, astray }) => !ok && !astray)
  return end ? { ok: false, why: end.says } : { ok: true }
}

/** From one host to another by their addresses, there and back. Source: RFC 1122 section 3.3.1. */
export const talkTo = (twin: Twin, from: Host, to: Host): Talk =>
  stopped(between({ twin, hops: false }, from, { kind: 'host', host: to }))

export const talkOutside = (twin: Twin, from: Host): Talk =>
  stopped(between({ twin, hops: false }, from, { kind: 'internet' }))

/** A device as somebody to be talked to; why it is not, where it has no place or no address now. */
export function hostNow(twin: Twin, device: Device): { host: Host } | { why: string } {
  const host = hostOfDevice(twin, device)
  if (host) return { host }
  const dark = twin.fabric.whyDark(device.id)
  return {
    why: twin.fabric.nodes.has(device.id)
      ? `${device.name} has no address.`
      : `${device.name} is not running${dark ? `: ${dark}` : '.'}`,
  }
}
