import { deviceOf, isUpThere } from '../../../plan'
import type { Device, Id, Site } from '../../../plan'

/** What going to a device takes: 1 a walk, 2 a walk with a ladder or a mast at its end. Common practice, no source. */
export const effortOf = (device: Device): number => (isUpThere(device) ? 2 : 1)

/** The same by its id, as either plan has it; the harder of the two. */
export const effortAt = (sites: readonly Site[], deviceId: Id): number =>
  Math.max(
    1,
    ...sites.flatMap((site) => {
      const device = deviceOf(site, deviceId)
      return device ? [effortOf(device)] : []
    }),
  )
