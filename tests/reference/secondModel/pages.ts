import { heardFrom, inSubnet, sameNet } from './gear'
import type { Gear, Interface, Plant } from './gear'

interface Host {
  ip: string
  prefix: number
  gateway: string | null
}
interface Socket {
  deviceId: string
  port: number
}

const ownEar = (gear: Gear): string => `${gear.id} ${gear.isBridge ? gear.management.vlan : 'host'}`

/** Both ways between a laptop in a socket and a device's own ear in a VLAN. */
function meet(plant: Plant, at: Socket, deviceId: string, vlan: number | null): boolean {
  const isHost = plant.gear.get(deviceId)?.isBridge === false
  return (
    heardFrom(plant, at).ears.has(`${deviceId} ${isHost ? 'host' : vlan}`) &&
    heardFrom(plant, { deviceId, vlan }).sockets.has(`${at.deviceId} ${at.port}`)
  )
}

const routersIn = (plant: Plant): { router: Gear; face: Interface }[] =>
  [...plant.gear.values()].flatMap((router) =>
    [...router.interfaces.values()].map((face) => ({ router, face })),
  )

/** Interfaces of routers that a laptop in a socket hears, and that hear it. */
const facesAt = (plant: Plant, at: Socket) =>
  routersIn(plant).filter(({ router, face }) => meet(plant, at, router.id, face.vlan))

/** What servers offer a laptop in a socket: RFC 2131 section 3.1, one for each that hears it. */
export const offersAt = (plant: Plant, at: Socket): { host: Host; networkId: string }[] =>
  facesAt(plant, at).flatMap(({ router, face }) => {
    const old = [...router.interfaces].find(([, one]) => one === face)?.[0] ?? ''
    const networkId = old.replace(/ old$/, '')
    if (router.serves.get(networkId) !== true || face.ip === null) return []
    const ip = face.subnet.replace(/\.\d+\/\d+$/, '.177')
    return [{ host: { ip, prefix: 24, gateway: face.ip }, networkId: face.networkId }]
  })

/** Whether the page at an address opens for a host in a socket: there by ARP or the gateway, and back again. RFC 1122 section 3.3.1. */
export function opens(plant: Plant, at: Socket, host: Host, deviceId: string, address: string): boolean {
  const gear = plant.gear.get(deviceId)
  if (!gear) return false
  const faces = [...gear.interfaces.values()].filter(({ ip }) => ip === address)
  if (sameNet(host.ip, address, host.prefix)) {
    if (faces.some(({ vlan }) => meet(plant, at, deviceId, vlan))) return true
    const { ip, prefix, vlan } = gear.management
    return ip === address && sameNet(address, host.ip, prefix) && meet(plant, at, deviceId, vlan)
  }
  const via = facesAt(plant, at).find(({ face }) => face.ip === host.gateway)
  if (!via || !inSubnet(host.ip, via.face.subnet)) return false
  const far = [...via.router.interfaces.values()].find(({ subnet }) => inSubnet(address, subnet))
  if (!far) return false
  const isDropped =
    far.networkId !== via.face.networkId &&
    plant.drops.some(({ from, to }) => from === via.face.networkId && to === far.networkId)
  if (isDropped) return false
  if (via.router.id === deviceId) return faces.length > 0 || gear.management.ip === address
  const { ip, gateway, prefix } = gear.management
  const there = heardFrom(plant, { deviceId: via.router.id, vlan: far.vlan }).ears.has(ownEar(gear))
  const back = heardFrom(plant, { deviceId, vlan: gear.management.vlan }).ears.has(
    `${via.router.id} ${far.vlan}`,
  )
  return ip === address && there && back && !sameNet(host.ip, address, prefix) && gateway === far.ip
}
