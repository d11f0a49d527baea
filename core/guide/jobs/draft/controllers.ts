import { plural } from '../../../lib/plural'
import { STARTER_TYPES, typeOf } from '../../../plan'
import type { CapacityRow, ControllerPart, Device, DeviceType, Site } from '../../../plan'
import type { Base } from './base'
import { change, now, say } from './draft'
import type { Draft } from './draft'
import { addDevice, manageAt } from './gear'
import { plugIn } from './plug'

/** What the small controller on site carries. */
export const MOST_AT_SMALL = STARTER_TYPES.find(({ id }) => id === 't-controller')?.maxAccessPoints ?? 0

const VIRTUAL_ID = 't-controller-vm'

const virtualType = (site: Site): DeviceType | undefined =>
  [...site.deviceTypes, ...STARTER_TYPES].find(({ id }) => id === VIRTUAL_ID)

/** The sizes of a virtual controller, the smallest first. */
export const virtualSizes = (site: Site): readonly CapacityRow[] => virtualType(site)?.capacity ?? []

/** A controller on site at an address of its own, asking the gateway for the time. */
export const addController = (draft: Draft, made: Base): Device =>
  added(draft, made, {
    typeId: 't-controller',
    name: 'Controller',
    place: made.gateway.place,
    part: {},
  })

/** A controller on a virtual machine, of so many interfaces for good. */
export const addVirtualController = (
  draft: Draft,
  made: Base,
  { machine, interfaces }: { machine: NonNullable<ControllerPart['machine']>; interfaces: 1 | 3 },
): Device =>
  added(draft, made, {
    typeId: VIRTUAL_ID,
    name: 'Virtual controller',
    place: 'On the server',
    part: {
      form: 'virtual',
      machine,
      interfaces,
      isSetUp: false,
      stagingNetworkId: interfaces === 3 ? made.gear.id : null,
    },
  })

function added(
  draft: Draft,
  { gear, people }: Base,
  {
    typeId,
    name,
    place,
    part,
  }: { typeId: string; name: string; place: string; part: Partial<ControllerPart> },
): Device {
  const fresh = addDevice(draft, typeId, { id: 'controller', name, place, vlanId: gear.vlanId })
  manageAt(draft, fresh, gear)
  const own = now(draft, fresh).controller
  change(draft, fresh, { controller: own && { ...own, timeServer: gear.gateway, ...part } })
  plugIn(draft, fresh, { network: gear, gear, clients: people })
  return now(draft, fresh)
}

/** A licence for each device that needs one, beyond those it manages free. */
export function holdLicences(draft: Draft, { id }: { id: string }): void {
  const controller = now(draft, { id })
  const part = controller.controller
  const type = typeOf(draft.site, controller)
  const mine = draft.site.devices.filter(
    (device) => device.adoption?.controllerId === id && (typeOf(draft.site, device)?.needsLicence ?? false),
  ).length
  const needed = Math.max(0, mine - (type?.managesFree ?? 0))
  if (part && part.licences < needed) change(draft, controller, { controller: { ...part, licences: needed } })
  say(
    draft,
    controller.name,
    `${plural(now(draft, controller).controller?.licences ?? 0, 'licence')} held for ${plural(mine, 'access point')}, ${type?.managesFree ?? 0} of them free.${type?.minimumFirmware ? ` It takes firmware ${type.minimumFirmware} or newer.` : ''} Its time comes from the gateway.`,
  )
}
