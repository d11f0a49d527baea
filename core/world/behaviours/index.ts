import type { Device, DeviceKind } from '../../plan'

/** How a kind of device comes to do what it is there for. */
export interface Behaviour {
  /** hand: somebody opens its page · controller: one adopts it, where the plan names one · nobody: it has no settings of ours. */
  setUpBy: 'hand' | 'controller' | 'nobody'
  /**
   * What becomes of it when it loses its controller while it is being set up. seeks: its session ends and it looks for a controller again
   * (RFC 5415 section 2.3.1, Configure to DTLS Teardown to Idle) · staysHalf: what it has taken is in force, and the rest is not (common
   * practice, no source).
   */
  cutShort: 'seeks' | 'staysHalf'
}

const byHand: Behaviour = { setUpBy: 'hand', cutShort: 'staysHalf' }
const byNobody: Behaviour = { setUpBy: 'nobody', cutShort: 'staysHalf' }

/** One behaviour per kind; the compiler holds it complete. */
export const BEHAVIOURS = {
  modem: byNobody,
  gateway: byHand,
  router: byHand,
  switch: byHand,
  unmanagedSwitch: byNobody,
  accessPoint: { setUpBy: 'controller', cutShort: 'seeks' },
  controller: byHand,
  radius: byNobody,
  station: byNobody,
  injector: byNobody,
  powerline: byNobody,
} as const satisfies Record<DeviceKind, Behaviour>

/** By whom a device is set up: one that a controller could adopt and the plan names none for is set up by hand. */
export const setUpBy = ({ kind, adoption }: Pick<Device, 'kind' | 'adoption'>): Behaviour['setUpBy'] => {
  const usual = BEHAVIOURS[kind].setUpBy
  return usual === 'controller' && adoption?.controllerId == null ? 'hand' : usual
}
