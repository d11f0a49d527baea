import { isUp } from '~/core/world/adoption'
import { darkDevices } from '~/core/network/power'
import type { Bench } from './types'

/** Why each device on the bench has no power now, or null: the plan's own answer, for what is switched on, up and plugged. */
export const darkOnBench = (bench: Bench): ReadonlyMap<string, string | null> =>
  darkDevices(bench.site, {
    switchedOn: (id) => bench.devices.get(id)?.switchedOn ?? false,
    up: (id) => isUp(bench.devices.get(id)?.phase ?? 'dark'),
    plugged: (linkId) => !bench.pulled.has(linkId),
  })
