import { deserialize, serialize } from 'node:v8'
import { advance, newWorld, perform, play, restored } from '~/core/world'
import type { Action, World } from '~/core/world'
import { benchTimeUs } from '~/store'
import type { BenchRun } from '~/store'
import { store } from '../sites/store.server'

/** A run that goes on in this server: one per site, moved on from where it stands. */
interface Live {
  run: BenchRun
  world: World
  /** When its state was last kept, by simulated time. */
  keptUs: number
  keptMs: number
}

const lives = new Map<string, Live>()

/** So much simulated time may have to be played again after a restart. */
const KEEP_EVERY_US = 600 * 1_000_000
/** At a high speed it is not written every second. */
const KEEP_EVERY_MS = 10_000

/** A state is read back by the program that wrote it only: whatever a later one thinks of a device, it thinks anew. */
const PROGRAM = `${process.version} ${process.env.npm_package_version ?? '0'} world 3`

/** The bench of a site as it stands now, or null when none was set up. */
export function liveNow(siteId: string): Live | null {
  const live = lives.get(siteId) ?? fromStore(siteId)
  if (!live) return null
  lives.set(siteId, live)
  catchUp(siteId, live)
  const isDue = live.world.nowUs - live.keptUs >= KEEP_EVERY_US && Date.now() - live.keptMs >= KEEP_EVERY_MS
  if (isDue) keep(siteId, live)
  return live
}

/** A clock that nobody looks at stands still after a day of the bench. */
const MOST_UNSEEN_US = 24 * 3600 * 1_000_000

function catchUp(siteId: string, { run, world }: Live): void {
  const dueUs = Math.max(world.nowUs, benchTimeUs(run, Date.now()))
  const untilUs = Math.min(dueUs, world.nowUs + MOST_UNSEEN_US)
  advance(world, untilUs)
  if (untilUs === dueUs) return
  store().bench.setClock(siteId, 0, untilUs)
  Object.assign(run, { speed: 0, anchorMs: Date.now(), anchorUs: untilUs })
}

/** From the state that was kept, and the actions since; else from the start. */
function fromStore(siteId: string): Live | null {
  const run = store().bench.read(siteId)
  if (!run) return null
  const kept = store().bench.checkpoint(siteId, PROGRAM)
  const world = kept
    ? restored(deserialize(kept.body) as World)
    : newWorld(run.plan, run.revision, run.seed, run.begins)
  for (const { atUs, action } of run.actions.slice(kept?.actions ?? 0)) {
    advance(world, Math.max(world.nowUs, atUs))
    perform(world, action)
  }
  return { run, world, keptUs: world.nowUs, keptMs: 0 }
}

function keep(siteId: string, live: Live): void {
  live.keptUs = live.world.nowUs
  live.keptMs = Date.now()
  store().bench.keep(siteId, PROGRAM, {
    atUs: live.world.nowUs,
    actions: live.run.actions.length,
    body: serialize(live.world),
  })
}

/** Carries out an action now and files it; why it cannot be done, or null. */
export function doLive(siteId: string, action: Action): string | null {
  const live = liveNow(siteId)
  if (!live) return 'No bench is set up.'
  const refusal = perform(live.world, action)
  if (refusal !== null) return refusal
  const timed = { atUs: live.world.nowUs, action }
  store().bench.act(siteId, timed)
  live.run.actions.push(timed)
  return null
}

/** Another speed from where it stands, or from a moment to come. */
export function setClock(siteId: string, speed: number, atUs?: number): void {
  const live = liveNow(siteId)
  if (!live) return
  store().bench.setClock(siteId, speed, atUs ?? live.world.nowUs)
  Object.assign(live.run, { speed, anchorMs: Date.now(), anchorUs: atUs ?? live.world.nowUs })
}

export const forgetLive = (siteId: string): void => void lives.delete(siteId)

/** The bench as it was at a moment: played again up to there. */
export function liveAt(siteId: string, atUs: number): World | null {
  const live = liveNow(siteId)
  if (!live) return null
  const { plan, revision, seed, actions, begins } = live.run
  return play(plan, revision, seed, actions, Math.min(atUs, live.world.nowUs), begins).world
}
