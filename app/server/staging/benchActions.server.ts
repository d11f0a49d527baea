import { seedFrom } from '~/core/lib/random'
import type { BenchRequest } from '~/schema/bench'
import { benchNow, setSpeed, stepBench } from './bench.server'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'

const FIRST_SPEED = 10

/** Carries out a request at the bench. False when it makes no sense as the bench stands. */
export function doAtBench(siteId: string, request: BenchRequest): boolean {
  const { site, revision } = siteOr404(siteId)
  const { bench } = store()
  switch (request.kind) {
    case 'setUp':
      bench.start(siteId, revision, site, seedFrom(`${siteId} ${revision}`), FIRST_SPEED)
      return true
    case 'clear':
      return bench.clear(siteId)
    case 'step':
      return stepBench(siteId)
    case 'speed':
      setSpeed(siteId, request.speed)
      return true
    case 'replan':
      return bench.act(siteId, { kind: 'replan', site, revision })
    case 'powerAll':
      return site.devices
        .filter(({ powerSource }) => powerSource !== 'poe')
        .every(({ id }) => bench.act(siteId, { kind: 'powerOn', deviceId: id }))
    case 'adoptAll':
      return [...(benchNow(siteId)?.devices.values() ?? [])]
        .filter(({ phase }) => phase === 'waiting')
        .every(({ id }) => bench.act(siteId, { kind: 'adopt', deviceId: id }))
    default:
      return bench.act(siteId, request)
  }
}
