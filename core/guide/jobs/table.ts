import { accessPointsWithController } from './accessPoints'
import { bridgePair } from './bridge'
import { cluster } from './cluster'
import { companyLogin } from './companyLogin'
import { innerRouter } from './innerRouter'
import { meshKit } from './mesh'
import { oldRouter } from './oldRouter'
import { oneMoreByRadio } from './oneMoreByRadio'
import { remoteWorker } from './remoteWorker'
import { slowWifi } from './slowWifi'
import { twoNetworks } from './twoNetworks'
import { virtualController } from './virtualController'
import type { Job } from './job'
import { oneRouter } from './oneRouter'

/** Every job by its id, in the order in which they are offered. */
export const JOBS = {
  'one-router': oneRouter,
  'old-router': oldRouter,
  'inner-router': innerRouter,
  'two-networks': twoNetworks,
  bridge: bridgePair,
  mesh: meshKit,
  'access-points': accessPointsWithController,
  'one-more-by-radio': oneMoreByRadio,
  cluster,
  'virtual-controller': virtualController,
  'remote-worker': remoteWorker,
  'company-login': companyLogin,
  'slow-wifi': slowWifi,
} as const satisfies Record<string, Job>
export type JobId = keyof typeof JOBS
export const JOB_IDS = Object.keys(JOBS) as JobId[]
export const isJobId = (text: string): text is JobId => text in JOBS
