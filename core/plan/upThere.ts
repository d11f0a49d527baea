import type { Device } from './devices'

/** Higher than this a ladder is needed, m over the floor. Common practice, no source. */
export const REACH_M = 2.2

/** Whether somebody has to climb to a device. */
export const isUpThere = ({ position }: Pick<Device, 'position'>): boolean =>
  position !== null && position.heightM > REACH_M
