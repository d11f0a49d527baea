import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { seedFrom } from '~/core/lib/random'
import { waitsWhereMeant } from '~/core/world'
import type { Action } from '~/core/world'
import type { BenchRequest } from '~/schema/bench'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'
import { benchNow, stepBench } from './bench.server'
import { doLive, forgetLive, setClock } from './live.server'

const FIRST_SPEED = 10

const refused = (message: string): Outcome<true> => bad({ path: [], code: 'bench.refused', message })

/** Carries out a request at the bench. What makes no sense as the bench stands is refused with its reason. */
export function doAtBench(siteId: string, request: BenchRequest): Outcome<true> {
  const { site, revision } = siteOr404(siteId)
  switch (request.kind) {
    case 'setUp':
      forgetLive(siteId)
      store().bench.start(
        siteId,
        revision,
        site,
        seedFrom(`${siteId} ${revision}`),
        FIRST_SPEED,
        request.begins,
      )
      return request.hides ? done(siteId, [{ kind: 'slip', code: null, luck: Date.now() }]) : good(true)
    case 'clear':
      forgetLive(siteId)
      store().bench.clear(siteId)
      return good(true)
    case 'step':
      return stepBench(siteId)
        ? good(true)
        : refused('Nothing will happen by itself: the bench waits for somebody.')
    case 'speed':
      setClock(siteId, request.speed)
      return good(true)
    case 'follow':
      return done(siteId, [{ kind: 'replan', site, revision }])
    case 'powerAll':
      return done(
        siteId,
        [...(benchNow(siteId)?.plan.devices ?? [])]
          .filter(({ powerSource }) => powerSource !== 'poe')
          .map(({ id }): Action => ({ kind: 'powerOn', deviceId: id })),
      )
    case 'adoptAll':
      return done(
        siteId,
        waitingAt(siteId).map(({ id }): Action => ({ kind: 'adopt', deviceId: id })),
      )
    case 'many':
      return done(siteId, request.actions)
    case 'do':
      return done(siteId, [request.action])
  }
}

/** Those that wait at the controller that is meant for them. */
function waitingAt(siteId: string) {
  const world = benchNow(siteId)
  return world ? [...world.gear.values()].filter((gear) => waitsWhereMeant(world, gear)) : []
}

/** What can be done is done; what cannot is told. */
function done(siteId: string, actions: Action[]): Outcome<true> {
  const whys = actions.flatMap((action) => doLive(siteId, action) ?? [])
  return whys.length === 0 ? good(true) : refused([...new Set(whys)].slice(0, 3).join(' '))
}
