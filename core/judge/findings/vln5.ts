import { placeKey, socketNumber } from '../../network/layer2'
import type { Place } from '../../network/layer2'
import { twinOf } from '../../network/layer3'
import type { Twin } from '../../network/layer3'
import { applyEdits, deviceOf, linkAt, portName, vlanName } from '../../plan'
import type { Edit, Site } from '../../plan'
import type { Mend, Rule } from './types'
import { missingVlans } from './vlanPath'
import { atDevice, atPort } from './where'

/** Two ways between the same bridges in one VLAN: a broadcast comes round again. */
export const vln5: Rule = {
  code: 'VLN-5',
  check: ({ site, twin }) =>
    [...loopsOf(twin)].flatMap(([, { place, vlanIds }]) => {
      const port = socketNumber(place.key)
      const device = deviceOf(site, place.deviceId)
      if (!device) return []
      const end = { deviceId: device.id, port: port ?? 0 }
      const names = vlanIds.length === 0 ? 'Frames' : vlanIds.map((id) => vlanName(site, id)).join(', ')
      const through = port === null ? `the radio link of ${device.name}` : portName(site, end)
      return [
        {
          says: `${names} can go round in a circle through ${through}.`,
          where: [port === null ? atDevice(device) : atPort(site, end)],
          mend: mendFor(site, twin, place),
        },
      ]
    }),
}

interface Found {
  place: Place
  vlanIds: number[]
}

/** Every port at which some VLAN closes a circle. Where the cables themselves make none, nothing is walked. */
function loopsOf(twin: Twin): Map<string, Found> {
  const found = new Map<string, Found>()
  if (!hasCircle(twin.site)) return found
  for (const node of twin.fabric.nodes.values())
    for (const port of node.ports.values()) {
      if (!port.peer) continue
      for (const tag of [null, ...port.membership.tagged]) {
        const segment = twin.segments.from({ deviceId: node.device.id, key: port.key }, tag)
        for (const place of segment?.loops ?? []) {
          const known = found.get(placeKey(place)) ?? { place, vlanIds: [] }
          const vlanId = tag ?? port.membership.pvid
          if (vlanId !== null && !known.vlanIds.includes(vlanId)) known.vlanIds.push(vlanId)
          found.set(placeKey(place), known)
        }
      }
    }
  return onePerCable(twin, found)
}

/** The two ends of one cable say the same. */
function onePerCable(twin: Twin, found: Map<string, Found>): Map<string, Found> {
  for (const [key, { place }] of found) {
    const peer = twin.fabric.nodes.get(place.deviceId)?.ports.get(place.key)?.peer
    if (peer && found.has(key)) found.delete(placeKey(peer))
  }
  return found
}

/** Whether cables and radio links alone, whatever the VLANs, join two devices by two ways. */
function hasCircle(site: Site): boolean {
  const root = new Map<string, string>()
  const find = (id: string): string => {
    let at = id
    for (let up = root.get(at); up !== undefined && up !== at; up = root.get(at)) at = up
    return at
  }
  const pairs = [
    ...site.links.map(({ a, b }) => [a.deviceId, b.deviceId] as const),
    ...site.devices.flatMap(({ id, air }) => (air ? [[id, air.deviceId] as const] : [])),
  ]
  for (const [a, b] of pairs) {
    const [x, y] = [find(a), find(b)]
    if (x === y) return true
    root.set(x, y)
  }
  return false
}

/** Taking it out must not cut anybody off; else the choice is the installer's. */
function mendFor(site: Site, twin: Twin, place: Place): Mend | undefined {
  const device = deviceOf(site, place.deviceId)
  const port = socketNumber(place.key)
  const link = port === null ? undefined : linkAt(site, { deviceId: place.deviceId, port })
  const mend: Mend | undefined = link
    ? {
        label: `Unplug the cable from ${portName(site, link.a)} to ${portName(site, link.b)}`,
        edits: [{ op: 'remove', collection: 'links', id: link.id }],
      }
    : device && childOn(site, place)
  return mend && !cutsOff(site, twin, mend.edits) ? mend : undefined
}

function childOn(site: Site, { deviceId, key }: Place): Mend | undefined {
  const child = deviceOf(site, key.startsWith('air:') ? key.slice('air:'.length) : deviceId)
  return child?.air
    ? {
        label: `Switch the radio uplink of ${child.name} off`,
        edits: [{ op: 'put', collection: 'devices', record: { ...child, air: null } }],
      }
    : undefined
}

const cutsOff = (site: Site, twin: Twin, edits: Edit[]): boolean =>
  missingVlans(twinOf(applyEdits(site, edits))).length > missingVlans(twin).length
