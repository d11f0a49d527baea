import { benchView, nextEventUs, runBench } from '~/field'
import type { Bench, BenchView } from '~/field'
import { benchTimeUs } from '~/store'
import type { BenchRun } from '~/store'
import { store } from '../sites/store.server'

const play = (run: BenchRun): Bench =>
  runBench(run.plan, run.revision, run.seed, run.actions, benchTimeUs(run, Date.now()))

/** The bench of a site as it stands now, or null when none was set up. */
export function benchNow(siteId: string): Bench | null {
  const run = store().bench.read(siteId)
  return run && play(run)
}

export interface BenchState {
  speed: number
  view: BenchView
}

export function benchState(siteId: string): BenchState | null {
  const run = store().bench.read(siteId)
  return run && { speed: run.speed, view: benchView(play(run)) }
}

/** Changes the speed, from where the bench stands now. */
export function setSpeed(siteId: string, speed: number): void {
  const run = store().bench.read(siteId)
  if (run) store().bench.setClock(siteId, speed, benchTimeUs(run, Date.now()))
}

/** Jumps to the next thing that happens by itself, and stands still there. False when nothing will. */
export function stepBench(siteId: string): boolean {
  const run = store().bench.read(siteId)
  const next = run && nextEventUs(play(run))
  if (next === null) return false
  store().bench.setClock(siteId, 0, next)
  return true
}
