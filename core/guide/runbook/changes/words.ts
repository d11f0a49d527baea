import { deviceOf, METHOD_NAME, networkOf, portName, ruleWords } from '../../../plan'
import type {
  AirEnd,
  AirUplink,
  ControllerPart,
  Device,
  Forward,
  Group,
  Id,
  Management,
  MeshSettings,
  RadiusServer,
  Radio,
  Rule,
  Site,
  Ssid,
} from '../../../plan'
import type { Part, PortVlans, RouterInterface, Service } from './units'

interface Named {
  site: Site
  before: Site
  deviceId: Id
  key: string
  half: string
}

const port = ({ site, before, deviceId, key }: Named): string =>
  portName(deviceOf(site, deviceId) ? site : before, { deviceId, port: Number(key) })

const networkName = ({ site, before, key }: Named): string =>
  (networkOf(site, key) ?? networkOf(before, key))?.name ?? key

const ssidName = ({ site, before, key, half }: Named): string =>
  (half === 'remove' ? [before] : [site, before]).flatMap(({ ssids }) =>
    ssids.filter(({ id }) => id === key),
  )[0]?.name ?? key

/** What goes, when the new one stands beside it. */
const old = ({ half }: Named): string => (half === 'remove' ? 'old ' : '')

/** Units of which a device has several. */
const SEVERAL: Record<string, (named: Named) => string> = {
  native: (named) => `${port(named)}, native VLAN`,
  vlans: (named) => `${port(named)}, ${named.half === 'remove' ? 'VLANs taken off' : 'VLANs'}`,
  poe: (named) => `${port(named)}, PoE`,
  speed: (named) => `${port(named)}, speed`,
  interface: (named) => `${old(named)}interface in ${networkName(named)}`,
  translation: (named) => `address translation of ${networkName(named)}`,
  service: (named) => `${old(named)}address server for ${networkName(named)}`,
  ssid: (named) => `${old(named)}SSID “${ssidName(named)}”`,
  radio: ({ key }) => `radio ${key} GHz`,
  rule: () => 'a rule',
  forward: () => 'a forward',
  far: ({ site, key }) => `bridge to ${deviceOf(site, key)?.name ?? key}`,
  jacks: () => 'wired jacks',
}

/** A unit as the page of a device calls it. Common practice, no source. */
export function unitWords(site: Site, before: Site, deviceId: Id, unit: string, half: string): string {
  const [kind, key] = split(unit)
  return SEVERAL[kind]?.({ site, before, deviceId, key, half }) ?? WORDS[unit] ?? unit
}

const WORDS: Record<string, string> = {
  address: 'its own address',
  ruleOrder: 'order of the rules',
  controller: 'controller settings',
  server: 'its own address server',
  mesh: 'mesh settings',
  uplink: 'uplink by radio',
  cluster: 'cluster',
  radius: 'login server',
  adoption: 'controller to join',
  router: 'what it is used as, and its uplink',
  modem: 'modem',
  firmware: 'firmware',
  login: 'admin login',
  power: 'what feeds it',
  place: 'where it hangs',
}

const split = (unit: string): [string, string] => {
  const at = unit.indexOf(':')
  return at < 0 ? [unit, ''] : [unit.slice(0, at), unit.slice(at + 1)]
}

/** What a unit is set to. Keys are said to be set, and never shown. `both`: the VLANs of before and after at once. */
export function valueWords(
  site: Site,
  unit: string,
  part: Part | null,
  side: 'from' | 'to' | 'both',
  other: Part | null,
): string {
  if (!part) return unit.startsWith('rule') || unit.startsWith('forward') ? 'not there' : 'none'
  const [kind] = split(unit)
  if (kind === 'vlans' && side === 'both' && other) return vlansText(bothVlans(part, other))
  const say = SAYS[kind] ?? ((_site, { value }) => String(value ?? 'none'))
  return say(site, part)
}

/** A port that carries the VLANs of before and of after. */
export const bothVlans = (a: Part, b: Part): PortVlans => {
  const [one, other] = [a.value as PortVlans, b.value as PortVlans]
  return {
    ...one,
    taggedVlans: [...new Set([...one.taggedVlans, ...other.taggedVlans])].sort((x, y) => x - y),
  }
}

const vlansText = ({ mode, taggedVlans }: PortVlans): string =>
  mode === 'access' ? 'access port' : `trunk, tagged ${taggedVlans.join(', ') || 'none'}`

const vlanText = (part: Part, networkId: Id | null): string => {
  const network = part.networks.find(({ id }) => id === networkId)
  return network ? `${network.name}, VLAN ${network.vlanId}` : 'no network'
}

const onOff = (on: unknown): string => (on === true ? 'on' : 'off')

const SAYS: Record<string, (site: Site, part: Part) => string> = {
  vlans: (_site, { value }) => vlansText(value as PortVlans),
  native: (_site, { value }) => (value === null ? 'none' : `VLAN ${String(value)}`),
  poe: (_site, { value }) => onOff(value),
  speed: (_site, { value }) => (value === null ? 'auto' : `${String(value)} Mbit/s`),
  address: (_site, part) => {
    const { addressing, ip, prefixLength, networkId } = part.value as Management
    const text = addressing === 'fixed' ? `${ip ?? '?'}/${prefixLength ?? '?'}` : addressing
    return `${text} in ${vlanText(part, networkId)}`
  },
  interface: (_site, part) => {
    const [network] = part.networks
    const { gateway, relayed } = part.value as RouterInterface
    return `${gateway ?? 'no address'} in VLAN ${network?.vlanId ?? '?'}, ${network?.subnet ?? ''}${relayed ? ', relays' : ''}`
  },
  translation: (_site, { value }) => onOff(value),
  service: (_site, part) => {
    const { pool } = part.value as Service
    return pool ? `${pool.start} to ${pool.end}` : 'on, no pool'
  },
  ssid: (_site, part) =>
    `on ${vlanText(part, (part.value as Ssid).networkId)}, ${part.profiles[0]?.name ?? 'no profile'}`,
  radio: (_site, { value }) => {
    const { enabled, channel, widthMhz, powerDbm } = value as Radio
    return enabled
      ? `channel ${channel ?? 'auto'}, ${widthMhz} MHz, ${powerDbm === null ? 'full power' : `${powerDbm} dBm`}`
      : 'off'
  },
  rule: (site, { value }) => ruleWords(site, value as Rule),
  forward: (site, { value }) => {
    const { protocol, port, toDeviceId } = value as Forward
    return `${protocol.toUpperCase()} ${port} to ${deviceOf(site, toDeviceId)?.name ?? '?'}`
  },
  ruleOrder: (_site, { value }) => `${(value as Id[]).length} rules`,
  jacks: (site, { value }) =>
    (value as Group).jacks
      .map(({ port, networkId }) => `${port} in ${networkOf(site, networkId)?.name ?? '?'}`)
      .join(', '),
  controller: (_site, { value }) => controllerText(value as ControllerPart | null),
  server: (_site, { value }) => onOff(value !== null),
  mesh: (_site, { value }) => {
    const mesh = value as MeshSettings | null
    if (!mesh) return 'none'
    const says = [mesh.takesChildren && 'takes children', mesh.seeksParent && 'seeks a parent']
    return says.filter(Boolean).join(', ') || 'off'
  },
  uplink: (site, { value }) => {
    const air = value as AirUplink | null
    if (!air) return 'none'
    return `${air.way} to ${deviceOf(site, air.deviceId)?.name ?? '?'}${air.near ? `, SSID ${air.near.ssid}` : ''}`
  },
  far: (_site, { value }) => `SSID ${(value as AirEnd | null)?.ssid ?? 'none'}`,
  cluster: (_site, { value }) => (value === null ? 'none' : `“${(value as { name: string }).name}”`),
  radius: (_site, { value }) => {
    const server = value as RadiusServer | null
    return server
      ? `port ${server.port}, ${server.methods.map((one) => METHOD_NAME[one]).join(', ')}`
      : 'none'
  },
  adoption: (site, { value }) => {
    const { controllerId = null, pointer = null } =
      (value as { controllerId: Id | null; pointer: string | null } | null) ?? {}
    return [deviceOf(site, controllerId)?.name ?? 'none', pointer ?? ''].filter(Boolean).join(', ')
  },
  router: (_site, { value }) =>
    value === null ? 'none' : ((value as { role: string | null }).role ?? 'router'),
  modem: (_site, { value }) =>
    value === null ? 'none' : (value as { bridgeMode: boolean }).bridgeMode ? 'passes the feed on' : 'routes',
  firmware: (_site, { value }) => String(value ?? 'as it is'),
  login: (_site, { value }) => (value === true ? 'as delivered' : 'your own'),
  power: (_site, { value }) => (value as { powerSource: string }).powerSource,
  place: (_site, { value }) => {
    const { place, position } = value as Pick<Device, 'place' | 'position'>
    if (!position) return place || 'nowhere yet'
    const [x, y] = position.at
    return `${place || 'on the plan'}, ${position.heightM} m up, at ${x.toFixed(1)}, ${y.toFixed(1)}, facing ${position.azimuthDeg}°`
  },
}

const controllerText = (controller: ControllerPart | null): string =>
  controller
    ? [controller.form, controller.publicIp && `announces ${controller.publicIp}`].filter(Boolean).join(', ')
    : 'none'
