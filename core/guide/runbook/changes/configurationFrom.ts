import { aimNetworkId } from '../../../plan'
import type {
  AdmitFrames,
  AirEnd,
  ControllerPart,
  Device,
  Forward,
  Group,
  Id,
  Management,
  Network,
  Port,
  Radio,
  Rule,
  SecurityProfile,
  Ssid,
} from '../../../plan'
import type { Configuration } from '../../../world'
import { NetworkCopies } from './networkCopies'
import { unitOf } from './splits'
import { WHOLE_UNITS } from './units'
import type { Part, Parts, PortVlans, RouterInterface, Service } from './units'

const after = (unit: string): string => unitOf(unit.slice(unit.indexOf(':') + 1))

/** The device that holds these units: the inverse of `unitsOf`. `like` gives what no unit says: its name, kind, type, hardware address. */
export function configurationFrom(like: Device, parts: Parts): Configuration {
  const copies = new NetworkCopies()
  const idIn = (part: Part | undefined, networkId: Id | null): Id | null => {
    const network = part?.networks.find(({ id }) => id === networkId)
    return network ? copies.idOf(network) : networkId
  }
  const of = <T>(kind: string): [id: string, part: Part, value: T][] =>
    [...parts].flatMap(([unit, part]): [string, Part, T][] =>
      unit.startsWith(`${kind}:`) ? [[after(unit), part, part.value as T]] : [],
    )
  const interfaces = of<RouterInterface>('interface').map(([id, part, value]) => {
    const at = idIn(part, id) ?? id
    copies.put(at, value)
    copies.put(at, { translated: translatedIn(parts, id) })
    return at
  })
  for (const [id, part, value] of of<Service>('service')) {
    const at = idIn(part, id) ?? id
    // Its router knows the gateway; a server that is not the router says what it hands out.
    const { gateway, ...served } = value
    copies.put(at, interfaces.includes(at) ? served : { ...served, gateway })
  }
  const address = parts.get('address')
  const management = address?.value as Management
  const controller = parts.get('controller')
  const ssids = of<Ssid>('ssid').map(([, part, ssid]): Ssid => ({
    ...ssid,
    networkId: idIn(part, ssid.networkId),
  }))
  const groups = of<Group>('jacks').map(([, part, group]): Group => ({
    ...group,
    jacks: group.jacks.map((jack) => ({ ...jack, networkId: idIn(part, jack.networkId) ?? jack.networkId })),
  }))
  const device: Device = {
    ...like,
    ...wholeParts(parts),
    ports: portsFrom(like, parts),
    radios: of<Radio>('radio').map(([, , radio]) => radio),
    management: { ...management, networkId: idIn(address, management.networkId) },
    controller: stagedController(controller, idIn),
  }
  const networks = copies.all()
  return {
    device,
    networks,
    ssids,
    groups,
    profiles: profilesIn(parts),
    rules: forBoth(rulesFrom(parts), networks),
    forwards: of<Forward>('forward').map(([, , forward]) => forward),
  }
}

/** Puts the far ends of bridges, which are typed in at the other device, to who they belong to. */
export function withFarEnds(
  configurations: Configuration[],
  farOf: ReadonlyMap<Id, AirEnd | null>,
): Configuration[] {
  return configurations.map((one) => {
    const { air } = one.device
    return air?.way === 'bridge'
      ? { ...one, device: { ...one.device, air: { ...air, far: farOf.get(one.device.id) ?? null } } }
      : one
  })
}

/** The far ends that one device holds. */
export const farEnds = (parts: Parts): [Id, AirEnd | null][] =>
  [...parts].flatMap(([unit, { value }]): [Id, AirEnd | null][] =>
    unit.startsWith('far:') ? [[after(unit), value as AirEnd | null]] : [],
  )

const translatedIn = (parts: Parts, id: Id): boolean =>
  (parts.get(`translation:${id}`)?.value as boolean | undefined) ?? true

function stagedController(
  part: Part | undefined,
  idIn: (part: Part | undefined, networkId: Id | null) => Id | null,
): ControllerPart | null {
  const controller = (part?.value as ControllerPart | undefined) ?? null
  return controller && { ...controller, stagingNetworkId: idIn(part, controller.stagingNetworkId) }
}

const wholeParts = (parts: Parts): Partial<Device> =>
  Object.assign(
    {},
    parts.get('power')?.value,
    parts.get('place')?.value,
    ...WHOLE_UNITS.map(([unit, field]) => (parts.has(unit) ? { [field]: parts.get(unit)?.value } : {})),
  ) as Partial<Device>

const portsFrom = (like: Device, parts: Parts): Port[] =>
  like.ports.flatMap(({ number }): Port[] => {
    const vlans = parts.get(`vlans:${number}`)?.value as PortVlans | undefined
    if (!vlans) return []
    return [
      {
        number,
        mode: vlans.mode,
        nativeVlan: (parts.get(`native:${number}`)?.value as number | null | undefined) ?? null,
        taggedVlans: vlans.taggedVlans,
        admit: vlans.admit satisfies AdmitFrames,
        ingressFilter: vlans.ingressFilter,
        poe: parts.get(`poe:${number}`)?.value === true,
        speedMbps: (parts.get(`speed:${number}`)?.value as Port['speedMbps'] | undefined) ?? null,
      },
    ]
  })

/** Each key once; where old and new are both in use here, both, since an SSID names the one that it was typed in with. */
const profilesIn = (parts: Parts): SecurityProfile[] => [
  ...new Map(
    [...parts.values()].flatMap(({ profiles }) => profiles.map((one) => [one.id, one] as const)),
  ).values(),
]

/** While a router has an interface twice, old and new, what is ruled about the network is ruled about both. */
function forBoth(rules: Rule[], networks: Network[]): Rule[] {
  const twice = networks.filter(({ id, routedBy }) => routedBy !== null && id.endsWith('~'))
  return twice.reduce((all, { id }) => {
    const first = id.replace(/~+$/, '')
    return all.flatMap((rule) => {
      const from = rule.fromNetworkId === first
      const to = aimNetworkId(rule.to) === first
      if (!from && !to) return [rule]
      const old = { ...rule, id: `${rule.id}~`, fromNetworkId: from ? id : rule.fromNetworkId }
      return [rule, to ? { ...old, to: { networkId: id } } : old]
    })
  }, rules)
}

/** Rules in the order that the device holds; one that the order does not know comes last. */
function rulesFrom(parts: Parts): Rule[] {
  const order = (parts.get('ruleOrder')?.value as Id[] | undefined) ?? []
  const rank = ({ id }: Rule): number => (order.includes(id) ? order.indexOf(id) : order.length)
  return [...parts]
    .flatMap(([unit, { value }]) => (unit.startsWith('rule:') ? [value as Rule] : []))
    .sort((a, b) => rank(a) - rank(b))
}
