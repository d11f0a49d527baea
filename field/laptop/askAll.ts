import type { Ip } from '~/core/plan'
import { askHost } from './askHost'
import type { Asked } from './askHost'
import { runHere } from './tools'
import type { Run } from './tools'

/** So many are asked at once: silence takes its time, and a small gateway is not flooded. */
const AT_ONCE = 4

/** Asks each of these once, in their order; what was not asked any more when it was cancelled is left out. */
export async function askAll<T extends { ip: Ip }>(
  tests: readonly T[],
  run: Run = runHere,
  signal?: AbortSignal,
): Promise<(T & Asked)[]> {
  const results: (T & Asked)[] = []
  for (let i = 0; i < tests.length && !signal?.aborted; i += AT_ONCE)
    results.push(
      ...(await Promise.all(
        tests
          .slice(i, i + AT_ONCE)
          .map(async (test) => ({ ...test, ...(await askHost(test.ip, run, signal)) })),
      )),
    )
  return results
}
