import Joi from 'joi'
import type { Outcome } from '~/core/lib/outcome'
import type { DeviceType } from '~/core/plan'
import { check } from './problems'
import { deviceType } from './records'

/** Device types by themselves: what a library is made of. */
export const readDeviceTypes = (data: unknown): Outcome<DeviceType[]> =>
  check<DeviceType[]>(Joi.array().items(deviceType).max(1000), data)
