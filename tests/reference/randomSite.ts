import type { Random } from '~/core/lib/random'
import { bareDevice, emptySite, newPort } from '~/core/plan'
import type { Device, Link, Port, Site } from '~/core/plan'

const VLANS = [10, 20, 30, 40]
const MOST_SWITCHES = 7
const CLIENTS = 2

/**
 * A random tree of switches, some of them unmanaged, with trunks, natives that may differ at the two ends or be missing,
 * and clients in access ports and in trunk ports. Settings a reference switch cannot have (no ingress filtering, tagged
 * frames only beside a native) are left out.
 */
export function randomSite(random: Random): Site {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  const some = <T>(list: readonly T[]): T[] => list.filter(() => random() < 0.5)
  const trunk = (number: number): Port => {
    const nativeVlan = random() < 0.25 ? null : pick(VLANS)
    const taggedVlans = some(VLANS).filter((vlanId) => vlanId !== nativeVlan)
    return { ...newPort(number, nativeVlan), mode: 'trunk', taggedVlans, admit: 'all' }
  }
  const access = (number: number): Port => newPort(number, pick(VLANS))
  const count = 2 + Math.floor(random() * (MOST_SWITCHES - 1))
  const devices: Device[] = Array.from({ length: count }, (_, i) => ({
    ...bareDevice(`s${i}`, `Switch ${i}`, random() < 0.25 ? 'unmanagedSwitch' : 'switch'),
    ports: Array.from({ length: CLIENTS }, (_none, p) => (random() < 0.6 ? access(p + 1) : trunk(p + 1))),
  }))
  const links: Link[] = []
  for (let i = 1; i < count; i++) {
    const parent = Math.floor(random() * i)
    const ends = [parent, i].map((at) => {
      const device = devices[at] as Device
      const number = device.ports.length + 1
      device.ports.push(random() < 0.85 ? trunk(number) : access(number))
      return { deviceId: device.id, port: number }
    })
    links.push({ id: `l${i}`, a: ends[0]!, b: ends[1]!, lengthM: 1, category: 'cat6', statedMbps: null })
  }
  return { ...emptySite('random'), devices, links }
}
