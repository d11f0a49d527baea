import type { JudgedThroughput } from '../../server/proof/proof.server'

/** "40 to 90": what the plan promises to a client of each device that was measured. */
export const promisesOf = (tests: readonly JudgedThroughput[]): Record<string, string> =>
  Object.fromEntries(
    tests.flatMap(({ body: { deviceId }, promised }) =>
      deviceId !== null && promised
        ? [[deviceId, `${Math.round(promised.lowMbps)} to ${Math.round(promised.highMbps)}`]]
        : [],
    ),
  )
